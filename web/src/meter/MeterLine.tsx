import { pointInWords } from '@civil-lantern/core'
import { useSession } from '../data/open-job.tsx'
import { type LeadName, useWorkspace } from '../data/workspace.ts'
import { Display } from './Display.tsx'
import { LeadDot } from './LeadRow.tsx'
import { useModeInWords } from './modes.tsx'

/** The meter in one line of the bench: how it is set, where its leads are, what it should show, and the way to what it did. */
export function MeterLine() {
  const { job } = useSession()
  const { openBench, clamped } = useWorkspace()
  const { mode, says, name } = useModeInWords()
  const wire = clamped ? job.wires[clamped] : undefined
  return (
    <>
      <button
        type="button"
        title={name}
        aria-label={`${says}, set the meter`}
        onClick={() => openBench('meter')}
        className="min-h-11 shrink-0 rounded-control border border-line px-2.5 font-semibold"
      >
        {says}
      </button>
      {mode === 'amps' ? (
        <button
          type="button"
          onClick={() => openBench('meter')}
          className="min-h-11 min-w-0 grow truncate px-2 text-left"
        >
          {wire ? `Wire ${wire.label}, ${wire.colour}` : 'Clamp: choose a wire'}
        </button>
      ) : (
        (['a', 'b'] as const).map((lead) => <LeadChip key={lead} name={lead} />)
      )}
      <Display className="ml-auto min-h-14 w-52 shrink-0 items-center!" />
    </>
  )
}

/** A lead on the bench: pressed, it comes to hand. */
function LeadChip({ name }: { name: LeadName }) {
  const { job } = useSession()
  const { leads, inHand, take } = useWorkspace()
  const point = leads[name]
  const held = inHand === name
  const says = held ? 'in hand' : point ? pointInWords(job, point) : 'free'
  return (
    <button
      type="button"
      aria-pressed={held}
      title={says}
      onClick={() => take(held ? undefined : name)}
      className={`flex min-h-11 min-w-0 basis-0 grow items-center gap-2 rounded-control px-1.5 text-left hover:bg-well ${held ? 'outline-2 outline-ink outline-dashed -outline-offset-2' : ''}`}
    >
      <LeadDot name={name} />
      <span className="sr-only">Take lead {name.toUpperCase()}:</span>
      <span className={`line-clamp-2 text-[15px] leading-tight ${point || held ? '' : 'text-soft'}`}>{says}</span>
    </button>
  )
}
