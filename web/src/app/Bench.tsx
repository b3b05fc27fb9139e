import { ChevronDown, ChevronUp } from 'lucide-react'
import type { ReactNode } from 'react'
import { useBench, useBenchPart, useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { MeterLine } from '../meter/MeterLine.tsx'
import { MeterPanel } from '../meter/MeterPanel.tsx'
import { ClockBar } from '../views/timeline/ClockBar.tsx'
import { TimelineView } from '../views/timeline/TimelineView.tsx'
import { PaceOfTime } from './PaceOfTime.tsx'

/** The bench along the lower edge: the clock at the left, the meter at the right, in one line; either opens upward. */
export function Bench() {
  const solved = useBenchPart(({ snapshot }) => snapshot !== undefined)
  const open = useWorkspace((w) => w.bench)
  if (!solved) return null
  return (
    <section aria-label="Bench" className="hidden px-4 pb-3 lg:block print:block">
      {open === 'time' && (
        <div className="mb-2 grid max-h-[42dvh] grid-cols-[minmax(0,1fr)] gap-2 overflow-y-auto rounded-card border border-line bg-paper print:max-h-none print:border-0">
          <Timeline />
        </div>
      )}
      {open === 'meter' && (
        <div className="no-print mb-2 max-h-[46dvh] overflow-y-auto rounded-card border border-line bg-card p-3">
          <MeterPanel look="row" />
        </div>
      )}
      <div className="no-print grid h-14 grid-cols-[minmax(0,5fr)_minmax(0,7fr)] gap-3">
        <div className="flex min-w-0 items-center gap-1 overflow-hidden rounded-card border border-line bg-card px-1">
          <ClockBar />
          <PaceOfTime className="shrink-0 *:px-2! text-[15px]" />
          <Opener what="time" says="Timeline" />
        </div>
        <div className="flex min-w-0 items-center gap-1 overflow-hidden rounded-card border border-line bg-card pl-1">
          <Opener what="meter" says="Meter">
            Meter
          </Opener>
          <MeterLine />
        </div>
      </div>
    </section>
  )
}

function Timeline() {
  const { job } = useSession()
  const { snapshot } = useBench()
  return snapshot && <TimelineView job={job} snapshot={snapshot} />
}

/** Opens one half of the bench upward, or shuts it again. */
function Opener({ what, says, children }: { what: 'meter' | 'time'; says: string; children?: ReactNode }) {
  const { bench, openBench } = useWorkspace()
  const open = bench === what
  return (
    <button
      type="button"
      aria-expanded={open}
      aria-label={says}
      title={says}
      onClick={() => openBench(open ? 'shut' : what)}
      className="flex min-h-11 min-w-11 shrink-0 items-center justify-center gap-1 rounded-control px-1.5 font-semibold hover:bg-well"
    >
      {children}
      {open ? <ChevronDown aria-hidden size={18} /> : <ChevronUp aria-hidden size={18} />}
    </button>
  )
}
