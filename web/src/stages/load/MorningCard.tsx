import { type Job, type SourceLoad, type Supposition, zonesInOrder } from '@civil-lantern/core'
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { GripVertical } from 'lucide-react'
import { useEffect, useState } from 'react'
import { useJudge } from '../../data/open-job.tsx'
import { Card } from '../../ui/controls.tsx'
import { NumberField } from '../../ui/fields.tsx'
import type { Morning } from '../../workers/judge.worker.ts'
import { OverTime } from './charts.tsx'
import { morningInWords } from './in-words.ts'

/** A morning as the user lays it: zones in the order they wake, so many seconds apart, run on the circuit. */
export function MorningCard({ job, wrong, source }: { job: Job; wrong: readonly Supposition[]; source: SourceLoad }) {
  const { judge } = useJudge()
  const zones = zonesInOrder(job)
  const [asked, setOrder] = useState<readonly string[]>()
  const [apart, setApart] = useState(60)
  // Zones may have come or gone since the order was laid.
  const known = (asked ?? []).filter((id) => job.zones[id])
  const order = [...known, ...zones.map(({ id }) => id).filter((id) => !known.includes(id))]
  const key = order.join(' ')
  const [morning, setMorning] = useState<readonly Morning[]>()
  useEffect(() => {
    let wanted = true
    void judge.morning(job, wrong, key.split(' '), apart).then((made) => wanted && setMorning(made))
    return () => {
      wanted = false
    }
  }, [judge, job, wrong, key, apart])
  const sensors = useSensors(
    useSensor(PointerSensor),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const moved = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id)
      setOrder(arrayMove([...order], order.indexOf(String(active.id)), order.indexOf(String(over.id))))
  }
  const mine = morning?.find(({ part }) => part === source.part)
  return (
    <Card title="A morning" aside="drag the order the zones wake in">
      <div className="grid gap-4 px-4 pt-2 pb-3 md:grid-cols-[13rem_minmax(0,1fr)]">
        <div className="grid content-start gap-3">
          <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={moved}>
            <SortableContext items={[...order]} strategy={verticalListSortingStrategy}>
              <ol className="grid gap-1.5">
                {order.map((id) => (
                  <Row key={id} id={id} says={`${job.zones[id]!.number} ${job.zones[id]!.name}`} />
                ))}
              </ol>
            </SortableContext>
          </DndContext>
          <NumberField label="Apart" unit="s" min={0} max={1800} digits={0} value={apart} onCommit={setApart} />
        </div>
        <div className="min-w-0">
          {mine ? (
            <>
              <p className="pb-2 font-semibold">{morningInWords(mine.moments, mine.rated)}</p>
              <OverTime job={job} source={{ ...source, atOnce: mine.moments }} />
            </>
          ) : (
            <p className="text-soft">Running the morning.</p>
          )}
        </div>
      </div>
    </Card>
  )
}

function Row({ id, says }: { id: string; says: string }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id })
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Transform.toString(transform), transition }}
      className={isDragging ? 'relative z-10' : ''}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-roledescription="can be moved"
        className="flex min-h-11 w-full touch-none items-center gap-2 rounded-control border border-line bg-well px-2 text-left"
      >
        <GripVertical aria-hidden size={18} className="shrink-0 text-soft" />
        <span className="truncate">{says}</span>
      </button>
    </li>
  )
}
