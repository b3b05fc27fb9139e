import { endKey } from '../compare/pairing.ts'
import { ALL_WRITTEN } from '../deduce/facts.ts'
import { Joined } from '../deduce/joined.ts'
import { leadColour } from '../deduce/loose-ends.ts'
import { pointOf } from '../deduce/nodes.ts'
import { type SourceRound, standOfRound, voltsAt } from '../deduce/rounds.ts'
import { roundFor, type Tracing, tracingOf } from '../deduce/tracing.ts'
import { documentOf } from '../job/document.ts'
import type { Document, Job } from '../job/schema.ts'
import { type Entry, nextEntry } from '../record/entry.ts'
import { benchWith } from '../suppose/bench.ts'

/** What is one with what on a wall. */
export const netsIn = (job: Job) =>
  new Joined(Object.values(job.wires).map(({ from, to }) => [endKey(job, from), endKey(job, to)]))

/** A wall somebody has written down end by end, without following every conductor. */
export interface HalfSeen {
  readonly document: Document
  readonly entries: readonly Entry[]
  /** Where each loose end really leads: the node at its other end, by the id its conductor has in the entries. */
  readonly truth: ReadonlyMap<string, string>
}

/** An entry made on the wall, after all the others. */
export function entered(known: readonly Entry[], body: Entry['body'], more: Partial<Entry> = {}): Entry {
  const id = `entry-${String(known.length).padStart(5, '0')}`
  const clock = new Date(Date.UTC(2026, 8, 1, 9) + known.length * 20_000).toISOString()
  return { ...nextEntry({ id, by: 'Made up', device: 'phone', clock, revision: 1 }, known.slice(-1), body), ...more }
}

/**
 * Boxes and devices are known, every conductor is written down, and of those that are hidden each end by itself: nobody
 * has followed them. Leads of one part are seen to run in one sheath.
 *
 * @param hidden is this conductor one that nobody followed?
 * @param written places of which everything is said to be written down; all where nothing is said
 */
export function halfSeen(wall: Job, hidden: (wire: string) => boolean, written = Object.keys(wall.places)): HalfSeen {
  const { parts, cables } = wall
  const document = documentOf({ ...wall, wires: {}, wired: null }, { parts, cables, wires: {} })
  const entries: Entry[] = []
  const truth = new Map<string, string>()
  const enter = (body: Entry['body']) => void entries.push(entered(entries, body))
  for (const [wire, it] of Object.entries(wall.wires)) {
    const leads = [it.from, it.to].filter((end) => leadColour(wall, end) === it.colour)
    const [lead] = leads.length === 1 ? leads : []
    const sheath = lead ? { sheath: [...wall.parts[lead.part]!.label].reverse().join('') } : {}
    const see = (id: string, is: object) => enter({ kind: 'seen', what: 'conductor', wire: id, is })
    if (!hidden(wire)) {
      see(wire, { ...it, ...sheath })
      continue
    }
    for (const [end, far] of [
      [it.from, it.to],
      [it.to, it.from],
    ] as const) {
      const id = `${wire}-${end === it.from ? 'a' : 'b'}`
      const { to: _, ...rest } = it
      see(id, { ...rest, from: end, label: '', ...(end === lead ? {} : sheath) })
      truth.set(id, endKey(wall, far))
    }
  }
  for (const place of written) enter({ kind: 'seen', what: 'word', of: `place:${place}`, ...ALL_WRITTEN })
  return { document, entries, truth }
}

/** What a round of readings shows on a wall, as entries after those there are. */
export function roundRead(wall: Job, known: readonly Entry[], { off, to, at }: SourceRound): Entry[] {
  const bench = benchWith(wall, [])
  bench.settle()
  if (off) bench.set(off.part, off.state, off.value)
  bench.settle()
  const made: Entry[] = []
  for (const { node } of at) {
    const value = voltsAt(bench, wall, node, to)
    const body = { kind: 'reading', mode: 'loz', from: { point: pointOf(wall, node) }, to: { point: to }, value }
    made.push(entered([...known, ...made], body, { stand: standOfRound(wall, off) }))
  }
  return made
}

/** More rounds than any wall has things to switch off and points to hold the other lead on. */
const MOST_ROUNDS = 60

/** A half-seen wall after every round of readings that was worth while. */
export function withSources(wall: Job, document: Document, seen: readonly Entry[]) {
  let entries = seen
  let tracing: Tracing = tracingOf(document, entries)
  let rounds = 0
  for (let round = roundFor(tracing); round; round = roundFor(tracing)) {
    if (rounds > MOST_ROUNDS) throw new Error(`the same round is asked for again and again: ${JSON.stringify(round)}`)
    entries = [...entries, ...roundRead(wall, entries, round)]
    tracing = tracingOf(document, entries)
    rounds++
  }
  return { tracing, entries, rounds, readings: entries.length - seen.length }
}
