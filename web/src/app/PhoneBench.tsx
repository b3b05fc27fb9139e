import { Clock, PhoneCall } from 'lucide-react'
import { useBench, useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { Display } from '../meter/Display.tsx'
import { MeterPanel } from '../meter/MeterPanel.tsx'
import { useModeInWords } from '../meter/modes.tsx'
import { PickedPanel } from '../meter/PickedPanel.tsx'
import { Sheet } from '../ui/sheet.tsx'
import { ClockBar } from '../views/timeline/ClockBar.tsx'
import { TimelineView } from '../views/timeline/TimelineView.tsx'
import { PaceOfTime } from './PaceOfTime.tsx'
import { CallsList } from './WhoCalls.tsx'

/** The bench of a phone: one line along the lower edge; what it opens comes up as a sheet. */
export function PhoneBench() {
  const { job } = useSession()
  const { snapshot } = useBench()
  const { sheet, raise, picked, inHand, take, leads } = useWorkspace()
  const { says, name } = useModeInWords()
  const up = (which: NonNullable<typeof sheet>) => ({
    open: sheet === which,
    onOpenChange: (open: boolean) => raise(open ? which : undefined),
  })
  const square = 'grid min-h-13 min-w-13 shrink-0 place-items-center rounded-control border border-line font-semibold'
  return (
    <>
      <section
        aria-label="Bench"
        className="no-print flex items-center gap-1.5 border-line border-t bg-card p-1.5 lg:hidden"
      >
        <button type="button" aria-label="Who calls" onClick={() => raise('calls')} className={square}>
          <PhoneCall aria-hidden size={19} />
        </button>
        <button type="button" aria-label="Clock and timeline" onClick={() => raise('time')} className={square}>
          <Clock aria-hidden size={19} />
        </button>
        {inHand ? (
          <p
            role="status"
            className="flex min-w-0 grow items-center justify-between gap-2 rounded-control bg-ink pl-3 text-paper"
          >
            <span className="font-semibold leading-tight">Lead {inHand.toUpperCase()} in hand: touch a terminal</span>
            <button
              type="button"
              onClick={() => take(undefined)}
              className="min-h-13 px-3 underline underline-offset-4"
            >
              Put down
            </button>
          </p>
        ) : picked ? (
          <button
            type="button"
            onClick={() => raise('picked')}
            className="min-h-13 min-w-0 grow truncate rounded-control bg-well px-2 font-semibold"
          >
            {'part' in picked ? job.parts[picked.part]?.label : `Wire ${job.wires[picked.wire]?.label ?? ''}`}
          </button>
        ) : (
          <button
            type="button"
            onClick={() => take(leads.a ? 'b' : 'a')}
            className="min-h-13 min-w-0 grow rounded-control px-1 text-left text-soft leading-tight"
          >
            {leads.a && leads.b ? 'Leads are landed' : 'Take a lead'}
          </button>
        )}
        <button
          type="button"
          aria-label={`${says}, open the meter`}
          title={name}
          onClick={() => raise('meter')}
          className={square}
        >
          {says}
        </button>
        <Display className="min-h-13 w-30 shrink-0 items-center! rounded-control [&>span:first-child]:hidden" />
      </section>
      <Sheet title="Who calls, what answers" {...up('calls')}>
        <CallsList />
      </Sheet>
      <Sheet title="Clock and timeline" {...up('time')}>
        <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
          <PaceOfTime className="w-full" />
          <ClockBar />
          {snapshot && <TimelineView job={job} snapshot={snapshot} />}
        </div>
      </Sheet>
      <Sheet title="Meter" {...up('meter')}>
        <MeterPanel look="column" />
      </Sheet>
      <Sheet title="Selected" {...up('picked')}>
        <PickedPanel />
      </Sheet>
    </>
  )
}
