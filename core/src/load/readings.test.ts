import { produce } from 'immer'
import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { type Entry, nextEntry } from '../record/entry.ts'
import { LoadBench } from './carried.ts'
import { measuredLoad, plateOf } from './readings.ts'

const job = demoJobs['kestrel-point']!()
const zones = Object.keys(job.zones)
const maker = { by: 'Warden', device: 'd1', clock: '2026-11-02T08:00:00.000Z', revision: 1 }

/** Entries one after another, each read with the first so many zones calling. */
function log(...made: [body: Record<string, unknown>, calling: number][]): Entry[] {
  const entries: Entry[] = []
  for (const [body, calling] of made) {
    const calls = Object.fromEntries(zones.slice(0, calling).map((zone) => [zone, { on: true }]))
    entries.push({
      ...nextEntry({ ...maker, id: `entry-${entries.length}-load` }, entries, body as Entry['body']),
      stand: { calls },
    })
  }
  return entries
}
const volts = (value: number) => ({
  kind: 'reading',
  mode: 'volts',
  from: { point: 'XF1.h', says: 'Transformer R', place: '' },
  to: { point: 'XF1.c', says: 'Transformer C', place: '' },
  value,
  shows: `${value} V`,
})
const amps = (wire: string, value: number) => ({
  kind: 'reading',
  mode: 'amps',
  from: { point: `wire:${wire}.from`, says: 'x', place: '' },
  to: { point: `wire:${wire}.to`, says: 'y', place: '' },
  value,
  shows: `${value} A`,
})
const bench = new LoadBench(job)
const given = (calling: number) => bench.run(zones.slice(0, calling)).get('XF1')!.at(-1)!

it('readings of a sound source fit its nameplate', () => {
  const { sources } = measuredLoad(
    job,
    log(...[0, 1, 3, 5].map((k) => [volts(given(k).volts), k] as [object & Record<string, unknown>, number])),
  )
  const { fit, readings } = sources[0]!
  if (typeof fit === 'string') throw new Error(fit)
  expect(fit.va).toBeCloseTo(40, 3)
  expect(readings.map(({ zones }) => zones.length)).toEqual([0, 1, 3, 5])
  for (const { volts, expected } of readings) expect(volts).toBeCloseTo(expected, 3)
})

it('a source with twice the drop is as weak as one of half the VA; kept as figures it reads so', () => {
  const open = given(0).volts
  const weak = (k: number) => open - 2 * (open - given(k).volts)
  const { sources } = measuredLoad(job, log([volts(weak(0)), 0], [volts(weak(2)), 2], [volts(weak(4)), 4]))
  const { fit, plate } = sources[0]!
  if (typeof fit === 'string') throw new Error(fit)
  // Less volts, less current: its ohms are a little more than twice a sound one's.
  expect(fit.va).toBeLessThan(20)
  expect(fit.va).toBeGreaterThan(16)
  const kept = produce(job, (draft) => void (draft.parts.XF1!.figures = { ...draft.parts.XF1!.figures, ...plate }))
  const now = new LoadBench(kept).run(zones.slice(0, 4)).get('XF1')!.at(-1)!
  expect(Math.abs(now.volts - weak(4))).toBeLessThan(0.06)
})

it('a nameplate that no such source could have is none', () => {
  // 27 V * 27 V = 4 * 182.25: just so weak, and no weaker.
  expect(plateOf(27, 182.3)).toBeUndefined()
  expect(plateOf(27, 182.2)!.ratedVolts).toBeCloseTo(13.7, 0)
  expect(plateOf(27, 3 * 24)).toEqual({ openVolts: 27, ratedVolts: 24 })
})

it('a clamp on a valve’s conductor says what the valve does; what was taken back or computed does not count', () => {
  const wire = Object.keys(job.wires).find((id) => {
    const { from, to } = job.wires[id]!
    return [from, to].some((end) => end.part === 'V1' && end.terminal === 'm1')
  })!
  const asItShould = measuredLoad(job, log([amps(wire, 0), 0])).devices[0]!
  expect(asItShould).toMatchObject({ part: 'V1', expects: 0, says: 'as it should' })
  const dead = measuredLoad(job, log([amps(wire, 0), 1])).devices[0]!
  expect(dead.says).toBe('drawing nothing')
  const twice = measuredLoad(job, log([amps(wire, 2 * dead.expects), 1])).devices[0]!
  expect(twice.says).toBe('twice its kind')
  const entries = log([amps(wire, 0), 1])
  const back = nextEntry({ ...maker, id: 'entry-back-load' }, entries, { kind: 'back', of: entries[0]!.id })
  expect(measuredLoad(job, [...entries, back]).devices).toEqual([])
  expect(
    measuredLoad(
      job,
      entries.map((entry) => ({ ...entry, source: 'computed' as const })),
    ).devices,
  ).toEqual([])
})

it('volts read anywhere else tell nothing of the source', () => {
  const elsewhere = { ...volts(26), to: { point: 'V1.m2', says: 'Valve 1 M2', place: '' } }
  expect(measuredLoad(job, log([elsewhere, 0])).sources).toEqual([])
  expect(measuredLoad(job, log([volts(26), 0])).sources[0]!.fit).toContain('Two readings')
})
