import { expect, it } from 'vitest'
import { soak } from './soak/soak.ts'

it('three devices and a server that fail again and again lose nothing, and end with the same job before them', async () => {
  const soaked = await soak(12, 5, 24)
  console.info(`soak: ${JSON.stringify(soaked)}`)
  expect(soaked).toMatchObject({ lost: [], lostEntries: [], strange: [], documents: 1, waiting: 0, devicesCrashed: 0 })
  expect(soaked.edits).toBeGreaterThan(20)
  expect(soaked.entries).toBeGreaterThan(20)
  expect(soaked.serverKilled).toBeGreaterThan(0)
  expect(soaked.devicesKilled).toBeGreaterThan(1)
}, 180_000)
