import { labelOf } from '@civil-lantern/core'
import { ListTree } from 'lucide-react'
import { useState } from 'react'
import { useBench, useSession } from '../data/open-job.tsx'
import { type LeadName, useWorkspace } from '../data/workspace.ts'
import { SearchList } from '../ui/search-list.tsx'
import { Sheet } from '../ui/sheet.tsx'
import { pointsOf } from '../views/points.ts'

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
