import type { StageId, StageStanding } from '@civil-lantern/core'
import { useEffect, useState } from 'react'
import { useJudge, useSession } from '../data/open-job.tsx'

/** Quiet before it is worked out anew, ms: several entries in a row are judged once. */
const QUIET_MS = 150

/**
 * How each stage of the open job stands, by stage; undefined until it was worked out for the first time. The judge does it
 * beside the page: all rules over the plan would hold up every edit.
 */
export function useStanding(): Readonly<Record<StageId, StageStanding>> | undefined {
  const { document, entries } = useSession()
  const { judge } = useJudge()
  const [standing, setStanding] = useState<Record<StageId, StageStanding>>()
  useEffect(() => {
    let wanted = true
    const soon = setTimeout(
      () => void judge.standing(document, entries).then((made) => wanted && setStanding(made)),
      QUIET_MS,
    )
    return () => {
      wanted = false
      clearTimeout(soon)
    }
  }, [judge, document, entries])
  return standing
}
