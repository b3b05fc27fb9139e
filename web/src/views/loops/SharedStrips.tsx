import { type Job, labelOf, type Snapshot, type Strip } from '@civil-lantern/core'
import { ChevronDown } from 'lucide-react'
import { Collapsible } from 'radix-ui'
import { useState } from 'react'
import { LayersMenu } from '../Layers.tsx'
import type { Marks } from './StripDrawing.tsx'
import { StripSet } from './StripSet.tsx'
import { sharedInWords } from './shared-in-words.ts'

/** What all zones share, folded to a sentence while all is well; a strip with something wrong in it stands open. */
export function SharedStrips({
  job,
  snapshot,
  marks,
  room,
}: {
  job: Job
  snapshot: Snapshot
  marks: Marks
  room: number
}) {
  const { shared } = snapshot.loops
  const [open, setOpen] = useState(false)
  if (shared.length === 0) return null
  const dark = shared.filter((strip) => hasWrong(strip, marks.wrong))
  const shown = open ? shared : dark
  return (
    <Collapsible.Root open={open} onOpenChange={setOpen} className="px-3">
      <div className="flex min-h-11 items-center justify-between gap-3">
        <p className="min-w-0 leading-tight">
          <b>Line voltage.</b> {sharedInWords(shared, job)}
        </p>
        <span className="grow" />
        <LayersMenu className="min-h-11 shrink-0 rounded-control px-2 font-semibold hover:bg-well" />
        <Collapsible.Trigger className="no-print flex min-h-11 shrink-0 items-center gap-1 rounded-control px-2 font-semibold hover:bg-well">
          {open ? 'Fold' : shared.length === 1 ? 'Open one strip' : `Open ${shared.length} strips`}
          <ChevronDown aria-hidden size={18} className={open ? 'rotate-180' : ''} />
        </Collapsible.Trigger>
      </div>
      {shown.map((strip) => (
        <div key={strip.id} className="border-line border-t">
          <h3 className="px-1 pt-2 text-soft">{laneName(strip, job)}</h3>
          <StripSet strips={[strip]} job={job} snapshot={snapshot} marks={marks} room={room} />
        </div>
      ))}
    </Collapsible.Root>
  )
}

export const laneName = (strip: Strip, job: Job) =>
  strip.id.startsWith('supply:') ? `Supply of ${labelOf(job, strip.subject.part)}` : labelOf(job, strip.subject.part)

/** Does anything on this strip stand in the verdict as wrong? */
const hasWrong = (strip: Strip, wrong: ReadonlySet<string>): boolean =>
  strip.items.some((item) =>
    item.form === 'station'
      ? wrong.has(item.part) || wrong.has(`${item.part}.${item.element}`)
      : item.runs.some((run) => wrong.has(run.wire)),
  )
