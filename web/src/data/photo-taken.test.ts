import { expect, it } from 'vitest'
import { hashOf } from './photo-taken.ts'

it('names a picture by the SHA-256 of its bytes, as the server does', () => {
  // FIPS 180-2, appendix B.1, and the hash of nothing.
  expect(hashOf(new TextEncoder().encode('abc'))).toBe(
    'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad',
  )
  expect(hashOf(new Uint8Array())).toBe('e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855')
})
