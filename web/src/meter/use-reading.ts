import type { PanelReading } from '@civil-lantern/core'
import { useEffect } from 'react'
import { useBench } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { useMode } from './mode.ts'

/**
 * What the display should show for the leads as they are: it comes with every look at the circuit. A sentence where it
 * cannot be read, nothing where no leads are landed.
 */
export function useReading(): PanelReading | string | undefined {
  const { bench, snapshot } = useBench()
  const { leads, turns, clamped } = useWorkspace()
  const mode = useMode()
  const { a, b } = leads
  useEffect(() => {
    if (mode === 'amps') return clamped ? bench.watch({ meter: { mode, wire: clamped, turns } }) : undefined
    return a && b ? bench.watch({ meter: { mode, from: a, to: b } }) : undefined
  }, [bench, mode, turns, clamped, a, b])
  const reads = mode === 'amps' ? clamped !== undefined : a !== undefined && b !== undefined
  const reading = snapshot?.meter
  return reads && (typeof reading === 'string' || reading?.mode === mode) ? reading : undefined
}
