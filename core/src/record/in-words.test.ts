import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { readEntry } from '../formats/read-entry.ts'
import { circuitIn, documentOf } from '../job/document.ts'
import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { copyOf, wired } from '../testing/benches.ts'
import { line } from '../testing/ways.ts'
import { type Entry, nextEntry } from './entry.ts'
import { foundOf } from './found.ts'
import { openCases } from './kinds/case.ts'
import { inHours } from './kinds/hours.ts'
import { entryInWords, entryKinds } from './kinds/index.ts'

const job = kestrelPoint()
const next = (body: Entry['body'], id = 'entry-0001') =>
  nextEntry({ id, by: 'phone', device: 'phone', clock: '2026-03-01T10:00:00.000Z', revision: 1 }, [], body)

const dead = (before: boolean, after: boolean) => ({
  kind: 'dead',
  before,
  after,
  points: [
    { from: 'V2.m1', to: 'V2.m2', shows: '0 V' },
    { from: 'B1.l', to: 'B1.n', shows: '0 V' },
  ],
})
const due = (more: object) => ({ kind: 'due', of: 'V2', on: '2027-03-01', says: '', ...more })
const hours = (more: object) => ({ kind: 'hours', activity: 'driving', minutes: 95, ...more })
const proof = (purpose: string, ...steps: string[]) => ({ kind: 'proof', for: purpose, steps })
const repair = (does: string) => ({ kind: 'repair', unit: 'V2/head', does, says: 'Head of Valve 2' })
const sign = (more: object) => ({ kind: 'sign', name: 'Warden', meter: '', passed: 9, of: 12, ...more })
const step = (more: object) => ({ kind: 'step', step: 'none', name: 'Nothing calls', outcome: 'pass', ...more })
const wire = job.wires.w21!

it('a knob is told with its unit, as its part has it, and in what it shows and not what is held', () => {
  const seen = (asked: Job, part: string, state: string, value: number) =>
    entryInWords(asked, { kind: 'seen', what: 'hand', part, state, value })
  const garden = copyOf(demoJobs['botany-house']!())
  expect(seen(garden, 'BC1', 'out1', 10)).toBe('Controller 1: output 1 10 V')
  garden.parts.BC1!.figures = { ...garden.parts.BC1!.figures, current1: 1 }
  expect(seen(garden, 'BC1', 'out1', 12.5)).toBe('Controller 1: output 1 12.5 mA')
  expect(seen(demoJobs['lowther-street']!(), 'PR1', 'clock', 27_000)).toBe('Programmer: the time is 7.5 h')
  expect(seen(garden, 'BC9', 'out1', 10)).toBe('BC9: out1 10')
})

