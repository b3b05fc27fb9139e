import { type Job, MOST_ZONES, type RoomFor } from '@civil-lantern/core'
import { useEffect, useState } from 'react'
import { useJudge } from '../../data/open-job.tsx'
import { Card } from '../../ui/controls.tsx'
import { roomInWords } from './in-words.ts'

/** How many more valves of each kind the plant carries: found by wiring and running the grown plant. */
export function RoomCard({ job }: { job: Job }) {
  const { judge } = useJudge()
  const [room, setRoom] = useState<readonly RoomFor[]>()
  const full = Object.keys(job.zones).length >= MOST_ZONES
  useEffect(() => {
    let wanted = true
    setRoom(undefined)
    if (full) return
    void judge.room(job).then((found) => wanted && setRoom(found))
    return () => {
      wanted = false
    }
  }, [judge, job, full])
  return (
    <Card title="How many more fit" aside="within the margin">
      {full ? (
        <p className="px-4 pt-2 pb-3 text-soft">A job holds {MOST_ZONES} zones, and this one has as many.</p>
      ) : room === undefined ? (
        <p className="px-4 pt-2 pb-3 text-soft">Wiring and running them.</p>
      ) : room.length === 0 ? (
        <p className="px-4 pt-2 pb-3 text-soft">This way of wiring takes no further valve.</p>
      ) : (
        <ul className="px-4 pt-2 pb-2">
          {room.map((one) => (
            <li key={one.kind} className="flex justify-between gap-4 border-line border-t py-1.5">
              <span>{one.name.replace(/^Zone valve, /, '').replace(/^./, (first) => first.toUpperCase())}</span>
              <span className="max-w-[45%] text-right font-semibold">{roomInWords(one)}</span>
            </li>
          ))}
        </ul>
      )}
    </Card>
  )
}
