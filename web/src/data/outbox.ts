import type { Edit } from '@civil-lantern/core'
import type { StoredJob } from './api.ts'

/** Something done here, from the hand on until the server has acknowledged it, or somebody has let it go. */
export interface Outgoing {
  readonly id: string
  readonly what: 'edit' | 'entry'
  /** An entry in any form, for a window of an older version may have made it. */
  readonly of: unknown
  /** Why it was not taken, in words; without, it waits to be sent. */
  readonly why?: string
}

/** What a browser keeps of one job. */
export interface Lying {
  /** The job as the server last had it. */
  readonly job: StoredJob | undefined
  /** In the order in which it was done, by whichever window. */
  readonly things: readonly Outgoing[]
}

/** How much of a job lies in a browser. */
export interface Tally {
  readonly job: string
  /** The job as the server last had it, where it was opened here; of any version. */
  readonly document: unknown
  readonly waits: number
}

/**
 * What was done in this browser and is not acknowledged yet: one record for each thing, the same for all its windows. Nothing
 * in it is ever deleted but what the server has, or what somebody has let go.
 */
export interface Outbox {
  look(job: string): Promise<Lying>
  /** Lays things at the end; one of an id that lies there already takes its place. Rejects where there is no room. */
  put(job: string, things: readonly Outgoing[]): Promise<void>
  /** What has become of a job, in one step: how the server has it now, and what need not lie here any more. */
  settle(job: string, now: { readonly is?: StoredJob; readonly gone?: readonly string[] }): Promise<void>
  tally(): Promise<readonly Tally[]>
  /** Calls when another window has changed what lies of a job. Returns how to hear no more. */
  changed(job: string, heard: () => void): () => void
  /** Work that only one window does at a time. */
  inTurn<T>(name: string, work: () => Promise<T>): Promise<T>
}

/** What lies there of each id, as it was laid last, where that was. */
export function latest<T extends Pick<Outgoing, 'id'>>(things: readonly T[]): T[] {
  const last = new Map<string, T>()
  for (const thing of things) {
    last.delete(thing.id)
    last.set(thing.id, thing)
  }
  return [...last.values()]
}

const waiting = (what: Outgoing['what'], things: readonly Outgoing[]) =>
  things.filter((one) => one.what === what && one.why === undefined).map(({ of }) => of)

/** The edits among things that wait to be sent. */
export const editsIn = (things: readonly Outgoing[]) => waiting('edit', things) as Edit[]

/** The entries among things that wait to be sent, in any form. */
export const entriesIn = (things: readonly Outgoing[]) => waiting('entry', things)

/** As an entry lies in the box: one without an id, of an older version, by what it says. */
export function outgoingEntry(of: unknown): Outgoing {
  const id = typeof of === 'object' && of !== null && 'id' in of ? String(of.id) : JSON.stringify(of)
  return { id, what: 'entry', of }
}
