import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { wired } from '../testing/benches.ts'
import { exchange, join, move, remove } from '../testing/hands.ts'
import { fixOfDifference, pathOf } from './path.ts'
import { MOST_PROVEN, proven } from './proof.ts'

/** What one hand does to a sound plant, every difference it makes, with the fewest calls, and what puts the first one right. */
const hands: readonly (readonly [name: string, hand: (job: Job) => void, says: readonly string[], fix: string])[] = [
  [
    'a valve that is not fed',
    (job) => remove(job, 'V2.m1'),
    [
      'Valve 2 does not open while Signal house calls.',
      'System pump does not run while Signal house calls.',
      'Boiler is not called while Signal house calls.',
    ],
    'Land wire 22 again, from Valve 2 M1 to Splice S4 way 2',
  ],
  [
    'an end switch that tells nobody',
    (job) => remove(job, 'V2.e1'),
    ['System pump does not run while Signal house calls.', 'Boiler is not called while Signal house calls.'],
    'Land wire 45 again, from Valve 2 S1 to Splice S12 way 3',
  ],
  [
    'a pump with nothing on it',
    (job) => remove(job, 'P1.l'),
    ['System pump does not run while Keeper’s rooms calls.'],
    'Land wire 12 again, from Boiler C1 to System pump L',
  ],
  [
    'a burner with nothing on it',
    (job) => remove(job, 'BR1.l'),
    ['Burner does not light while Keeper’s rooms calls.'],
    'Land wire 15 again, from Boiler B1 to Burner L',
  ],
  [
    'a boiler that is always called',
    (job) => join(job, 'B1.t1', 'B1.t2'),
    ['System pump runs with nobody calling.', 'Boiler is called with nobody calling.'],
    'Take wire seeded off',
  ],
  [
    'two zones crossed',
    (job) => exchange(job, 'TS2.w', 'TS3.w'),
    [
      'Valve 2 does not open while Signal house calls.',
      'Valve 3 opens while Signal house calls.',
      'Valve 2 opens while Oil store calls.',
      'Valve 3 does not open while Oil store calls.',
    ],
    'Exchange wires 21 and 23 at Thermostat 2 W and Thermostat 3 W',
  ],
  [
    'a motor passed by',
    (job) => move(job, 'V2.m1', 'V2.m2'),
    ['Fuse F1 lets go while Signal house calls.'],
    'Move wire 22 back, from Valve 2 M1 to Splice S4 way 2',
  ],
  [
    'a pump shorted at its terminals',
    (job) => join(job, 'P1.l', 'P1.n'),
    ['Breaker lets go while Keeper’s rooms calls.'],
    'Take wire seeded off',
  ],
]

it.each(hands)('%s is told by what it does, and put right', (_name, hand, says, fix) => {
  const job = demoJobs['kestrel-point']!()
  hand(job)
  const { differences } = proven(job)
  expect(differences.map((one) => one.says)).toEqual(says)
  expect(fixOfDifference(job, differences[0]!)?.says).toBe(fix)
})

describe('a fuse', () => {
  /** Six zones on a fuse of so many amps. */
  const fused = (amps: number) => {
    const job = wired({ zones: 6 })
    job.parts.F1!.figures = { amps }
    return job
  }

  it.each([
    [0.5, 'Fuse F1 lets go while Zone 1, Zone 2 and Zone 3 call.', 3],
    [0.8, 'Fuse F1 lets go while Zone 1, Zone 2, Zone 3 and Zone 4 call.', 4],
    [1, 'Fuse F1 lets go while 5 zones call.', 5],
  ])('of %d A is named with the fewest calls it does not bear, and nothing behind it', (amps, says, calls) => {
    const job = fused(amps)
    const { differences, rows } = proven(job)
    expect(differences.map((one) => one.says)).toEqual([says])
    expect(differences[0]).toMatchObject({ trial: 'calls', part: 'F1', should: false })
    // What calls alone is open all the same: the fuse was made whole before.
    for (const { asking, valves } of rows)
      expect(valves).toBe(asking.toString(2).replaceAll('0', '').length < calls ? asking : 0)
    expect(pathOf(job, differences[0]!).slice(0, 2)).toEqual([{ part: 'F1' }, { wire: 'w17' }])
  })

  it('that bears them all is no difference', () => expect(proven(fused(1.25)).differences).toEqual([]))
})

it('more zones than can be tried are refused in words', () => {
  const job = wired({ zones: MOST_PROVEN })
  job.zones.more = { ...job.zones.z1!, number: MOST_PROVEN + 1 }
  expect(() => proven(job)).toThrow(`${MOST_PROVEN + 1} zones are more than ${MOST_PROVEN}`)
})
