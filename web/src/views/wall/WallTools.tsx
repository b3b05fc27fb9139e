import { hangPart, type Job, kindOf, kinds, zonesInOrder } from '@civil-lantern/core'
import { useReactFlow } from '@xyflow/react'
import { Minus, Plus } from 'lucide-react'
import { useState } from 'react'
import { useOpenJob } from '../../data/open-job.tsx'
import { useWorkspace } from '../../data/workspace.ts'
import { Choice } from '../../ui/fields.tsx'
import { SearchList } from '../../ui/search-list.tsx'
import { Sheet } from '../../ui/sheet.tsx'
import { LayersMenu } from '../Layers.tsx'
import { GRID, sizeOf } from './boxes.ts'
import { foldable } from './folds.ts'
import type { Rect } from './route.ts'
import type { Folds } from './shapes.ts'

const button =
  'min-h-11 shrink-0 rounded-control border border-line px-3 font-semibold text-[15px] hover:bg-well disabled:opacity-45 aria-pressed:bg-ink aria-pressed:text-paper'

/** What can be done with the wall as a whole: look at a zone, fold it, add a part, follow a wire, tidy up. */
export function WallTools({
  job,
  folds,
  fold,
  following,
  follow,
  tidy,
  look,
  zoom,
  room,
}: {
  job: Job
  folds: Folds
  fold: (what: string, folded: boolean) => void
  following: boolean
  follow: (on: boolean) => void
  tidy: () => void
  look: (zone: string | undefined) => void
  /** Nearer, or further away. */
  zoom: (way: 'in' | 'out') => void
  /** The nearest room for something, where nothing else hangs. */
  room: (rect: Rect) => Rect
}) {
  const { picked } = useWorkspace()
  const [zone, setZone] = useState<string>()
  const [adding, setAdding] = useState(false)
  const zones = zonesInOrder(job)
  const here = zone !== undefined ? job.zones[zone] : undefined
  return (
    <div className="no-print flex items-center gap-1 overflow-x-auto border-line border-b p-1.5">
      <div className="flex shrink-0 gap-1 lg:min-w-0 lg:shrink lg:overflow-x-auto">
        <button
          type="button"
          className={button}
          onClick={() => {
            setZone(undefined)
            look(undefined)
          }}
        >
          All
        </button>
        {zones.map(({ id, number, name }) => (
          <button
            key={id}
            type="button"
            aria-pressed={zone === id}
            aria-label={`Look at zone ${number}, ${name}${folds.zones.has(id) ? ', folded' : ''}`}
            title={folds.zones.has(id) ? `${name}, folded` : name}
            className={`${button} min-w-11 px-1.5! font-mono ${folds.zones.has(id) ? 'border-soft! border-dashed' : ''}`}
            onClick={() => {
              setZone(id)
              look(id)
            }}
          >
            {number}
          </button>
        ))}
      </div>
      {here && zone !== undefined && foldable(job, zone) && (
        <button type="button" className={button} onClick={() => fold(zone, !folds.zones.has(zone))}>
          {folds.zones.has(zone) ? `Unfold ${here.number}` : `Fold ${here.number}`}
        </button>
      )}
      <button type="button" className={button} onClick={() => fold('supply', !folds.supply)}>
        {folds.supply ? 'Open supply' : 'Fold supply'}
      </button>
      <span className="grow" />
      <button type="button" className={button} aria-label="Further away" onClick={() => zoom('out')}>
        <Minus size={18} aria-hidden />
      </button>
      <button type="button" className={button} aria-label="Nearer" onClick={() => zoom('in')}>
        <Plus size={18} aria-hidden />
      </button>
      {(following || (picked && 'wire' in picked)) && (
        <button type="button" className={button} aria-pressed={following} onClick={() => follow(!following)}>
          Follow
        </button>
      )}
      <LayersMenu className={button} colours />
      <button type="button" className={button} onClick={() => setAdding(true)}>
        Add
      </button>
      <button type="button" className={button} onClick={tidy}>
        Tidy
      </button>
      <AddPart job={job} open={adding} onOpenChange={setAdding} room={room} />
    </div>
  )
}

/** A part of the catalogue, hung in the middle of what is seen. */
function AddPart({
  job,
  open,
  onOpenChange,
  room,
}: {
  job: Job
  open: boolean
  onOpenChange: (open: boolean) => void
  room: (rect: Rect) => Rect
}) {
  const { desk: session } = useOpenJob()
  const flow = useReactFlow()
  const pick = useWorkspace((w) => w.pick)
  const [place, setPlace] = useState(job.survey.boiler.place)
  return (
    <Sheet title="Add a part" open={open} onOpenChange={onOpenChange}>
      <div className="grid gap-3">
        <Choice
          label="Where it hangs"
          value={place}
          options={Object.entries(job.places).map(([value, { name }]) => ({ value, says: name }))}
          onChange={setPlace}
        />
        <SearchList
          placeholder="Kind of part"
          items={kinds.map(({ kind, name, class: of }) => ({ key: kind, says: name, aside: of }))}
          onPick={(kind) => {
            const canvas = document.querySelector('.wall .react-flow')?.getBoundingClientRect()
            const middle = canvas
              ? flow.screenToFlowPosition({ x: canvas.x + canvas.width / 2, y: canvas.y + canvas.height / 2 })
              : { x: 0, y: 0 }
            const size = sizeOf(kind)
            const { x, y } = room({
              x: Math.round((middle.x - size.width / 2) / GRID) * GRID,
              y: Math.round((middle.y - size.height / 2) / GRID) * GRID,
              ...size,
            })
            let id = ''
            session.edit(`Hang a part: ${kindOf({ kind })?.name ?? kind}`.slice(0, 120), (draft) => {
              id = hangPart(draft, kind, place, { x, y })
            })
            pick({ part: id })
            onOpenChange(false)
          }}
        />
      </div>
    </Sheet>
  )
}
