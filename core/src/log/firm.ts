import { plannedJob } from '../job/document.ts'
import type { Document, Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { Entry } from '../record/entry.ts'
import { takenBack } from '../record/found.ts'

/** Something that was put right on one of the firm's jobs. */
export interface Mended {
  readonly job: string
  readonly title: string
  /** What it was a piece of, by its id on that job. */
  readonly part: string
  readonly kind: string
  /** What of the part: its head, its body, the whole; joints and conductors have none. */
  readonly piece: string
  /** When, ISO. */
  readonly at: string
}

/** How often a piece of a kind was put right, and how often the same part wanted it again. */
export interface FirmRow {
  readonly kind: string
  readonly piece: string
  readonly times: number
  readonly again: number
  readonly jobs: number
}

/** A second repair of one part within so many days is a repeat visit. */
const AGAIN_DAYS = 400
const DAY = 86_400_000

/** Conductors and cables, whatever they are of. */
export const CONDUCTOR = 'conductor'

/**
 * What kind a unit is of, and which piece of it.
 * @example pieceOf(job, 'V2/head') // { part: 'V2', kind: 'valve/motor-4', piece: 'head' }
 * @example pieceOf(job, 'TC3/white') // { part: 'TC3', kind: 'conductor', piece: '' }
 */
export function pieceOf(job: Pick<Job, 'parts'>, unit: string): Pick<Mended, 'part' | 'kind' | 'piece'> {
  const [part = '', piece = ''] = unit.split('/')
  const own = job.parts[part]
  if (!own) return { part, kind: CONDUCTOR, piece: '' }
  return { part, kind: own.kind, piece: kindOf(own)?.class === 'joint' ? '' : piece || 'leads' }
}

/** What was put right at the wall of one job; what was tried on a stand-in, or taken back, is none of it. */
export function mendedIn(id: string, document: Document, entries: readonly Entry[]): Mended[] {
  const gone = takenBack(entries)
  const job = plannedJob(document)
  return entries.flatMap(({ id: entry, body, source, clock }) =>
    body.kind === 'repair' && source === 'wall' && !gone.has(entry)
      ? [{ job: id, title: document.title, ...pieceOf(job, String(body.unit)), at: clock }]
      : [],
  )
}

/** Repairs by kind and piece, the most frequent first. */
export function tallyOf(mended: readonly Mended[]): FirmRow[] {
  const rows = new Map<string, { kind: string; piece: string; times: number; again: number; jobs: Set<string> }>()
  for (const one of mended) {
    const key = `${one.kind} ${one.piece}`
    const row = rows.get(key) ?? { kind: one.kind, piece: one.piece, times: 0, again: 0, jobs: new Set() }
    row.times++
    row.jobs.add(one.job)
    if (mended.some((later) => isRepeat(one, later))) row.again++
    rows.set(key, row)
  }
  return [...rows.values()]
    .map((row) => ({ ...row, jobs: row.jobs.size }))
    .sort((a, b) => b.times - a.times || b.again - a.again || a.kind.localeCompare(b.kind))
}

function isRepeat(first: Mended, later: Mended): boolean {
  const days = (Date.parse(later.at) - Date.parse(first.at)) / DAY
  return later.job === first.job && later.part === first.part && days > 0 && days <= AGAIN_DAYS
}

/** Repairs from which on the firm's own log counts for as much as the usual figures. */
const USUAL_COUNTS = 8
/** It moves a weight no further than this, either way. */
const MOST = 4

/**
 * How much oftener than usual each of some pieces is what was wrong, by the firm's own log.
 * @param usual share of the usual weight by `kind piece`; the shares of one plant add up to one
 */
export function firmFactors(rows: readonly FirmRow[], usual: ReadonlyMap<string, number>): ReadonlyMap<string, number> {
  const times = new Map(rows.map(({ kind, piece, times }) => [`${kind} ${piece}`, times]))
  const all = [...usual.keys()].reduce((sum, key) => sum + (times.get(key) ?? 0), 0)
  return new Map(
    [...usual].map(([key, share]) => {
      const factor = ((times.get(key) ?? 0) + USUAL_COUNTS) / (all * share + USUAL_COUNTS)
      return [key, Math.min(MOST, Math.max(1 / MOST, factor))]
    }),
  )
}
