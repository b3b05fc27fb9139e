import { describe, expect, it } from 'vitest'
import { wireAt, wired } from '../testing/benches.ts'
import { line } from '../testing/ways.ts'
import { prove, proven } from './proof.ts'

/** What each trial of the proof shows, and just where it begins to. */

describe('pumps against shut valves', () => {
  /** Hot water's pump starts with its call, while its valve takes so long to open. */
  const pushed = (opensIn: number) => {
    const job = wired({ scheme: 's12', ...line, boiler: 'boiler/switched-live', hotWater: true })
    for (const id of ['V1', 'V2']) job.parts[id]!.figures = { opensIn }
    return proven(job)
  }

  it.each([
    [12, 1],
    [40, 3],
    [100, 6],
    [180, 10],
  ])('a valve that opens in %i s lets water by from a twentieth of its way: %i s', (opensIn, seconds) => {
    expect(pushed(opensIn).deadEnds).toEqual([{ pump: 'P3', zone: 'z2', seconds }])
  })

  it.each([
    [1190, 60, 0],
    [1200, 61, 1],
  ])('opening in %i s it pushes for %i s; a minute is allowed', (opensIn, seconds, differences) => {
    const found = pushed(opensIn)
    expect(found.deadEnds[0]!.seconds).toBe(seconds)
    expect(found.differences.filter(({ trial }) => trial === 'dead end')).toHaveLength(differences)
  })
})

it.each([
  [0, 1],
  [2.2, 3],
])(
  'a pump on the permanent feed pushes until its valve, called after %f s, lets water by: %i s, and for good once that has shut',
  (startDelay, seconds) => {
    const job = wired({ scheme: 's12', ...line, boiler: 'boiler/switched-live', hotWater: true })
    const { wire } = wireAt(job, 'P3.l')
    wire[wire.from.part === 'P3' ? 'to' : 'from'] = { part: 'B1', terminal: 'l' }
    job.parts.TS2!.figures = { startDelay }
    expect(proven(job).deadEnds).toContainEqual({ pump: 'P3', zone: 'z2', seconds: seconds + 900 })
  },
)

it.each(['boiler/dry-call', 'boiler/oil'])(
  '%s: a burner fed past its limit burns on, and is named with one call',
  (boiler) => {
    const job = wired({ zones: 2, boiler })
    expect(proven(job).differences).toEqual([])
    const { wire } = wireAt(job, 'BR1.l')
    wire[wire.from.part === 'BR1' ? 'to' : 'from'] = { part: 'B1', terminal: 'c1' }
    expect(proven(job).differences.map(({ trial, part, should, asking }) => [trial, part, should, asking])).toEqual([
      ['at its limit', 'BR1', false, ['z1']],
    ])
  },
)

describe('power lost', () => {
  it('what is fed from before the switch opens its valves all the same, and is named with one call', () => {
    const job = wired({ zones: 2 })
    const { wire } = wireAt(job, 'XF1.p1')
    const end = wire.from.part === 'XF1' ? 'to' : 'from'
    wire[end] = { part: 'MAINS', terminal: 'l' }
    const lost = proven(job).differences.filter(({ trial }) => trial === 'power lost')
    expect(lost.map(({ part, should, asking }) => [part, should, asking])).toEqual(
      expect.arrayContaining([
        ['V1', false, ['z1']],
        ['V2', false, ['z2']],
      ]),
    )
    expect(lost[0]!.says).toContain('with the power lost')
  })

  it('the plain plant shows nothing, neither while it is lost nor after', () => {
    expect(proven(wired({ zones: 2 })).differences).toEqual([])
  })
})

it('a mid-position valve leaves the pump a way wherever it stands', () => {
  const job = wired({ scheme: 's16', practice: '230', boiler: 'boiler/switched-live', programmer: true, middle: true })
  expect(proven(job)).toMatchObject({ differences: [], deadEnds: [] })
})

it('a difference is shown with the fewest calls, though more were seen first', () => {
  const job = wired({ zones: 4 })
  const ends = ['V3.m1', 'V4.m1'].map((point) => {
    const { wire } = wireAt(job, point)
    return wire.from.part === point.slice(0, 2) ? wire.from : wire.to
  })
  ;[ends[0]!.part, ends[1]!.part] = [ends[1]!.part, ends[0]!.part]
  const plain = proven(job).differences.filter(({ trial }) => trial === 'calls')
  expect(plain.map(({ part, should, asking }) => [part, should, asking])).toEqual(
    expect.arrayContaining([
      ['V3', true, ['z3']],
      ['V4', false, ['z3']],
      ['V4', true, ['z4']],
      ['V3', false, ['z4']],
    ]),
  )
})

describe('how far it is', () => {
  const looksUp = (zones: number) => [...prove(wired({ zones }))]

  it('looks up after every 64 combinations, and after each trial and each zone that stops', () => {
    const combined = (zones: number) => looksUp(zones).flatMap(({ done }) => (done <= 2 ** zones ? [done] : []))
    expect([5, 6, 7].map(combined)).toEqual([[], [64], [64, 128]])
  })

  it('goes on one by one to its end, of which it knows from the first', () => {
    const steps = looksUp(7)
    const { of } = steps[0]!
    expect(steps.every((step) => step.of === of)).toBe(true)
    expect(steps.slice(1).map(({ done }) => done)).toEqual(Array.from({ length: of - 127 }, (_, i) => 128 + i))
  })
})
