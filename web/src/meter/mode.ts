import { type MeterMode, openingMode } from '@civil-lantern/core'
import { useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'

/** How the meter is set: as a hand chose, and until then by what its leads touch. */
export function useMode(): MeterMode {
  const { job } = useSession()
  const { mode, leads } = useWorkspace()
  return mode ?? openingMode(job, [leads.a, leads.b])
}
