import { describe, expect, it } from 'vitest'
import { compare } from '../../compare/compare.ts'
import { demoJobs } from '../../demo/index.ts'
import type { Job } from '../../job/schema.ts'
import { zonesInOrder } from '../../job/zones.ts'
import { kindOf, kinds } from '../../parts/index.ts'
import { proven } from '../../proof/proof.ts'
import { diverterSetUp } from '../../schemes/diverter-set-up.ts'
import { wired } from '../../testing/benches.ts'
import { runSheet } from '../run-sheet.ts'
import { coresOf } from './cores.ts'
import { swapPlaces } from './places.ts'
import { type Swap, swapOf } from './swap.ts'

const kestrel = demoJobs['kestrel-point']!
const done = (job: Job, part: string, kind: string): Swap => {
  const swap = swapOf(job, part, { kind })
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

  it('weighs the transformer again at its worst: what charges draws more while it does', () => {
    expect(swap.load).toHaveLength(1)
    expect(swap.load[0]!.after).toBeGreaterThan(swap.load[0]!.before + 1)
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

  it('a head that comes off dry leaves the water in; one that does not lets it down first; unknown is taken for wet', () => {
    const withHead = (head?: 'dry' | 'wet') => {
      const job = kestrel()
      const zone = zonesInOrder(job)[1]!
      job.zones[zone.id] = { ...job.zones[zone.id]!, ...(head ? { head } : {}) }
      if (!head) delete job.zones[zone.id]!.head
      return says(done(job, 'V2', 'valve/motor-4'))
    }
    expect(withHead('dry')).toContain('The head comes off dry')
    expect(withHead('dry')).not.toMatch(/drain at|Water follows|bleed/)
    expect(withHead('wet')).toContain('Water follows this head')
    expect(withHead('wet')).toContain('Fill, bleed')
    expect(withHead()).toContain('Find out first whether the head comes off dry')
    expect(withHead()).toContain('Where water was let out: fill')
  })

  it('a thermostat has none of it', () => {
    const swap = done(kestrel(), 'TS2', 'thermostat/power-stealing')
    expect(says(swap)).not.toMatch(/drain|stem|bleed/)
    expect(swap.cores.every(({ to }) => to !== undefined)).toBe(true)
  })
})

describe('a transformer out, another in', () => {
  const fuse = (job: Job) => job.parts.F1!.figures!.amps
  const with75 = () => {
    const swap = swapOf(kestrel(), 'XF1', { kind: 'transformer/control', va: 75 })
    if (!swap.ok) throw new Error(swap.failures[0]!.says)
    return swap.value
  }

  it('like for like changes nothing, and lands all its leads again', () => {
    const swap = done(kestrel(), 'XF1', kestrel().parts.XF1!.kind)
    expect(swap.job).toEqual(kestrel())
    expect(swap.says).toBe('Like for like: 4 conductors back on the same terminals.')
    expect(says(swap)).not.toContain('Put in a fuse')
  })

  it('of another size brings its fuse with it, and nothing else of the wiring', () => {
    const swap = with75()
    expect(swap.job.parts.XF1!.figures!.va).toBe(75)
    expect(swap.job.survey.transformer).toMatchObject({ va: 75, fuseAmps: fuse(swap.job) })
    expect(fuse(swap.job)).toBeGreaterThan(fuse(kestrel())!)
    expect(says(swap)).toContain(`Put in a fuse of ${fuse(swap.job)} A`)
    expect(swap.job.wires).toEqual(kestrel().wires)
    expect(swap.says).toBe(
      `Another size, the same wiring: 4 conductors back on the same terminals, and a fuse of ${fuse(swap.job)} A.`,
    )
    expect(swap.load[0]).toMatchObject({ rated: 75 })
    expect(swap.wants).toEqual([])
  })

  it('is line voltage from the first step, is read open before it is landed, and is joined to no other', () => {
    const swap = with75()
    expect(swap.steps[0]!.caution).toContain('Line voltage')
    const open = swap.steps.findIndex((step) => step.says.includes('read the secondary open: about '))
    expect(swap.steps[open]!.caution).toContain('Line voltage')
    expect(swap.steps.findLastIndex((step) => step.says.startsWith('Land '))).toBeLessThan(open)
    expect(says(swap)).not.toContain('no other transformer')
    const each = wired({ scheme: 's3' })
    const [one] = swapPlaces(each).filter(({ part }) => part.startsWith('XF'))
    expect(says(done(each, one!.part, each.parts[one!.part]!.kind))).toContain('joined to no other transformer')
  })

  it('each size is offered once, its own first', () => {
    const { offers } = swapPlaces(kestrel()).find(({ part }) => part === 'XF1')!
    expect(offers.map(({ va }) => va)).toEqual([40, 20, 50, 75, 100])
    expect(offers[0]!.says).toBe('40 VA (like for like)')
  })
})

describe('a zone panel out, a larger one in', () => {
  const sable = demoJobs['sable-row']!
  const panel = swapPlaces(sable()).find(({ part }) => sable().parts[part]!.kind === sable().survey.panel)!
  const larger = panel.offers.find(({ kind }, i) => i > 0 && swapOf(sable(), panel.part, { kind }).ok)!

  it('every conductor finds its terminal, the plan is proven, and nothing else moves', () => {
    const swap = done(sable(), panel.part, larger.kind)
    expect(swap.job.survey.panel).toBe(larger.kind)
    expect(swap.cores.filter(({ to }) => to === undefined)).toEqual([])
    expect(swap.elsewhere).toEqual([])
    expect(proven(swap.job)).toMatchObject({ differences: [] })
    expect(swap.steps.at(-1)!.says).toContain('every zone on it')
  })

  it('one with too few zones takes a second beside it, and says so', () => {
    const four = wired({ scheme: 's5c', panel: 'panel/zone-valve-4', hotWater: true, zones: 4 })
    const larger = done(four, 'PN1', 'panel/zone-valve-5')
    expect(larger.says).not.toContain('beside it')
    const smaller = done(four, 'PN1', 'panel/zone-valve-3')
    expect(smaller.says).toMatch(/Zone panel 2 comes beside it\.$/)
    expect(says(smaller)).toContain('Hang Zone panel 2 beside it')
  })
})

it('a diverter says how it must be set for its pipes, and must not be fitted where flow would enter the branch', () => {
  const job = wired({ scheme: 's15', practice: '230', diverter: true, boiler: 'boiler/switched-live' })
  const part = Object.entries(job.parts).find(([, { kind }]) => kind === 'valve/diverter')![0]
  const setUp = diverterSetUp({ inlet: 'left', tank: 'branch' })
  if (!setUp.legal) throw new Error(setUp.why)
  expect(says(done(job, part, 'valve/diverter'))).toContain(setUp.steps.join('\n'))
  const wrong = { ...job, survey: { ...job.survey, diverter: { inlet: 'branch', tank: 'left' } as const } }
  expect(says(done(wrong, part, 'valve/diverter'))).toContain('It must not be fitted so: Flow never enters the branch')
})

it('what can hurt is said before the first conductor is lifted', () => {
  const { steps } = done(kestrel(), 'XF1', kestrel().parts.XF1!.kind)
  const at = (begins: string) => steps.findIndex((step) => step.says.startsWith(begins))
  const hazards = kindOf(kestrel().parts.XF1!)!.hazards!
  expect(hazards.length).toBeGreaterThan(0)
  for (const hazard of hazards) {
    expect(at(hazard)).toBeGreaterThan(0)
    expect(at(hazard)).toBeLessThan(at('Lift '))
  }
})

it('line voltage is cautioned where it is switched off, and only there where it is; a new valve is tried before that', () => {
  const quay = demoJobs['quay-terrace']!()
  const valve = zonesInOrder(quay)[0]!.valve!
  const off = (job: Job, part: string, kind: string) => {
    const { steps } = done(job, part, kind)
    expect(steps[0]!.says).toContain('Try the new one on a bench first')
    expect(steps[1]!.says).toContain('Switch off, lock')
    return steps[1]!.caution
  }
  expect(off(quay, valve, quay.parts[valve]!.kind)).toContain('Line voltage')
  expect(off(kestrel(), 'V2', 'valve/motor-4')).toBeUndefined()
  const thermostat = zonesInOrder(kestrel())[0]!.thermostat!
  expect(done(kestrel(), thermostat, kestrel().parts[thermostat]!.kind).steps[0]!.says).toContain('Switch off, lock')
})

it.each([
  ['a part that is none of a zone', 'S3', 'valve/motor-4', 'no valve or thermostat'],
  ['a transformer for a valve', 'XF1', 'valve/motor-4', 'is no transformer'],
  ['a part that is not there', 'V99', 'valve/motor-4', 'no valve or thermostat'],
  ['a kind that is not', 'V2', 'valve/none', 'There is no kind of part "valve/none"'],
  ['a kind of another class', 'V2', 'thermostat/two-wire', 'is no valve'],
  ['a kind the way cannot have', 'V2', 'valve/two-port-5', 'cannot have it'],
])('%s is refused in words', (_what, part, kind, words) => {
  const swap = swapOf(kestrel(), part, { kind })
  expect(swap.ok).toBe(false)
  expect(swap.ok ? '' : swap.failures[0]!.says).toContain(words)
})

it('a job wired by hand is refused: no way says where the new one lands', () => {
  const job: Job = { ...kestrel(), scheme: null }
  expect(swapOf(job, 'V2', { kind: 'valve/stored-charge' }).ok).toBe(false)
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
          const swap = swapOf(job, part, { kind })
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

it('every conductor on the old part is told, whichever of its ends is written first', () => {
  const wall = kestrel()
  const on = (wire: Job['wires'][string]) => [wire.from, wire.to].some(({ part }) => part === 'V2')
  const ids = Object.keys(wall.wires).filter((id) => on(wall.wires[id]!))
  const turned = { ...wall, wires: { ...wall.wires } }
  for (const [i, id] of ids.entries()) {
    const { from, to, ...rest } = wall.wires[id]!
    if (i % 2 === 0) turned.wires[id] = { ...rest, from: to, to: from }
  }
  const told = (job: Job) => coresOf(job, job, 'V2').map(({ wire, from, to, other }) => [wire, from, to, other])
  expect(told(wall).map(([wire]) => wire)).toEqual(ids)
  expect(told(turned)).toEqual(told(wall))
  expect(told(wall).every(([, from, to]) => from === to)).toBe(true)
})
