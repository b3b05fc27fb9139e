import type { Edit } from '@civil-lantern/core'
import { create } from 'zustand'
import { shelf } from '../base/shelf.ts'

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

/** What of a job was not taken on this device, latest last. */
export function notTaken(job: string): readonly NotTaken[] {
  const lie = shelf.get<NotTaken[]>(`not-taken:${job}`) ?? []
  useNotTaken.setState({ [job]: lie })
  return lie
}

/** Lays it where it can be read, sent again, or let go: nothing that was typed goes without somebody having said so. */
export const layAside = (job: string, one: NotTaken) =>
  keep(job, [...notTaken(job).filter(({ id }) => id !== one.id), one])

/** Takes it from there: it was sent again, or is let go. */
export const takeUp = (job: string, id: string) =>
  keep(
    job,
    notTaken(job).filter((one) => one.id !== id),
  )

function keep(job: string, all: readonly NotTaken[]) {
  if (all.length > 0) shelf.put(`not-taken:${job}`, all)
  else shelf.drop(`not-taken:${job}`)
  // In a full store it is still shown here as long as the window is open.
  useNotTaken.setState({ [job]: all })
}
