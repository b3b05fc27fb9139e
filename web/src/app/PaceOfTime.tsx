import { useBenchPart, useOpenJob } from '../data/open-job.tsx'
import { Segments } from '../ui/controls.tsx'
import type { Speed } from '../workers/bench-client.ts'

/** How fast valves travel here. */
export function PaceOfTime({ className = '' }: { className?: string }) {
  const { bench } = useOpenJob()
  const speed = useBenchPart((state) => state.speed)
  return (
    <Segments<Speed>
      label="Pace of time"
      value={speed}
      options={[
        { value: 1, says: 'Real' },
        { value: 4, says: '4×' },
        { value: 'instant', says: 'At once' },
      ]}
      onChange={(next) => void bench.setSpeed(next)}
      className={className}
    />
  )
}
