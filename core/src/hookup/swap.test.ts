import { describe, expect, it } from 'vitest'
import { compare } from '../compare/compare.ts'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { kindOf, kinds } from '../parts/index.ts'
import { proven } from '../proof/proof.ts'
import { runSheet } from './run-sheet.ts'
import { type Swap, swapOf } from './swap.ts'

const kestrel = demoJobs['kestrel-point']!
const done = (job: Job, part: string, kind: string): Swap => {
  const swap = swapOf(job, part, kind)
  if (!swap.ok) throw new Error(swap.failures[0]!.says)
  return swap.value
}
const says = (swap: Swap) => swap.steps.map((step) => step.says).join('\n')

describe('a four-lead motor valve out, a stored-charge valve in', () => {
  const swap = done(kestrel(), 'V2', 'valve/stored-charge')

  it('says of every core where it goes, and what is left over or missing', () => {
    expect(swap.cores.map(({ from, to }) => `${from} ${to ?? 'ended'}`)).toEqual(['M1 ended', 'M2 C', 'S1 E1', 'S2 E2'])
    expect(swap.wants).toEqual(['P: white from Thermostat 2 W'])
    expect(swap.says).toBe(
      '3 conductors find their terminals, one has no partner and is ended, one terminal wants one more.',
    )
  })

  it('weighs the transformer again: what holds no motor open draws less', () => {
    expect(swap.load).toHaveLength(1)
    expect(swap.load[0]!.after).toBeLessThan(swap.load[0]!.before)
    expect(swap.load[0]!.rated).toBe(40)
  })

  it('leaves a plan that is proven, with only the zone’s own valve another', () => {
    expect(proven(swap.job)).toMatchObject({ differences: [] })
    const before = kestrel()
    const changed = Object.entries(swap.job.parts).filter(
      ([id, { kind }]) => before.parts[id] && before.parts[id]!.kind !== kind,
    )
    expect(changed.map(([id]) => id)).toEqual(['V2'])
    // What stays keeps the number that is written on it; the splice that is no more is gone.
    expect(Object.keys(before.parts).filter((id) => !swap.job.parts[id])).toEqual(['S4'])
    const moved = Object.entries(swap.job.wires).filter(([id, { from, to }]) => {
      const was = before.wires[id]
      return (
        was &&
        ![from, to].some(({ part }) => part === 'V2') &&
        JSON.stringify([was.from, was.to]) !== JSON.stringify([from, to])
      )
    })
    expect(moved.map(([id]) => id)).toEqual([])
    expect(swap.elsewhere).toEqual([])
  })

  it('comes back to where it was when it is swapped back', () => {
    const back = done(swap.job, 'V2', 'valve/motor-4')
    expect(compare(kestrel(), back.job).changes.filter(({ electrical }) => electrical)).toEqual([])
  })

  it('lifts before it lands, and has the stem turned by hand before a motor is put on it', () => {
    const order = (...words: string[]) => words.map((word) => swap.steps.findIndex((step) => step.says.includes(word)))
    const at = order(
      'lock, and prove it dead',
      'Take a photo',
      'Lift yellow off M2',
      'Turn the stem',
      'Land yellow on C',
      'closing check',
    )
    expect(at).toEqual([...at].sort((a, b) => a - b))
    expect(at).not.toContain(-1)
  })
})

describe('water', () => {
  const withHead = (head: 'dry' | 'wet' | undefined): Job => {
    const job = kestrel()
    const zone = zonesInOrder(job).find(({ valve }) => valve === 'V2')!
    if (head) job.zones[zone.id]!.head = head
    else delete job.zones[zone.id]!.head
    job.survey.water = { isolating: 'the two red cocks', drain: 'the hose by the door' }
    return job
  }
  it.each([
    ['dry', true, false],
    ['wet', true, true],
    [undefined, true, true],
  ] as const)('like for like with a head that is %s', (head, same, let_down) => {
    const text = says(done(withHead(head), 'V2', same ? 'valve/motor-4' : 'valve/stored-charge'))
    expect(text.includes('the two red cocks')).toBe(let_down)
    // What was let down is filled again, and never the one without the other.
    expect(/fill, bleed/i.test(text)).toBe(let_down)
    expect(text.includes('Find out first whether the head comes off dry')).toBe(head === undefined)
  })

  it('another kind changes the body, whatever the head: shut, drained, filled, looked at cold and hot', () => {
    const text = says(done(withHead('dry'), 'V2', 'valve/stored-charge'))
    for (const words of ['the two red cocks', 'the hose by the door', 'Fill, bleed', 'again hot'])
      expect(text).toContain(words)
  })

  it('a thermostat has none of it', () => {
    const swap = done(kestrel(), 'TS2', 'thermostat/power-stealing')
    expect(says(swap)).not.toMatch(/drain|stem|bleed/)
    expect(swap.cores.every(({ to }) => to !== undefined)).toBe(true)
  })
})

it('line voltage is cautioned at the first step, and only there where it is', () => {
  const quay = demoJobs['quay-terrace']!()
  const valve = zonesInOrder(quay)[0]!.valve!
  expect(done(quay, valve, quay.parts[valve]!.kind).steps[0]!.caution).toContain('Line voltage')
  expect(done(kestrel(), 'V2', 'valve/motor-4').steps[0]!.caution).toBeUndefined()
})

it.each([
  ['a part that is none of a zone', 'XF1', 'valve/motor-4', 'no valve or thermostat'],
  ['a part that is not there', 'V99', 'valve/motor-4', 'no valve or thermostat'],
  ['a kind that is not', 'V2', 'valve/none', 'There is no kind of part "valve/none"'],
  ['a kind of another class', 'V2', 'thermostat/two-wire', 'is no valve'],
  ['a kind the way cannot have', 'V2', 'valve/two-port-5', 'cannot have it'],
])('%s is refused in words', (_what, part, kind, words) => {
  const swap = swapOf(kestrel(), part, kind)
  expect(swap.ok).toBe(false)
  expect(swap.ok ? '' : swap.failures[0]!.says).toContain(words)
})

it('a job wired by hand is refused: no way says where the new one lands', () => {
  const job: Job = { ...kestrel(), scheme: null }
  expect(swapOf(job, 'V2', 'valve/stored-charge').ok).toBe(false)
})

it('in every demo job, every valve and thermostat: what is planned then is all that the run sheet asks for', () => {
  let worked = 0
  for (const make of Object.values(demoJobs)) {
    const job = make()
    for (const { valve, thermostat } of zonesInOrder(job))
      for (const part of [valve, thermostat]) {
        const old = part && kindOf(job.parts[part]!)
        if (!part || !old) continue
        for (const { kind } of kinds.filter(({ class: of }) => of === old.class)) {
          const swap = swapOf(job, part, kind)
          if (!swap.ok) continue
          worked++
          const { cores, wants, elsewhere } = swap.value
          const asked = runSheet(swap.value.job, job).joins
          const same = kind === job.parts[part]!.kind
          expect(asked.length).toBeLessThanOrEqual(same ? 0 : cores.length + wants.length + elsewhere.length)
          // Every conductor at the part is told of once.
          expect(new Set(cores.map(({ wire }) => wire)).size).toBe(cores.length)
        }
      }
  }
  expect(worked).toBeGreaterThan(40)
})
