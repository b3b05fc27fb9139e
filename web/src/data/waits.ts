import { create } from 'zustand'
import type { Outbox, Tally } from './outbox.ts'

/** How many edits and entries of each job wait on this device to be sent, whichever window made them; none that have none. */
export const useWaits = create<Readonly<Record<string, number>>>(() => ({}))

/** Counts anew what waits. A browser that keeps nothing has nothing that waits. */
export async function lookWhatWaits(box: Outbox): Promise<Readonly<Record<string, number>>> {
  const tally = await box.tally().catch((): readonly Tally[] => [])
  const waits = Object.fromEntries(tally.filter(({ waits }) => waits > 0).map(({ job, waits }) => [job, waits]))
  useWaits.setState(waits, true)
  return waits
}
