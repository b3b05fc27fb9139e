import {
  type Document,
  type Edit,
  type Entry,
  type Found,
  type Job,
  keyOf,
  kindOf,
  type OnTheBench,
  type Settings,
  type StateValue,
  type Which,
} from '@civil-lantern/core'
import type { LogState } from './entry-log.ts'
import type { History, Tried } from './history.ts'
import type { SessionState } from './job-session.ts'

/** Which circuit a window shows: the plan, the wall as it was found, or one of them with what is tried on it. */
export type Shows = 'planned' | 'found' | 'tried'

export interface DeskState extends SessionState, LogState {
  readonly shows: Shows
  /** The circuit that what is tried is tried on. */
  readonly as: Which
  /** The job with the circuit that is shown. */
  readonly job: Job
  /** The job as planned, whatever is shown. */
  readonly plan: Job
  readonly found: Found
  readonly tried: Tried
  /** What the bench takes: the circuit shown, with what is wrong with it and where hands have put things. */
  readonly circuit: OnTheBench
  readonly undo: string | undefined
  readonly redo: string | undefined
  /** Somebody enters something on a device that has no name yet. */
  readonly asksWho: boolean
}

export interface Own {
  readonly plan: Job
  readonly found: Found
  readonly tried: Tried
  readonly shows: Shows | undefined
  readonly history: History
  readonly asksWho: boolean
}

export function assembled(session: SessionState, log: LogState, own: Own, before?: DeskState): DeskState {
  const { plan, found, tried } = own
  const been = session.document.before !== null
  const shows = own.shows ?? (been ? 'found' : 'planned')
  const as = shows === 'planned' || !been ? 'planned' : 'found'
  const base = shows === 'found' || as === 'found' ? found.job : plan
  const onWall = base === found.job
  const supposed = [...(onWall ? found.supposed : []), ...(shows === 'tried' ? tried.supposed : [])]
  const hands = onWall ? together(found.hands, tried.hands) : tried.hands
  const key = keyOf(base, supposed, hands)
  const same = before && before.circuit.key === key && before.job === base
  return {
    ...session,
    ...log,
    shows,
    as: onWall ? 'found' : 'planned',
    job: base,
    plan,
    found,
    tried,
    circuit: same ? before.circuit : { job: base, supposed, hands, key },
    undo: own.history.undo?.name,
    redo: own.history.redo?.name,
    asksWho: own.asksWho,
  }
}

function together(found: Settings, mine: Settings): Settings {
  const all: Record<string, Record<string, StateValue>> = {}
  for (const [part, states] of Object.entries(found)) all[part] = { ...states }
  for (const [part, states] of Object.entries(mine)) all[part] = { ...all[part], ...states }
  return all
}

export const withHand = (hands: Settings, part: string, state: string, value: StateValue): Settings => ({
  ...hands,
  [part]: { ...hands[part], [state]: value },
})

/** What hangs on a wall nobody has traced: devices and cables. Which connectors join what is wiring, and not known. */
export const devicesOf = ({ parts, cables }: Document['planned']): Document['planned'] => ({
  parts: Object.fromEntries(Object.entries(parts).filter(([, part]) => !kindOf(part)?.roles.connector)),
  cables,
  wires: {},
})

/** The visit that is open now, by the id of the entry that opened it. */
export function openVisitIn(entries: readonly Entry[]): string | undefined {
  const last = entries.filter(({ body }) => body.kind === 'visit').at(-1)
  return last?.body.does === 'opens' ? last.id : undefined
}

/** What of an edit is about site, zones and intent, and not about the circuit. */
export function aroundCircuit(edit: Edit): Edit | undefined {
  const around = (patches: Edit['patches']) => patches.filter(({ path }) => path[0] !== 'planned')
  const patches = around(edit.patches)
  return patches.length === 0 ? undefined : { ...edit, patches, inverse: around(edit.inverse) }
}

/** Where a part hangs on the screen is no fact of the wall: it is kept with the plan. */
export function hangAs(plan: Job, before: Job, after: Job) {
  for (const [id, part] of Object.entries(plan.parts)) {
    const at = after.parts[id]?.at
    if (JSON.stringify(at) === JSON.stringify(before.parts[id]?.at)) continue
    if (at) part.at = at
    else delete part.at
  }
}

/** The wall drawn where the plan hangs its parts. */
export function hung(found: Found, plan: Job): Found {
  const parts = Object.fromEntries(
    Object.entries(found.job.parts).map(([id, part]) => {
      const at = plan.parts[id]?.at
      const { at: _, ...rest } = part
      return [id, at ? { ...rest, at } : rest]
    }),
  )
  return { ...found, job: { ...found.job, parts } }
}
