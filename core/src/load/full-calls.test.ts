import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { wired } from '../testing/benches.ts'
import { callsTried, fullCalls, whoCallsInWords } from './full-calls.ts'

const tank = () => demoJobs['sable-row']!()
const [press, bindery, washRoom] = Object.keys(tank().zones) as [string, string, string]

describe('who calls when most is drawn', () => {
  it('everybody; and without the hot water that makes the others wait', () => {
    expect(fullCalls(tank())).toEqual([
      { zones: [press, bindery, washRoom] },
      { zones: [press, bindery], but: washRoom },
    ])
    expect(fullCalls(wired({ zones: 3 }))).toEqual([{ zones: ['z1', 'z2', 'z3'] }])
  })

  it('hot water alone has nobody to wait for it', () => {
    const job = tank()
    for (const zone of [press, bindery]) delete job.zones[zone]
    expect(fullCalls(job)).toEqual([{ zones: [washRoom] }])
  })

  it('each alone is tried too, and one zone once', () => {
    expect(callsTried(tank())).toEqual([[press], [bindery], [washRoom], [press, bindery, washRoom], [press, bindery]])
    expect(callsTried(wired({ zones: 2 }))).toEqual([['z1'], ['z2'], ['z1', 'z2']])
    expect(callsTried(wired({ zones: 1 }))).toEqual([['z1']])
  })
})

it.each([
  [1, [], 'nobody calls'],
  [1, ['z1'], 'Zone 1 calls'],
  [2, ['z1', 'z2'], 'both call'],
  [3, ['z1', 'z2', 'z3'], 'all 3 call'],
  [3, ['z2'], 'Zone 2 calls'],
  [4, ['z1', 'z2', 'z4'], 'Zone 1, Zone 2 and Zone 4 call'],
  [5, ['z1', 'z2', 'z3', 'z5'], 'all but Zone 4 call'],
  [6, ['z1', 'z2', 'z3', 'z5'], '4 of 6 call'],
])('of %i zones %j: %s', (zones, calling, says) => {
  expect(whoCallsInWords(wired({ zones }), calling)).toBe(says)
})
