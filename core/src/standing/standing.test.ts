import { describe, expect, it } from 'vitest'
import { findingsOf } from '../checks/index.ts'
import { demoJobs } from '../demo/index.ts'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { circuitIn, documentOf, noCircuit, plannedJob } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import { blankJob } from '../parts/new-job.ts'
import { type Entry, nextEntry } from '../record/entry.ts'
import { copyOf } from '../testing/benches.ts'
import { Standings, stageStandings, standings } from './index.ts'

const job = kestrelPoint()
const planned = documentOf(job)
const service = documentOf(job, circuitIn(job))
const newWork = documentOf(job, noCircuit())

let count = 0
/** Things one device does in turn; each may name the entry of a complaint it belongs to. */
function told(...bodies: (Entry['body'] & { of?: string; case?: string })[]): Entry[] {
  const entries: Entry[] = []
  for (const { case: ofCase, ...body } of bodies)
    entries.push(
      nextEntry(
        {
          id: `standing-${String(++count).padStart(3, '0')}`,
          by: 'Ash',
          device: 'phone',
          clock: '2026-03-01T10:00:00.000Z',
          revision: 1,
          ...(ofCase ? { case: ofCase } : {}),
        },
        entries,
        body,
      ),
    )
  return entries
}
const landed = (wire: string) => ({ kind: 'landed', wire, is: job.wires[wire]! })
const back = (entries: readonly Entry[], of: Entry) =>
  nextEntry(
    {
      id: `back-${String(++count).padStart(5, '0')}`,
      by: 'Ash',
      device: 'phone',
      clock: '2026-03-01T11:00:00.000Z',
      revision: 1,
    },
    entries,
    { kind: 'back', of: of.id },
  )

describe('how far the work has come', () => {
  it('nothing is begun on an empty job', () => {
    const all = stageStandings(documentOf(blankJob('Empty', '120')), [])
    expect(Object.keys(all)).toEqual(Object.keys(standings))
    expect(Object.values(all).map(({ at, findings }) => [at, findings])).toEqual(Array(7).fill(['untouched', 0]))
  })

  it('survey counts zones; scheme counts what the rules find and nobody accepted', () => {
    expect(standings.survey(planned, []).says).toBe('5 zones are surveyed.')
    const one = copyOf(planned)
    for (const id of Object.keys(one.zones).slice(1)) delete one.zones[id]
    expect(standings.survey(one, []).says).toBe('One zone is surveyed.')
    expect(standings.scheme(planned, [])).toMatchObject({ at: 'done', findings: 0 })
    const wrong: Document = copyOf(planned)
    const motor = Object.entries(wrong.planned.wires).find(([, { from, to }]) =>
      [from, to].some(({ part, terminal }) => part === 'V1' && terminal === 'm1'),
    )![0]
    delete wrong.planned.wires[motor]
    expect(standings.scheme(wrong, []).findings).toBeGreaterThan(0)
  })

  it('hook-up: nobody there, all assumed, some landed, all landed', () => {
    expect(standings.hookup(planned, []).at).toBe('untouched')
    expect(standings.hookup(service, [])).toMatchObject({ at: 'untouched', share: 0 })
    const parts: Entry['body'][] = [
      ...Object.entries(job.parts).map(([part, is]) => ({ kind: 'part', does: 'fitted', part, is })),
      ...Object.entries(job.cables).map(([cable, is]) => ({ kind: 'part', does: 'run', cable, is })),
    ]
    const wires = Object.keys(job.wires)
    const half = told(...parts, ...wires.slice(0, 10).map(landed))
    expect(standings.hookup(newWork, half)).toMatchObject({ at: 'begun', share: 10 / wires.length, findings: 0 })
    const all = told(...parts, ...wires.map(landed))
    expect(standings.hookup(newWork, all)).toMatchObject({ at: 'done', share: 1 })
    expect(standings.hookup(newWork, [...all, back(all, all.at(-1)!)])).toMatchObject({ at: 'begun' })
  })

  it('hook-up is not done while something waits to be put back', () => {
    const one = told({ kind: 'action', does: 'lift', of: 'wire:w3.from' })
    expect(standings.hookup(service, one)).toMatchObject({ at: 'begun', findings: 1 })
    expect(standings.hookup(service, one).says).toContain('One thing waits')
    const two = told(
      { kind: 'action', does: 'lift', of: 'wire:w3.from' },
      { kind: 'action', does: 'lift', of: 'wire:w4.from' },
    )
    expect(standings.hookup(service, two).says).toContain('2 things wait')
  })

  it('find: a complaint is open until it is closed, another stays open, one taken back never was', () => {
    const opened = told(
      { kind: 'case', does: 'opened', complaint: 'Signal house cold' },
      { kind: 'case', does: 'opened', complaint: 'Oil store hot' },
    )
    expect(standings.find(service, opened)).toMatchObject({ at: 'begun', findings: 2, says: '2 complaints are open.' })
    const closed = nextEntry(
      {
        id: 'closing-000001',
        by: 'Ash',
        device: 'phone',
        clock: '2026-03-01T12:00:00.000Z',
        revision: 1,
        case: opened[0]!.id,
      },
      opened,
      { kind: 'case', does: 'closed', cause: 'Lead off' },
    )
    expect(standings.find(service, [...opened, closed])).toMatchObject({ findings: 1, says: 'Open: Oil store hot' })
    const rest = [...opened, closed, back([...opened, closed], opened[1]!)]
    expect(standings.find(service, rest)).toMatchObject({ at: 'done', findings: 0 })
  })

  it('log counts what stands, not what was taken back', () => {
    const note = told({ kind: 'note', text: 'cold' })
    expect(standings.log(service, note).says).toBe('One entry, 0 readings.')
    expect(standings.log(service, [...note, back(note, note[0]!)])).toMatchObject({ at: 'untouched' })
    const point = { point: 'V1.m1', says: 'Valve 1 M1', place: 'Boiler room' }
    const read = told(
      { kind: 'reading', mode: 'volts', from: point, to: point, value: 26, shows: '26 V' },
      ...[1, 2].map(() => ({ kind: 'note', text: 'x' })),
    )
    expect(standings.log(service, read).says).toBe('3 entries, one reading.')
  })
})

