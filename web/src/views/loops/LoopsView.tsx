import { type Job, type Snapshot, type Strip, zonesInOrder } from '@civil-lantern/core'
import { useMemo } from 'react'
import { useWorkspace } from '../../data/workspace.ts'
import { useRest } from '../../ui/use-rest.ts'
import { useRoom } from '../../ui/use-room.ts'
import { useWide } from '../../ui/use-wide.ts'
import { foundOn } from '../found-on.ts'
import { DimmedNote, useBright } from '../Layers.tsx'
import { useSame } from '../use-same.ts'
import { linesOf } from './lines.ts'
import { OffBecause } from './OffBecause.tsx'
import { PhoneLoop } from './PhoneLoop.tsx'
import { SharedStrips } from './SharedStrips.tsx'
import type { Marks } from './StripDrawing.tsx'
import { StripSet } from './StripSet.tsx'
import { spokenOf, wrongIn } from './spoken-of.ts'
import { captionOf, stripsOf } from './strips-of.ts'

/** Width of the column that names the zone. */
const NAME = 124
/** Rows that a screen holds. */
const FIRST = 6

/** Every loop of the job: a row for each zone, then what they share. On a phone one loop at a time, downward. */
export function LoopsView({ job, snapshot }: { job: Job; snapshot: Snapshot }) {
  const picked = useWorkspace((w) => w.picked)
  const wide = useWide()
  const [box, room] = useRoom<HTMLElement>()
  const { verdict, loops } = snapshot
  const bright = useBright(job)
  const wrong = useSame(wrongIn(verdict))
  const marks: Marks = useMemo(
    () => ({
      wrong,
      picked: picked && ('part' in picked ? picked.part : picked.wire),
      found: foundOn(job, snapshot.findings),
      bright,
    }),
    [wrong, picked, job, snapshot.findings, bright],
  )
  const spoken = useMemo(() => spokenOf(verdict, job), [verdict, job])
  const rest = useRest(room > 0)
  const zones = zonesInOrder(job)
  const forStrips = room - NAME - 16
  return (
    <section ref={box} aria-label="Loops" className="min-h-full rounded-card border border-line bg-card">
      {room === 0 ? null : wide ? (
        <>
          <DimmedNote className="border-line border-b px-4 py-1" />
          {(rest ? zones : zones.slice(0, FIRST)).map((zone, i) => {
            const strips = stripsOf(loops, zone.id)
            if (strips.length === 0) return null
            const standing = verdict.zones.find((z) => z.zone === zone.id)
            const tied = loops.zones.find((z) => z.zone === zone.id)?.call?.subject.part === zone.valve
            const mark = spoken.has(zone.id)
              ? standing?.trouble
                ? 'border-l-bad bg-well/60'
                : 'border-l-ink bg-well/60'
              : 'border-l-transparent'
            return (
              <article
                key={zone.id}
                id={`zone-${zone.id}`}
                aria-label={zone.name}
                className={`grid grid-cols-[auto_minmax(0,1fr)] border-line border-b border-l-4 pr-3 ${mark}`}
              >
                <ZoneName zone={zone} says={standing?.says ?? ''} wrong={standing?.trouble !== undefined} />
                <div className="min-w-0">
                  {i === 0 && <Captions strips={strips} room={forStrips} />}
                  <StripSet
                    strips={strips}
                    job={job}
                    snapshot={snapshot}
                    marks={marks}
                    room={forStrips}
                    {...(tied && standing ? { opening: standing.opening } : {})}
                  />
                  <OffBecause chain={snapshot.chains[zone.id]} calling={standing?.calling === true} />
                </div>
              </article>
            )
          })}
          {(rest || zones.length < FIRST) && (
            <SharedStrips job={job} snapshot={snapshot} marks={marks} room={room - 24} />
          )}
        </>
      ) : (
        <PhoneLoop job={job} snapshot={snapshot} marks={marks} />
      )}
    </section>
  )
}

const ZoneName = ({
  zone: { number, name },
  says,
  wrong,
}: {
  zone: ReturnType<typeof zonesInOrder>[number]
  says: string
  wrong: boolean
}) => (
  <div className="py-2.5 pl-2.5" style={{ width: NAME }}>
    <h2 className="line-clamp-2 font-bold leading-tight" title={name}>
      <span className="font-mono">{number}</span> {name}
    </h2>
    <p className={`line-clamp-2 pr-1 leading-tight ${wrong ? 'font-semibold text-bad' : 'text-soft'}`}>{says}</p>
  </div>
)

/** What the strips of a row are, over the first of them. */
const Captions = ({ strips, room }: { strips: readonly Strip[]; room: number }) => {
  const [first = []] = linesOf(
    strips.filter(({ from }) => from !== undefined),
    room,
  )
  return (
    <div className="relative h-6" aria-hidden>
      {first.map(({ strip, x }, i) => (
        <span key={strip.id} className="absolute top-1.5 whitespace-nowrap text-soft" style={{ left: x + 6 }}>
          {captionOf(strip, i)}
        </span>
      ))}
    </div>
  )
}
