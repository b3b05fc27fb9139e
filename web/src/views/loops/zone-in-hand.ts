import { zonesInOrder } from '@civil-lantern/core'
import { useBench, useSession } from '../../data/open-job.tsx'
import { useWorkspace } from '../../data/workspace.ts'
import { spokenOf } from './spoken-of.ts'

/** The zone a phone shows: the one that was chosen, else the one the verdict speaks of, else the first. */
export function useZoneInHand(): string | undefined {
  const { job } = useSession()
  const { snapshot } = useBench()
  const chosen = useWorkspace((w) => w.zone)
  if (chosen !== undefined && job.zones[chosen]) return chosen
  const [spoken] = snapshot ? spokenOf(snapshot.verdict, job) : []
  return spoken ?? zonesInOrder(job)[0]?.id
}
