import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { zonesInOrder } from '../job/zones.ts'
import type { Evidence, RoomSeen } from './evidence.ts'
import { Finder } from './finder.ts'
import { patternsIn, Rooms } from './rooms.ts'
import { StandInWall } from './stand-in-wall.ts'

const job = demoJobs['kestrel-point']!()
const zones = zonesInOrder(job).map(({ id }) => id)
const room = (zone: string, heats: boolean, ...calls: string[]): RoomSeen => ({ is: 'room', zone, heats, calls })
const ids = (...seen: Evidence[]) => patternsIn(job, seen).map(({ id }) => id)

/** All that can be said of the rooms at a wall: each zone alone, each two together, and nobody. */
function saidAt(...wrong: string[]): Evidence[] {
  const wall = new StandInWall(
    job,
    wrong.map((id) => ({ id })),
  )
  const calls = [[], ...zones.map((one) => [one]), ...zones.flatMap((a, i) => zones.slice(i + 1).map((b) => [a, b]))]
  return calls.flatMap((stand) => zones.map((zone) => room(zone, wall.checks({ zone, calls: stand }), ...stand)))
}

describe('what the rooms tell together', () => {
  it('nothing, at a plant that is sound', () => expect(ids(...saidAt())).toEqual([]))

  it.each([
    // Its end switch never makes: it heats with any other that calls the boiler.
    ['part:V2/switchNeverMakes', ['only-with:signal', 'one-cold:signal']],
    ['part:V2/windingOpen', ['one-cold:signal']],
    ['part:F1/blown', ['all-cold']],
    // A body stuck open heats with every other.
    ['part:V2/seizedOpen', ['open:signal']],
  ])('%s: %j', (wrong, expected) => expect(ids(...saidAt(wrong))).toEqual(expect.arrayContaining(expected)))

  it('two zones whose motor leads are crossed: each calls, and the other heats', () => {
    const said = saidAt('lead:V1.m1/exchanged:V2.m1')
    const [one, two] = [zones[0]!, zones[1]!]
    expect(ids(...said)).toEqual(expect.arrayContaining([`crossed:${one}`, `crossed:${two}`]))
  })

  it('heats uncalled, and fails only with another', () => {
    expect(ids(room('oil', true))).toEqual(['uncalled:oil'])
    expect(ids(room('oil', false))).toEqual([])
    expect(ids(room('oil', true, 'oil'), room('oil', false, 'oil', 'tank'))).toEqual(['crowded:oil'])
    expect(ids(room('oil', true, 'oil'), room('oil', true, 'oil', 'tank'))).toEqual([])
  })

  it('says no more than was said: one zone not spoken of, and neither one nor all are cold', () => {
    const all = zones.map((zone) => room(zone, false, zone))
    expect(ids(...all)).toEqual(['all-cold'])
    expect(ids(...all.slice(1))).toEqual([])
    expect(ids(...all.slice(1), room(zones[0]!, true, zones[0]!))).toEqual([])
  })

  it('what was said last counts, and nothing from before the last repair', () => {
    const cold = room('oil', false, 'oil')
    const helped = room('oil', true, 'tank', 'oil')
    expect(ids(cold, helped)).toEqual(['only-with:oil'])
    expect(ids(cold, helped, room('oil', true, 'oil'))).toEqual([])
    expect(ids(cold, helped, { is: 'repair', unit: 'V4/head' })).toEqual([])
    expect(new Rooms(job, [cold, helped]).heats('oil', ['oil', 'tank'])).toBe(true)
    expect(new Rooms(job, [cold]).heats('oil', ['tank'])).toBeUndefined()
  })
})

it('a room on another call is evidence like any other: one that heats with another has no dead valve', () => {
  const finder = new Finder(job)
  const share = (seen: readonly Evidence[], unit: string) => {
    const work = finder.find(['signal'], seen)
    for (let next = work.next(); ; next = work.next())
      if (next.done) return next.value.units.find((one) => one.unit === unit)?.share ?? 0
  }
  const cold = [room('signal', false, 'signal'), room('oil', true, 'oil')]
  const helped = [...cold, room('signal', true, 'signal', 'oil')]
  const battery = (seen: readonly Evidence[]) => share(seen, 'TS2/battery')
  expect(battery(cold)).toBeGreaterThan(0.01)
  expect(battery(helped)).toBeLessThan(battery(cold) / 5)
})
