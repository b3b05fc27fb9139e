import { circuitIn, jobWith, noCircuit } from '../job/document.ts'
import type { Document, Job } from '../job/schema.ts'
import type { Settings } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { checkSupposition } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { type Entry, hadSeen, inOrder } from './entry.ts'
import type { Certainty, Folding, OpenAction } from './entry-kind.ts'
import { Hands } from './hands.ts'
import { entryKindOf } from './kinds/index.ts'

/** Two entries on one subject, made without knowing of each other. */
export interface Conflict {
  readonly subject: string
  readonly wins: Entry
  readonly other: Entry
}

/** The wall as it was found: everything that was seen and done, over what it was taken to be. */
export interface Found {
  readonly job: Job
  readonly supposed: readonly Supposition[]
  readonly hands: Settings
  /** How sure each conductor is. */
  readonly conductors: Readonly<Record<string, Certainty>>
  /** What waits for its own end: lifted, linked, parked, dialled, uncovered, off its base, shut. */
  readonly open: readonly OpenAction[]
  /** On the wall, not on the record: what an entry speaks of and the circuit has not. */
  readonly offRecord: readonly { readonly entry: Entry; readonly says: string }[]
  readonly conflicts: readonly Conflict[]
  readonly power: 'on' | 'off'
  /** Entries a newer version wrote: kept, and without effect here. */
  readonly unknown: readonly Entry[]
}

/** Ids of the entries that were taken back. A take-back that was itself taken back does nothing. */
export function takenBack(entries: readonly Entry[]): ReadonlySet<string> {
  const backs = new Map<string, string[]>()
  for (const { id, body } of entries)
    if (body.kind === 'back' && typeof body.of === 'string') backs.set(body.of, [...(backs.get(body.of) ?? []), id])
  const asked = new Set<string>()
  const memo = new Map<string, boolean>()
  const taken = (id: string): boolean => {
    const known = memo.get(id)
    if (known !== undefined) return known
    if (asked.has(id)) return false
    asked.add(id)
    const is = (backs.get(id) ?? []).some((one) => !taken(one))
    memo.set(id, is)
    return is
  }
  return new Set([...backs.keys()].filter(taken))
}

/**
 * Folds entries over what the wall was taken to be. Their order of arrival makes no difference, edits of the plan make none,
 * and an entry that names what is gone is kept apart and never an error.
 *
 * @param at an entry: found as it was just before it
 */
export function foundOf(document: Document, entries: readonly Entry[], at?: Entry): Found {
  const before = document.before ?? noCircuit()
  const circuit = circuitIn(before)
  const folding: Folding = {
    circuit,
    conductors: new Map(Object.keys(circuit.wires).map((wire) => [wire, 'assumed'])),
    supposed: new Map(),
    hands: new Hands(),
    open: new Map(),
    offRecord: [],
    power: 'on',
  }
  const gone = takenBack(entries)
  const standing = [...new Map(entries.map((entry) => [entry.id, entry])).values()]
    .filter((entry) => !gone.has(entry.id) && (at === undefined || inOrder(entry, at) < 0))
    .sort(inOrder)
  const conflicts: Conflict[] = []
  const unknown: Entry[] = []
  const last = new Map<string, Entry[]>()
  for (const entry of standing) {
    const kind = entryKindOf(entry.body)
    if (!kind) {
      unknown.push(entry)
      continue
    }
    const subject = kind.subject?.(entry.body)
    if (subject !== undefined) {
      const earlier = last.get(subject) ?? []
      for (const other of earlier)
        if (!hadSeen(entry, other) && !sameFact(entry, other)) conflicts.push({ subject, wins: entry, other })
      last.set(subject, [...earlier.filter((other) => !hadSeen(entry, other)), entry])
    }
    kind.fold?.(folding, entry.body, entry)
  }
  // Where it is uncertain which came last, the power counts as on.
  const doubt = conflicts.filter(({ subject }) => subject === 'power').at(-1)
  if (doubt && last.get('power')?.includes(doubt.wins)) powerOn(folding)
  const job = jobWith(document, circuit)
  const supposed: Supposition[] = []
  for (const { is, entry } of folding.supposed.values()) {
    const checked = checkSupposition(job, is)
    if (checked.ok) supposed.push(is)
    else folding.offRecord.push({ entry, says: checked.failures[0]!.says })
  }
  return {
    job,
    supposed,
    hands: folding.hands.of(circuit.parts),
    conductors: Object.fromEntries(folding.conductors),
    open: [...folding.open.values()],
    offRecord: folding.offRecord,
    conflicts,
    power: folding.power,
    unknown,
  }
}

const sameFact = (a: Entry, b: Entry) => JSON.stringify(a.body) === JSON.stringify(b.body)

function powerOn(found: Folding) {
  found.power = 'on'
  for (const part of found.hands.parts) {
    const closed = kindOf(found.circuit.parts[part])?.roles.closed
    if (closed) found.hands.forget(part, closed)
  }
}
