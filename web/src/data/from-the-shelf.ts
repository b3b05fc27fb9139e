import type { Edit } from '@civil-lantern/core'
import { shelf } from '../base/shelf.ts'
import type { StoredJob } from './api.ts'
import type { NotTaken } from './not-taken.ts'
import { type Outgoing, outgoingEntry } from './outbox.ts'

/** What an earlier version of the program kept of a job in the browser's small store. */
export interface FromTheShelf {
  readonly job: string
  readonly is: StoredJob | undefined
  readonly things: readonly Outgoing[]
}

const KEYS = ['job:', 'entries:', 'not-taken:', 'waits:']

/** Everything of jobs that still lies in the small store. */
export function onTheShelf(): FromTheShelf[] {
  const jobs = new Set(KEYS.flatMap((key) => shelf.under(key)))
  return [...jobs].map((job) => {
    const kept = shelf.get<{ base: StoredJob; pending: Edit[] }>(`job:${job}`)
    const edits = (kept?.pending ?? []).map((of): Outgoing => ({ id: of.id, what: 'edit', of }))
    const entries = (shelf.get<unknown[]>(`entries:${job}`) ?? []).map(outgoingEntry)
    return { job, is: kept?.base, things: [...edits, ...entries, ...(shelf.get<NotTaken[]>(`not-taken:${job}`) ?? [])] }
  })
}

/** Clears the small store of what lies safe elsewhere now. */
export function offTheShelf(moved: readonly FromTheShelf[]) {
  for (const { job } of moved) for (const key of KEYS) shelf.drop(key + job)
}
