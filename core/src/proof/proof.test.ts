import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { wired } from '../testing/benches.ts'
import { sizesOf, ways } from '../testing/ways.ts'
import { proven } from './proof.ts'

it.each(Object.entries(demoJobs))('%s does what it is meant to in every combination', (_id, make) => {
  const { differences, rows, zones } = proven(make())
  expect(differences).toEqual([])
  expect(rows).toHaveLength(2 ** zones.length)
})

describe.each(ways)('wired by $scheme ($valve $thermostat $boiler $panel $signal $schools)', (way) => {
  it.each(sizesOf(way))('%i zones do what they are meant to in every combination', (zones) => {
    expect(proven(wired({ ...way, zones })).differences).toEqual([])
  })
})
