import { type Job, kindOf, labelOf, placeOf, pointInWords, type Snapshot, terminalInWords } from '@civil-lantern/core'
import { ListTree } from 'lucide-react'
import { useState } from 'react'
import { useBench, useSession } from '../data/open-job.tsx'
import { type LeadName, useWorkspace } from '../data/workspace.ts'
import { SearchList } from '../ui/search-list.tsx'
import { Sheet } from '../ui/sheet.tsx'
import { wireState } from '../views/wire-state.ts'

interface Point {
  readonly point: string
  readonly says: string
  readonly place: string
}

/** Every place a lead can be put: the terminals of every part, and ends of conductors that are lifted or broken. */
export function pointsOf(job: Job, wrong: Snapshot['wrong']): Point[] {
  const points: Point[] = []
  for (const [id, part] of Object.entries(job.parts))
    for (const terminal of Object.keys(kindOf(part)?.terminals ?? {})) {
      const point = `${id}.${terminal}`
      points.push({ point, says: terminalInWords(job, id, terminal), place: placeOf(job, point) })
    }
  for (const id of Object.keys(job.wires)) {
    const state = wireState(wrong, id)
    for (const end of ['from', 'to'] as const)
      if (state[end] || state.broken) {
        const point = `wire:${id}.${end}`
        points.push({ point, says: pointInWords(job, point), place: placeOf(job, point) })
      }
  }
  return points
}

/** Chooses a lead's terminal from a list: the way of the keyboard and of the thumb. */
export function PointPicker({ lead }: { lead: LeadName }) {
  const { job } = useSession()
  const { snapshot } = useBench()
  const land = useWorkspace((w) => w.land)
  const [open, setOpen] = useState(false)
  return (
    <>
      <button
        type="button"
        aria-label={`Choose where lead ${lead.toUpperCase()} goes`}
        onClick={() => setOpen(true)}
        className="grid size-12 shrink-0 place-items-center rounded-control hover:bg-line"
      >
        <ListTree aria-hidden size={20} />
      </button>
      <Sheet title={`Lead ${lead.toUpperCase()} goes to`} open={open} onOpenChange={setOpen}>
        <SearchList
          placeholder="Part or terminal"
          items={pointsOf(job, snapshot?.wrong ?? []).map(({ point, says, place }) => ({
            key: point,
            says,
            aside: place,
          }))}
          onPick={(point) => {
            land(point, lead)
            setOpen(false)
          }}
        />
      </Sheet>
    </>
  )
}

export function WirePicker() {
  const { job } = useSession()
  const { clamped, clampOn } = useWorkspace()
  const [open, setOpen] = useState(false)
  const wire = clamped ? job.wires[clamped] : undefined
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="min-h-14 rounded-control bg-well px-3 text-left font-semibold"
      >
        {wire ? `Clamp on wire ${wire.label}, ${wire.colour}` : 'Clamp on: choose a wire'}
      </button>
      <Sheet title="The clamp goes round" open={open} onOpenChange={setOpen}>
        <SearchList
          placeholder="Number, colour or part"
          items={Object.entries(job.wires).map(([id, w]) => ({
            key: id,
            says: `Wire ${w.label}, ${w.colour}`,
            aside: `${labelOf(job, w.from.part)} to ${labelOf(job, w.to.part)}`,
          }))}
          onPick={(id) => {
            clampOn(id)
            setOpen(false)
          }}
        />
      </Sheet>
    </>
  )
}
