import { placeOf, pointInWords } from '@civil-lantern/core'
import { useSession } from '../data/open-job.tsx'
import { type LeadName, useWorkspace } from '../data/workspace.ts'
import { PointPicker } from './PointPicker.tsx'

/** A and B are told apart by more than their letter: one is full, the other dashed. */
export const LeadDot = ({ name }: { name: LeadName }) => (
  <span
    aria-hidden
    className={`grid size-8 shrink-0 place-items-center rounded-full border-2 border-ink font-bold ${name === 'a' ? 'bg-ink text-paper' : 'border-dashed bg-card'}`}
  >
    {name.toUpperCase()}
  </span>
)

/** One lead of the meter: where it is, taken in hand by a press, or put somewhere from a list. */
export function LeadRow({ name }: { name: LeadName }) {
  const { job } = useSession()
  const { leads, inHand, take } = useWorkspace()
  const point = leads[name]
  const held = inHand === name
  return (
    <div
      className={`flex items-center gap-1 rounded-control bg-well ${held ? 'outline-3 outline-ink outline-dashed' : ''}`}
    >
      <button
        type="button"
        aria-pressed={held}
        onClick={() => take(held ? undefined : name)}
        className="flex min-h-14 min-w-0 grow items-center gap-3 px-3 py-1.5 text-left"
      >
        <LeadDot name={name} />
        <span className="min-w-0">
          <span className="line-clamp-2 font-semibold">
            <span className="sr-only">Lead {name.toUpperCase()}: </span>
            {held ? 'In hand: touch a terminal' : point ? pointInWords(job, point) : 'Not landed'}
          </span>
          {point && !held && <span className="block truncate text-soft">{placeOf(job, point)}</span>}
        </span>
      </button>
      <PointPicker lead={name} />
    </div>
  )
}
