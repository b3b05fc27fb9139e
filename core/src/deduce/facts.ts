import { endKey } from '../compare/pairing.ts'
import type { Job } from '../job/schema.ts'
import { type Entry, inOrder } from '../record/entry.ts'
import { type Found, takenBack } from '../record/found.ts'
import { Joined } from './joined.ts'
import { type Level, levelsIn } from './levels.ts'
import { type LooseEnd, leadColour, looseEnds } from './loose-ends.ts'
import { nodeAt } from './nodes.ts'

/** Ohms up to which two points are one by copper, and from which they are not. */
const ONE = 1
export const APART = 5

/** A word by which somebody says that every conductor in a place is written down. */
export const ALL_WRITTEN = { look: 'conductors', word: 'all written down' } as const

/** Two points between which the ohms were measured, everything dead. */
export interface Continuity {
  readonly from: string
  readonly to: string
  readonly joined: boolean
}

/** What is so on a wall, whatever anybody planned for it. */
export interface WallFacts {
  readonly job: Job
  /** Joined by conductors that were seen at both ends. */
  readonly joined: Joined
  readonly ends: readonly LooseEnd[]
  /** Places of which every conductor is written down, and none is only assumed. */
  readonly written: ReadonlySet<string>
  /** The part whose leads run in a sheath, where one of them was followed. */
  readonly sheaths: ReadonlyMap<string, string>
  readonly measured: readonly Continuity[]
  /** Volts, everything on or something switched off. */
  readonly levels: readonly Level[]
}

/** The sheath each conductor was last seen to run in, by its id. @param standing entries in order, none taken back */
export function sheathsIn(standing: readonly Entry[]): Map<string, string> {
  const found = new Map<string, string>()
  for (const { id, body } of standing) {
    if (body.kind !== 'seen' || body.what !== 'conductor') continue
    const wire = typeof body.wire === 'string' ? body.wire : `e-${id}`
    const { sheath } = (body.is ?? {}) as { sheath?: string }
    if (sheath === undefined) found.delete(wire)
    else found.set(wire, sheath)
  }
  return found
}

/** What the entries of a job say for certain of its wall: nothing that is only assumed, computed or from a stand-in. */
export function factsOf({ job, conductors }: Pick<Found, 'job' | 'conductors'>, entries: readonly Entry[]): WallFacts {
  const gone = takenBack(entries)
  const standing = entries.filter(({ id, source }) => source === 'wall' && !gone.has(id)).toSorted(inOrder)
  const sheathOf = sheathsIn(standing)
  const written = new Set<string>()
  const measured: Continuity[] = []
  for (const { body, stand } of standing) {
    if (body.kind === 'seen' && body.look === ALL_WRITTEN.look && body.word === ALL_WRITTEN.word)
      written.add(String(body.of).replace(/^place:/, ''))
    // With a lead off, ohms say nothing of how it hangs.
    if (body.kind === 'reading' && stand?.power?.on === false && (stand.lifted ?? []).length === 0) {
      const one = continuityIn(job, body)
      if (one) measured.push(one)
    }
  }
  const sure = (wire: string) => (conductors[wire] ?? 'assumed') !== 'assumed'
  const ends = looseEnds(job, sheathOf).filter(({ wire }) => sure(wire))
  const loose = new Set(ends.map(({ wire }) => wire))
  const joined = new Joined()
  const sheaths = new Map<string, string>()
  for (const [id, { from, to, colour }] of Object.entries(job.wires)) {
    // What is only assumed there may be a loose end under another name: then not all of the place is written down.
    if (!sure(id)) for (const { part } of [from, to]) written.delete(job.parts[part]?.place ?? '')
    if (!sure(id) || loose.has(id)) continue
    joined.join(endKey(job, from), endKey(job, to))
    const sheath = sheathOf.get(id)
    const lead = [from, to].find((end) => leadColour(job, end) === colour)
    if (sheath !== undefined && lead) sheaths.set(sheath, lead.part)
  }
  return { job, joined, ends, written, sheaths, measured, levels: levelsIn(job, standing) }
}

function continuityIn(job: Job, body: Entry['body']): Continuity | undefined {
  if (body.mode !== 'ohms' && body.mode !== 'beep') return undefined
  const [from, to] = [body.from, body.to].map((at) => nodeAt(job, (at as { point: string }).point))
  if (from === undefined || to === undefined) return undefined
  if (body.value === null) return { from, to, joined: false }
  const ohms = Number(body.value)
  if (ohms <= ONE) return { from, to, joined: true }
  return ohms >= APART ? { from, to, joined: false } : undefined
}