describe('every kind of entry in words', () => {
  it.each<[Entry['body'], string]>([
    [{ kind: 'visit', does: 'closes', for: 'new work' }, 'Visit closes, new work'],
    [{ kind: 'case', does: 'opened', complaint: 'Cold' }, 'Cold'],
    [{ kind: 'case', does: 'closed', complaint: 'Cold' }, 'Closed: Cold'],
    [dead(true, true), 'Valve 2 M1 to Valve 2 M2 0 V; Boiler L to Boiler N 0 V; tester proven before and after'],
    [dead(true, false), 'Valve 2 M1 to Valve 2 M2 0 V; Boiler L to Boiler N 0 V; the tester was not proven'],
    [dead(false, true), 'Valve 2 M1 to Valve 2 M2 0 V; Boiler L to Boiler N 0 V; the tester was not proven'],
    [due({}), 'Valve 2 due on 2027-03-01'],
    [due({ says: 'new head' }), 'Valve 2 due on 2027-03-01: new head'],
    [due({ on: null }), 'Valve 2: no longer due'],
    [due({ of: 'V99' }), 'V99 due on 2027-03-01'],
    [hours({}), '1 h 35 min driving'],
    [hours({ day: '2026-02-27', note: 'ferry' }), '1 h 35 min driving on 2026-02-27, ferry'],
    [{ kind: 'part', does: 'fitted', part: 'V2', is: job.parts.V2! }, 'Valve 2 fitted'],
    [
      { kind: 'part', does: 'run', cable: wire.cable!, is: job.cables[wire.cable!]! },
      `${job.cables[wire.cable!]!.label} run`,
    ],
    [{ kind: 'part', does: 'taken out', part: 'V99' }, 'V99 taken out'],
    [proof('whole', 'a', 'b'), 'Commissioning: 2 steps'],
    [proof('closing', 'a'), 'Closing check: one step'],
    [proof('zones', 'a', 'b', 'c'), 'Check of what was changed: 3 steps'],
    [repair('replace'), 'Head of Valve 2: replaced'],
    [repair('switch on'), 'Head of Valve 2: switched on'],
    [{ kind: 'share', stands: null }, 'Walks to every place'],
    [{ kind: 'share', stands: 'boiler' }, `Stands at ${job.places.boiler!.name}`],
    [{ kind: 'share', stands: 'attic' }, 'Stands at attic'],
    [
      { kind: 'share', step: 'none', name: 'Nothing calls', place: 'boiler' },
      `Nothing calls: done at ${job.places.boiler!.name}`,
    ],
    [sign({}), 'Signed by Warden: 9 of 12 steps as expected'],
    [sign({ meter: 'No. 4' }), 'Signed by Warden: 9 of 12 steps as expected, meter No. 4'],
    [step({}), 'Nothing calls: as expected'],
    [
      step({ outcome: 'fail', otherwise: ['Valve 2 open', 'pump runs'] }),
      'Nothing calls: not as expected (Valve 2 open; pump runs)',
    ],
    [step({ outcome: 'could not' }), 'Nothing calls: could not be done'],
    [{ kind: 'power', does: 'on', at: [] }, 'Power on'],
    [{ kind: 'power', does: 'on', at: ['SS1', 'CB1'] }, 'Power on at Service switch, Breaker'],
    [
      { kind: 'landed', wire: 'w21', is: wire },
      `Wire 21 landed: ${entryInWords(job, { kind: 'action', does: 'lift', of: `${wire.from.part}.${wire.from.terminal}` }).replace(' lifted', '')} to ${entryInWords(job, { kind: 'action', does: 'lift', of: `${wire.to.part}.${wire.to.terminal}` }).replace(' lifted', '')}`,
    ],
  ])('%j', (body, says) => {
    expect(readEntry(next(body))).toMatchObject({ ok: true })
    expect(entryInWords(job, body)).toBe(says)
  })

  it('minutes are told in hours where there are any', () => {
    expect([0, 59, 59.6, 60, 61, 120].map(inHours)).toEqual(['0 min', '59 min', '1 h', '1 h', '1 h 1 min', '2 h'])
  })

  it('what was done stands under the marking a part bears here, under its kind’s, or under the terminal’s own name', () => {
    const here = copyOf(job)
    here.parts.V3!.markings = { m1: '7' }
    const saying = (of: string) =>
      foundOf(documentOf(here, circuitIn(here)), [next({ kind: 'action', does: 'lift', of })]).open.map(
        ({ says }) => says,
      )
    expect([saying('V3.m1'), saying('V3.m2'), saying('V3.zz')]).toEqual([
      ['Valve 3 7 lifted'],
      ['Valve 3 M2 lifted'],
      ['Valve 3 zz lifted'],
    ])
  })
})

it.each([
  [{ does: 'uncover', of: 'V3' }, 'Valve 3 uncovered'],
  [{ does: 'off its base', of: 'TS3' }, 'Thermostat 3 off its base'],
  [{ does: 'lift', of: 'V3.m1' }, 'Valve 3 M1 lifted'],
  [{ does: 'link', of: 'TS3.r', with: 'TS3.w' }, 'Thermostat 3 R linked to Thermostat 3 W'],
  [{ does: 'park', of: 'V3', state: 'lever', value: 'parked' }, 'Valve 3 parked, manual lever parked open'],
])('%j is told as %s', (body, says) => {
  expect(entryInWords(wired({ zones: 3 }), { kind: 'action', ...body } as never)).toBe(says)
})

