import { expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { Simulation } from '../motion/simulation.ts'
import { benchWith } from '../suppose/bench.ts'
import { copyOf, supposed, wired } from '../testing/benches.ts'
import { sentenceText } from '../words/words.ts'
import { loopsOf } from './loops.ts'
import { onItsWay } from './plant.ts'
import { verdictOf } from './verdict.ts'

/** How zone 1 stands with nobody calling, the first time or after a call. */
function unasked(wrong: readonly string[], { lever = 'auto', after = 0 } = {}) {
  const job = wired({ zones: 2 })
  const bench = benchWith(job, supposed([...wrong]))
  bench.settle()
  bench.set('TS1', 'calling', true)
  bench.settle()
  bench.set('V1', 'lever', lever)
  bench.set('TS1', 'calling', false)
  if (after > 0) bench.runTo(bench.now + after)
  else bench.settle()
  const zone = verdictOf(bench, job, loopsOf(bench, job)).zones[0]!
  return { says: zone.says, trouble: zone.trouble && sentenceText(zone.trouble) }
}

const DIRT = 'is shut and lets water by: this zone warms whenever the boiler runs. Dirt on the seat.'

it('a shut valve that lets water by has dirt on its seat', () => {
  expect(unasked(['part:V1/bodyPasses']).trouble).toContain(DIRT)
  expect(unasked([])).toEqual({ says: 'shut', trouble: undefined })
})

it('on its way shut it is not told of yet', () => {
  expect(unasked(['part:V1/bodyPasses'], { after: 2 }).trouble).toBeUndefined()
})

it('a lever left parked comes before dirt: that is what lets the water by', () => {
  for (const wrong of [[], ['part:V1/bodyPasses']]) {
    const { says, trouble } = unasked(wrong, { lever: 'parked' })
    expect(says).toBe('parked open by its lever, no call')
    expect(trouble).toContain('with no call: this zone heats whenever the boiler runs.')
    expect(trouble).not.toContain('Dirt')
  }
})

it('a head that stays open comes before dirt too', () => {
  const { trouble } = unasked(['part:V1/bodyPasses', 'part:V1/headStaysOpen'])
  expect(trouble).toContain('stands open with no call')
  expect(trouble).not.toContain('Dirt')
})

it('a safety that keeps nothing back on purpose is on no way to its proof', () => {
  const bench = new Simulation(wired({ boiler: 'boiler/oil' }))
  const safeties = [...bench.netlist.parts.values()].filter(({ kind }) => kind.class === 'safety')
  expect(safeties.map(({ kind }) => kind.withholds === undefined)).toContain(true)
  bench.set('TS1', 'calling', true)
  bench.settle()
  expect(onItsWay(bench)).toBeUndefined()
})

it('a mid-position valve that rests where it was last asked moves no more', () => {
  const job = wired({
    practice: '230',
    boiler: 'boiler/switched-live',
    scheme: 's16',
    programmer: true,
    middle: true,
    thermostat: 'thermostat/receiver-230',
  })
  const bench = new Simulation(job)
  const [programmer] = Object.keys(job.parts).filter((id) => job.parts[id]!.kind.startsWith('clock/'))
  bench.setTogether({ [programmer!]: { heating: 'on', hotWater: 'off' } })
  bench.set('TS1', 'calling', true)
  bench.settle()
  const zone = () => verdictOf(bench, job, loopsOf(bench, job)).zones[0]!
  expect([zone().calling, zone().opening, zone().moving]).toEqual([true, 1, false])
  bench.set('TS1', 'calling', false)
  expect(bench.settle().atRest).toBe(true)
  expect([zone().calling, zone().opening, zone().moving]).toEqual([false, 1, false])
})

it('a valve that turns from one outlet to another is never said to be shut', () => {
  const says = (job: Job) => {
    const bench = new Simulation(job)
    bench.settle()
    return sentenceText(verdictOf(bench, job, loopsOf(bench, job)).sentence)
  }
  const [b230, middle] = [
    { practice: '230', boiler: 'boiler/switched-live' },
    { scheme: 's16', programmer: true, middle: true },
  ] as const
  const mid = wired({ ...b230, ...middle })
  const rest = 'every switch open, boiler and pump at rest.'
  expect(says(mid)).toBe(`Nobody calls: Valve 1 at rest (hot water), ${rest}`)
  expect(says(wired({ scheme: 's15', practice: '230', boiler: 'boiler/heat-machine', diverter: true }))).toContain(
    'Nobody calls: Valve 2 at rest (on heating)',
  )
  expect(says(wired({ zones: 2 }))).toBe(`Nobody calls: every valve shut, ${rest}`)
  // Another zone's valve beside it is shut all the same, and what hangs in no zone is not spoken of.
  const beside: Job = copyOf(mid)
  beside.parts.V7 = { kind: 'valve/two-port-5', label: 'Valve 7', place: 'boiler' }
  expect(says(beside)).toContain('Nobody calls: Valve 1 at rest (hot water)')
  beside.zones.z2!.valve = 'V7'
  expect(says(beside)).toContain('every other valve shut, Valve 1 at rest (hot water)')
})
