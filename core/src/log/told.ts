import type { Job } from '../job/schema.ts'
import { partsOf } from '../job/zones.ts'
import { type Entry, inOrder } from '../record/entry.ts'
import { takenBack } from '../record/found.ts'
import { entryInWords } from '../record/kinds/index.ts'

/** What of a log is to be seen. What is left out is not asked for. */
export interface LogFilter {
  readonly kind?: string
  readonly by?: string
  readonly zone?: string
  readonly part?: string
  /** The day as the wall’s clock had it, `2026-11-25`. */
  readonly day?: string
  readonly words?: string
}

/** One line of the log, with all that it is found by. */
export interface Told {
  readonly entry: Entry
  readonly says: string
  readonly back: boolean
}

/** Parts and places that belong to a zone, as they stand in entries. */
export function namesOf(job: Job, zone: string): readonly string[] {
  const found = job.zones[zone]
  if (!found) return []
  return [zone, ...partsOf(found)]
}

/** Does an entry speak of one of these? Ids stand in entries as values or before a dot, a slash or a colon. */
export function speaksOf(entry: Entry, names: readonly string[]): boolean {
  const text = JSON.stringify([entry.body, entry.stand?.calls ?? {}])
  return names.some((name) => new RegExp(`[":.]${name}["./:]`).test(text))
}

/** The log in its order, newest first, narrowed to what was asked for. Take-backs are shown at what they took back. */
export function toldBy(job: Job, entries: readonly Entry[], filter: LogFilter = {}): Told[] {
  const gone = takenBack(entries)
  const names = filter.zone ? namesOf(job, filter.zone) : []
  const words = filter.words?.toLowerCase().split(/\s+/).filter(Boolean) ?? []
  return entries
    .filter(
      ({ body, by, clock }) =>
        body.kind !== 'back' &&
        (!filter.kind || body.kind === filter.kind) &&
        (!filter.by || by === filter.by) &&
        (!filter.day || clock.startsWith(filter.day)),
    )
    .filter((entry) => !filter.zone || speaksOf(entry, names))
    .filter((entry) => !filter.part || speaksOf(entry, [filter.part]))
    .toSorted((a, b) => inOrder(b, a))
    .map((entry) => ({ entry, says: entryInWords(job, entry.body, entries), back: gone.has(entry.id) }))
    .filter(({ says, entry }) => {
      const text = `${says} ${entry.by} ${String(entry.body.shows ?? '')}`.toLowerCase()
      return words.every((word) => text.includes(word))
    })
}
