import { type Document, documentOf, type Entry, foundOf, type Job, nextEntry, plannedJob } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { aroundCircuit, assembled, devicesOf, hangAs, hung, type Own, openVisitIn, withHand } from './desk-state.ts'
import type { LogState } from './entry-log.ts'
import type { SessionState } from './job-session.ts'

const job = demoJobs['kestrel-point']!()
const wall = documentOf(job, documentOf(job).planned)
const maker = (n: number) => ({
  id: `desk-entry-${n}`,
  by: 'Ash',
  device: 'phone',
  clock: `2026-03-01T10:00:0${n}.000Z`,
  revision: 1,
})
function entered(...bodies: Entry['body'][]): Entry[] {
  const all: Entry[] = []
  for (const body of bodies) all.push(nextEntry(maker(all.length + 1), all, body))
  return all
}
const parked = entered({ kind: 'seen', what: 'hand', part: 'V3', state: 'parked', value: true })
const session = (document: Document): SessionState => ({
  document,
  revision: 1,
  save: 'saved',
  savedAt: undefined,
  pending: 0,
})
const log = (entries: readonly Entry[]): LogState => ({
  sent: 'all',
  entries,
  waiting: new Set(),
  heard: true,
  fresh: true,
})

function shown(
  document: Document,
  entries: readonly Entry[],
  own: Partial<Own> = {},
  before?: ReturnType<typeof assembled>,
) {
  const plan = plannedJob(document)
  const all = {
    plan,
    found: foundOf(document, entries),
    tried: { supposed: [], hands: {} },
    shows: undefined,
    history: { undo: undefined, redo: undefined } as Own['history'],
    asksWho: false,
    ...own,
  }
  return assembled(session(document), log(entries), all, before)
}

describe('which circuit a window shows', () => {
  it('the plan while nobody has been at the wall, the wall once somebody has', () => {
    expect(shown(documentOf(job), [])).toMatchObject({ shows: 'planned', as: 'planned' })
    expect(shown(wall, [])).toMatchObject({ shows: 'found', as: 'found' })
    expect(shown(wall, [], { shows: 'planned' })).toMatchObject({ shows: 'planned', as: 'planned' })
  })

  it('what is tried is tried on the wall where there is one, and on the plan where there is none', () => {
    const tried = { supposed: [{ id: 'part:V2/windingOpen' }], hands: { V1: { parked: true } } }
    const onWall = shown(wall, parked, { shows: 'tried', tried })
    expect([onWall.as, onWall.circuit.supposed, onWall.circuit.hands.V1, onWall.circuit.hands.V3]).toEqual([
      'found',
      [{ id: 'part:V2/windingOpen' }],
      { parked: true },
      { parked: true },
    ])
    const onPlan = shown(documentOf(job), [], { shows: 'tried', tried })
    expect([onPlan.as, onPlan.circuit.supposed.length, onPlan.circuit.hands.V3]).toEqual(['planned', 1, undefined])
    // Shown as found, what somebody tries is not in it; a hand that turns a dial on the bench still is.
    expect(shown(wall, parked, { tried }).circuit.supposed).toEqual([])
  })

  it('a hand found on the wall and one of mine on the same part stand together', () => {
    const tried = { supposed: [], hands: { V3: { stem: 0.5 } } }
    expect(shown(wall, parked, { shows: 'tried', tried }).circuit.hands.V3).toEqual({ parked: true, stem: 0.5 })
    expect(shown(wall, parked, { shows: 'planned', tried }).circuit.hands.V3).toEqual({ stem: 0.5 })
  })

  it('the bench keeps its circuit where nothing of it changed, and gets another where a hand did', () => {
    const first = shown(wall, parked, { found: foundOf(wall, parked) })
    const again = shown(wall, parked, { found: first.found }, first)
    expect(again.circuit).toBe(first.circuit)
    expect(shown(wall, [], {}, first).circuit).not.toBe(first.circuit)
  })
})

it('a hand is one state more of its part, and the others stay', () => {
  const hands = { V1: { parked: true }, V2: { parked: false } }
  expect(withHand(hands, 'V1', 'stem', 1)).toEqual({ V1: { parked: true, stem: 1 }, V2: { parked: false } })
  expect(hands.V1).toEqual({ parked: true })
})

it('of a wall nobody has traced the devices and cables hang there, no connector and no conductor', () => {
  const { parts, cables, wires } = devicesOf(wall.planned)
  expect(Object.keys(parts)).toEqual(expect.arrayContaining(['V1', 'TS1', 'B1', 'XF1']))
  expect(Object.keys(parts).some((id) => /^S\d+$/.test(id))).toBe(false)
  expect([cables, wires]).toEqual([wall.planned.cables, {}])
})

it('a visit is open until it is closed, and the next one has its own id', () => {
  const visit = (does: string) => ({ kind: 'visit', does, for: 'service' })
  expect(openVisitIn([])).toBeUndefined()
  expect(openVisitIn(entered(visit('opens')))).toBe('desk-entry-1')
  expect(openVisitIn(entered(visit('opens'), visit('closes')))).toBeUndefined()
  expect(openVisitIn(entered(visit('opens'), visit('closes'), visit('opens'), { kind: 'note', text: 'x' }))).toBe(
    'desk-entry-3',
  )
})

it('of an edit on the wall only what is about site, zones and intent changes the document', () => {
  const patch = (...path: string[]) => ({ op: 'replace' as const, path, value: 1 })
  const edit = {
    id: 'e',
    name: 'Both',
    patches: [patch('zones', 'oil', 'run'), patch('planned', 'wires', 'w1', 'size')],
    inverse: [patch('planned', 'wires', 'w1', 'size'), patch('zones', 'oil', 'run')],
  }
  const around = aroundCircuit(edit)!
  expect([around.patches.length, around.inverse.length, around.patches[0]!.path[0]]).toEqual([1, 1, 'zones'])
  expect(aroundCircuit({ ...edit, patches: [edit.patches[1]!], inverse: [] })).toBeUndefined()
})

describe('where parts hang', () => {
  const at = (plant: Job, x: number | undefined): Job => {
    const { at: _, ...rest } = plant.parts.V1!
    return { ...plant, parts: { ...plant.parts, V1: x === undefined ? rest : { ...rest, at: { x, y: 0 } } } }
  }

  it('is kept with the plan: moved on the wall it moves there, taken off it is arranged again', () => {
    const plan = structuredClone(at(job, 10))
    hangAs(plan, at(job, 10), at(job, 40))
    expect(plan.parts.V1!.at).toEqual({ x: 40, y: 0 })
    hangAs(plan, at(job, 40), at(job, undefined))
    expect(plan.parts.V1!.at).toBeUndefined()
    // What was not moved stays where somebody else put it.
    const other = structuredClone(at(job, 99))
    hangAs(other, at(job, 10), at(job, 10))
    expect(other.parts.V1!.at).toEqual({ x: 99, y: 0 })
  })

  it('the wall is drawn where the plan hangs its parts, and not where an old entry had them', () => {
    const found = foundOf(wall, [])
    const drawn = hung({ ...found, job: at(found.job, 5) }, at(job, 70))
    expect(drawn.job.parts.V1!.at).toEqual({ x: 70, y: 0 })
    expect(hung({ ...found, job: at(found.job, 5) }, at(job, undefined)).job.parts.V1!.at).toBeUndefined()
  })
})
