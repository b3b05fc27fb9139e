import type { Patch } from 'immer'
import type { Entry } from '../../record/entry.ts'
import type { Supposition } from '../../suppose/supposition.ts'

/** What an older document held beside what it is now: trials of its users, records, and what could not be read. */
export interface Beside {
  readonly tried: { readonly supposed: Supposition[]; readonly hands: Record<string, Record<string, boolean>> }
  readonly entries: Entry[]
  /** Wires that an edit says are landed: an entry needs the wire as it is then. */
  readonly landed: string[]
  /** What it says that this version does not know, in words. */
  readonly notes: string[]
}

/** One step from a version to the next. One file each, with a sample of what it reads. */
export interface Upgrade {
  readonly from: number
  document(old: Record<string, unknown>, beside: Beside): Record<string, unknown>
  /** Patches of an edit made on a document of the older version. */
  patches(old: readonly Patch[], beside: Beside): Patch[]
  /** An entry's body and envelope as the older version wrote them. */
  entry(id: string, old: Record<string, unknown>): Record<string, unknown>
}

export const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
