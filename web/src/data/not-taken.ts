import type { Edit } from '@civil-lantern/core'
import { create } from 'zustand'
import type { Outbox, Outgoing } from './outbox.ts'

/** Something done here that could not be taken: by the server, or by what the job has become meanwhile. */
export type NotTaken = {
  readonly id: string
  /** Why it was not, in words. */
  readonly why: string
} & (
  | { readonly what: 'edit'; readonly of: Edit }
  /** An entry in any form, for what was refused may be of no form that is known. */
  | { readonly what: 'entry'; readonly of: unknown }
)

/** What was not taken, by job, as far as this window has looked. */
export const useNotTaken = create<Readonly<Record<string, readonly NotTaken[]>>>(() => ({}))

/** What found no room in the box: it is shown here as long as the window is open. */
const shownOnly = new Map<string, NotTaken>()

const refused = (one: Outgoing) => one.why !== undefined

/** Looks what of a job was not taken in this browser, latest last. */
export async function lookNotTaken(box: Outbox, job: string): Promise<void> {
  const { things } = await box.look(job).catch(() => ({ things: [] }))
  const all = [
    ...(things.filter(refused) as NotTaken[]),
    ...[...shownOnly].filter(([key]) => key.startsWith(`${job}/`)).map(([, one]) => one),
  ]
  useNotTaken.setState({ [job]: all })
}

/**
 * Lays it where it can be read, sent again, or let go: nothing that was typed goes without somebody having said so.
 * @returns whether it lies in the box now; where that had no room, it is only shown
 */
export async function layAside(box: Outbox, job: string, one: NotTaken): Promise<boolean> {
  const lies = await box.put(job, [one]).then(
    () => true,
    () => false,
  )
  if (!lies) shownOnly.set(`${job}/${one.id}`, one)
  await lookNotTaken(box, job)
  return lies
}

/** It lies in the box anew, to be sent. */
export async function takenUp(box: Outbox, job: string, id: string): Promise<void> {
  shownOnly.delete(`${job}/${id}`)
  await lookNotTaken(box, job)
}

/** Somebody wants it no more. */
export async function letGo(box: Outbox, job: string, id: string): Promise<void> {
  await box.settle(job, { gone: [id] }).catch(() => undefined)
  await takenUp(box, job, id)
}
