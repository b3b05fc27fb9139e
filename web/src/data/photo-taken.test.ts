import { expect, it } from 'vitest'
import { hashOf, isPaper, leaflet } from './photo-taken.ts'

it('names a picture by the SHA-256 of its bytes, as the server does', () => {
  // FIPS 180-2, appendix B.1, and the hash of nothing.
  expect(hashOf(new TextEncoder().encode('abc'))).toBe(
    'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad',
  )
  expect(hashOf(new Uint8Array())).toBe('e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855')
})

const file = (text: string, name = 'sheet.pdf', type = 'application/pdf') => new File([text], name, { type })

it('a leaflet is kept as it is, under the name of its bytes', async () => {
  const { hash, photo } = await leaflet(file('%PDF-1.7 plan'))
  expect(hash).toBe(hashOf(new TextEncoder().encode('%PDF-1.7 plan')))
  expect([photo.type, await photo.text()]).toEqual(['application/pdf', '%PDF-1.7 plan'])
})

it('what only calls itself a PDF is none, and one too large says how large it may be', async () => {
  await expect(leaflet(file('a letter'))).rejects.toThrow('sheet.pdf is no PDF')
  const most = 6 * 1024 * 1024
  await expect(leaflet(file(`%PDF-${'x'.repeat(most - 5)}`))).resolves.toBeDefined()
  await expect(leaflet(file(`%PDF-${'x'.repeat(most - 4)}`))).rejects.toThrow('at most 6 MB')
})

it('is told by its kind, or by its name where that says nothing', () => {
  expect(isPaper(file('', 'a', 'application/pdf'))).toBe(true)
  expect(isPaper(file('', 'A.PDF', ''))).toBe(true)
  expect(isPaper(file('', 'a.pdf', 'image/png'))).toBe(false)
  expect(isPaper(file('', 'pdf', ''))).toBe(false)
})
