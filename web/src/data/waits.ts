import { create } from 'zustand'
import { shelf } from '../base/shelf.ts'

/** How many edits and entries of each job wait on this device to be sent, whichever window made them; none that have none. */
export const useWaits = create<Readonly<Record<string, number>>>(() => ({}))

/** Says how many edits of a job lie on the shelf; the job itself lies there too and is much to read through. */
export function editsWait(job: string, count: number) {
  if (count > 0) shelf.put(`waits:${job}`, count)
  else shelf.drop(`waits:${job}`)
}

/** Counts anew what waits. */
export function lookWhatWaits(): Readonly<Record<string, number>> {
  const waits: Record<string, number> = {}
  for (const id of shelf.under('waits:')) waits[id] = shelf.get<number>(`waits:${id}`) ?? 0
  for (const id of shelf.under('entries:'))
    waits[id] = (waits[id] ?? 0) + (shelf.get<unknown[]>(`entries:${id}`)?.length ?? 0)
  for (const [id, count] of Object.entries(waits)) if (count === 0) delete waits[id]
  useWaits.setState(waits, true)
  return waits
}
