import { afterEach, expect, it, vi } from 'vitest'
import { askToKeep, LITTLE, roomNow, sizeOf, warnsOf } from './room.ts'

afterEach(() => vi.unstubAllGlobals())
const has = (storage: object | undefined) => vi.stubGlobal('navigator', { storage })

it('says what the browser says', async () => {
  has({ estimate: async () => ({ usage: 3, quota: 9 }), persisted: async () => true })
  expect(await roomNow()).toEqual({ used: 3, most: 9, promised: true })
})

it('knows nothing where the browser says nothing, or is not allowed to', async () => {
  const nothing = { used: undefined, most: undefined, promised: undefined }
  has(undefined)
  expect(await roomNow()).toEqual(nothing)
  expect(await askToKeep()).toBe(false)
  const no = () => Promise.reject(new Error('not here'))
  has({ estimate: no, persisted: no, persist: no })
  expect(await roomNow()).toEqual(nothing)
  expect(await askToKeep()).toBe(false)
})

it('a browser that promises has promised', async () => {
  has({ persist: async () => true })
  expect(await askToKeep()).toBe(true)
})

it('says sizes in the unit a hand would take', () => {
  expect([0, 40_564, 99_940_000, 100_000_000, 999_400_000, 1e9, 10_737_000_000].map(sizeOf)).toEqual([
    '0.0 MB',
    '0.0 MB',
    '99.9 MB',
    '100 MB',
    '999 MB',
    '1.0 GB',
    '10.7 GB',
  ])
})

it('warns where little is left, and not a byte sooner', () => {
  const room = (left: number) => ({ used: 100, most: 100 + left, promised: true })
  expect(warnsOf(room(LITTLE))).toBeUndefined()
  expect(warnsOf(room(LITTLE - 1))).toContain('9 MB')
  expect(warnsOf(room(-5))).toContain('0 MB')
  expect(warnsOf({ used: undefined, most: 5, promised: false })).toBeUndefined()
})
