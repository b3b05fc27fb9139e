import type { StageId, StageStanding } from '@civil-lantern/core'
import { useEffect, useState } from 'react'
import { useOpenJob, useSession } from '../data/open-job.tsx'

/** Quiet before it is worked out anew, ms: several entries in a row are judged once. */
const QUIET_MS = 150

/**
 * How each stage of the open job stands, by stage; undefined until it was worked out for the first time. The bench's
 * worker does it: all rules over the plan would hold up the page.
 */
export function useStanding(): Readonly<Record<StageId, StageStanding>> | undefined {
  const { document, entries } = useSession()
  const { bench } = useOpenJob()
  const [standing, setStanding] = useState<Record<StageId, StageStanding>>()
  useEffect(() => {
    let wanted = true
    const soon = setTimeout(
      () => void bench.standing(document, entries).then((made) => wanted && setStanding(made)),
      QUIET_MS,
    )
    return () => {
      wanted = false
      clearTimeout(soon)
    }
  }, [bench, document, entries])
  return standing
}