it('a hand is told by the name of what it moved and the word for where it stands; what nobody knows by its own', () => {
  const timed = wired({ scheme: 's9', ...line, boiler: 'boiler/switched-live', programmer: true })
  const hand = (part: string, state: string, value: unknown) =>
    entryInWords(timed, { kind: 'seen', what: 'hand', part, state, value } as never)
  const { controls = [] } = kindOf(timed.parts.PR1!)!
  const said = controls.flatMap((control) => {
    if (!('options' in control)) return []
    return control.options.map(({ value, says }) => [control.name, says, hand('PR1', control.state, value)] as const)
  })
  expect(said.length).toBeGreaterThan(4)
  for (const [name, says, told] of said) expect(told.toLowerCase()).toContain(`${name} ${says}`.toLowerCase())
  expect(new Set(said.map(([, , told]) => told)).size).toBe(said.length)
  expect(hand('PR1', 'nothing', 'on')).toContain('on')
  expect(hand('V99', 'lever', 'parked')).toContain('V99')
})

it('what entries are about: power and proving dead are one subject, each due date, part, cable and wire its own', () => {
  const subject = (body: Entry['body']) => entryKinds.find(({ kind }) => kind === body.kind)!.subject?.(body as never)
  expect(subject({ kind: 'power', does: 'on', at: ['SS1'] })).toBe(subject({ kind: 'power', does: 'off', at: [] }))
  expect(subject(dead(true, true))).toBe(subject(dead(false, false)))
  expect(subject(due({}))).not.toBe(subject(due({ of: 'V3' })))
  expect(subject({ kind: 'part', does: 'taken out', part: 'V2' })).toBe(
    subject({ kind: 'part', does: 'fitted', part: 'V2', is: job.parts.V2! }),
  )
  expect(subject({ kind: 'part', does: 'run', cable: 'V2', is: job.cables[wire.cable!]! })).not.toBe(
    subject({ kind: 'part', does: 'taken out', part: 'V2' }),
  )
  expect(subject({ kind: 'landed', wire: 'w21', is: wire })).toBe('wire:w21')
  expect(subject({ kind: 'action', does: 'end', ends: 'entry-0001' })).toBe('end:entry-0001')
  expect(subject({ kind: 'note', text: 'Mind the step.' })).toBeUndefined()
})

it('an entry names the visit, the case and the proof it was made in, and nothing where it was made in none', () => {
  const made = (more: object) =>
    nextEntry(
      { id: 'entry-0001', by: 'phone', device: 'phone', clock: '2026-03-01T10:00:00.000Z', revision: 1, ...more },
      [],
      { kind: 'note', text: '' },
    )
  const keys = (entry: Entry) => ['visit', 'case', 'proof', 'stand', 'knew'].filter((key) => key in entry)
  expect(keys(made({}))).toEqual([])
  expect(made({ visit: 'visit-01' })).toMatchObject({ visit: 'visit-01' })
  expect(made({ case: 'case-001', proof: 'proof-01' })).toMatchObject({ case: 'case-001', proof: 'proof-01' })
  expect(keys(made({ case: 'case-001' }))).toEqual(['case'])
})

it('a complaint is open until it is closed by its own end, or taken back', () => {
  const opened = (id: string) => next({ kind: 'case', does: 'opened', complaint: 'Cold' }, id)
  const closes = (of: string) => ({
    ...next({ kind: 'case', does: 'closed', complaint: 'Cold' }, `end-of-${of}`),
    case: of,
  })
  const ids = (entries: readonly Entry[], gone: readonly string[] = []) =>
    openCases(entries, new Set(gone)).map(({ id }) => id)
  const [a, b] = [opened('case-a000'), opened('case-b000')]
  expect(ids([a, b])).toEqual(['case-a000', 'case-b000'])
  expect(ids([a, b, closes('case-a000')])).toEqual(['case-b000'])
  expect(ids([a, b, closes('case-a000')], ['end-of-case-a000'])).toEqual(['case-a000', 'case-b000'])
  expect(ids([a, b], ['case-b000'])).toEqual(['case-a000'])
})
