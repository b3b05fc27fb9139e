import { type ExpectedReading, type Gate, gateOf, type Job } from '@civil-lantern/core'
import { useEffect, useMemo, useState } from 'react'
import { useJudge, useSession } from '../../data/open-job.tsx'

/** The gate as this device knows it, with the points at which this plant is proven dead. */
export interface KnownGate extends Gate {
  readonly points: readonly ExpectedReading[]
}

/** The isolation gate. Until it is known where the plant is to be tested, it is shut. */
export function useGate(): KnownGate {
  const { document, plan, entries, fresh } = useSession()
  const { judge } = useJudge()
  const [points, setPoints] = useState<{ of: Job; are: readonly ExpectedReading[] }>()
  useEffect(() => {
    let wanted = true
    void judge.deadPoints(plan).then((are) => wanted && setPoints({ of: plan, are }))
    return () => {
      wanted = false
    }
  }, [judge, plan])
  return useMemo(() => {
    const are = points !== undefined && points.of === plan ? points.are : undefined
    const gate = gateOf(document, entries, fresh, are)
    if (are) return { ...gate, points: are }
    return { ...gate, open: false, says: 'Working out where it is to be proven dead.', points: [] }
  }, [document, plan, entries, fresh, points])
}