describe('load', () => {
  const standing = (change: (draft: Document) => void = () => {}) => {
    const document = copyOf(planned)
    change(document)
    return stageStandings(document, []).load
  }
  it('is done where every transformer carries it, and says with what', () => {
    expect(standing()).toMatchObject({ at: 'done', findings: 0, says: expect.stringMatching(/carries \d+ of 40 VA/) })
  })
  it('counts those that are short', () => {
    const short = standing((draft) => {
      draft.planned.parts.V3!.figures = { va: 19 }
    })
    expect(short).toMatchObject({
      at: 'begun',
      findings: 1,
      says: expect.stringMatching(/^Transformer: \d+ of 40 VA when \w/),
    })
  })
  it('counts valves that get too few volts, and contacts and fuses that carry too much', () => {
    const hungry = standing((draft) => {
      draft.planned.parts.V3!.figures = { minimumVolts: 26 }
    })
    expect(hungry).toMatchObject({
      at: 'begun',
      findings: 1,
      says: expect.stringMatching(/^Valve 3 gets 2\d\.\d V at worst, and needs 26 V to start\.$/),
    })
    const thin = standing((draft) => {
      draft.planned.parts.F1!.figures = { amps: 1 }
    })
    expect(thin).toMatchObject({
      at: 'begun',
      findings: 1,
      says: expect.stringMatching(/^Fuse F1 carries 1\.\d A, and may carry 1 A\.$/),
    })
  })
  it('at line voltage says what the fuse of the spur carries', () => {
    const { load } = stageStandings(documentOf(demoJobs['lowther-street']!()), [])
    expect(load).toMatchObject({
      at: 'done',
      says: expect.stringMatching(/^Fused isolator carries 0\.4\d of 3 A when both call\.$/),
    })
  })
  it('is untouched before anything is wired', () => {
    expect(
      standing((draft) => {
        draft.planned.wires = {}
      }).at,
    ).toBe('untouched')
  })
})

describe('one job while it is worked on', () => {
  const held = new Standings()
  const note = told({ kind: 'note', text: 'cold' })
  const unwired: Document = { ...planned, planned: { ...planned.planned, wires: {} } }

  it('an entry moves what hangs on entries, and asks no rule anew', () => {
    const before = held.of(planned, [])
    const after = held.of(copyOf(planned), note)
    expect(after).toEqual(stageStandings(planned, note))
    expect(after.log).not.toEqual(before.log)
    expect(after.scheme).toBe(before.scheme)
    expect(after.load).toBe(before.load)
  })

  it('another plan is judged anew, and so is the one before when it comes back', () => {
    for (const document of [unwired, planned, unwired])
      expect(held.of(document, note)).toEqual(stageStandings(document, note))
    expect(held.of(unwired, note).load.says).toBe('Nothing is wired yet.')
  })

  it('what is accepted of the plan, and its zones, count at once', () => {
    const wrong = copyOf(planned)
    const lost = Object.entries(wrong.planned.wires).find(([, { from, to }]) =>
      [from, to].some(({ part, terminal }) => part === 'V1' && terminal === 'm1'),
    )![0]
    delete wrong.planned.wires[lost]
    const { findings } = held.of(wrong, []).scheme
    expect(findings).toBeGreaterThan(0)
    const [finding] = findingsOf(plannedJob(wrong))
    const accepted: Document = {
      ...wrong,
      accepted: { [finding!.id]: { reason: 'It waits for its cable.', at: '2026-03-01' } },
    }
    expect(held.of(accepted, []).scheme.findings).toBe(findings - 1)
    const [zone] = Object.keys(wrong.zones)
    const { [zone!]: _, ...zones } = wrong.zones
    expect(held.of({ ...wrong, zones }, []).survey.says).toBe('4 zones are surveyed.')
  })
})
