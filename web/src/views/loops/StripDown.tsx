import { type Job, labelOf, type Post, type Snapshot, type Station, type Strip } from '@civil-lantern/core'
import { useRef } from 'react'
import { useWorkspace } from '../../data/workspace.ts'
import { useOneStop } from '../../ui/one-stop.ts'
import { placeDown } from './downward.ts'
import { ContactMark, type Marks } from './StripDrawing.tsx'
import { shortState } from './StripSet.tsx'
import { WirePath } from './WirePath.tsx'

/** Where the line runs, and where the words beside it begin. */
const LINE = 46
const WORDS = 98
const BOX = { width: 74, height: 44 }
/** What a phone has for the drawing, once the head, the verdict and the bench have theirs. */
const ROOM = 480

/** A strip downward: the same stations, wires and light as across, with words beside each, wide enough for a thumb. */
export function StripDown({
  strip,
  job,
  snapshot,
  marks,
}: {
  strip: Strip
  job: Job
  snapshot: Snapshot
  marks: Marks
}) {
  const { pick, inHand } = useWorkspace()
  const group = useRef<HTMLDivElement>(null)
  const heed = useOneStop(group, { down: true })
  const placed = placeDown(strip, ROOM)
  const { runs, splices, stations, volts, top, bottom, height } = placed
  const litStart = runs[0]?.run.litNear === true
  const litEnd = runs.at(-1)?.run.litFar === true
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the buttons inside are what is operated
    <div ref={group} onKeyDown={heed} className="relative" style={{ height }} data-downward="">
      <svg width="100%" height={height} aria-hidden className="block select-none overflow-visible">
        <g transform={`translate(${LINE} 0) rotate(90)`}>
          {runs.map(({ run, from, to }) => (
            <WirePath
              key={`${run.wire}${from}`}
              run={run}
              from={from}
              to={to}
              y={0}
              circuit={strip.circuit}
              marked={marks.picked === run.wire}
              faint={marks.bright?.has(run.wire) === false}
            />
          ))}
        </g>
        {splices.map(({ run, y }) => (
          <rect
            key={run.wire}
            x={LINE - 7}
            y={y - 7}
            width={14}
            height={14}
            rx={4}
            fill="var(--card)"
            stroke={run.splice?.loose ? 'var(--bad)' : 'var(--ink)'}
            strokeWidth={run.splice?.loose ? 3 : 1.6}
          />
        ))}
        <Source post={strip.from} y={top} lit={litStart} />
        <Source post={strip.to} y={bottom} lit={litEnd} />
        {stations.map(({ station, y }) => (
          <Box key={`${station.part}.${station.element}`} station={station} y={y} marks={marks}>
            {shortState(station, job, snapshot)}
          </Box>
        ))}
      </svg>
      <Word y={top} first={postName(strip.from, job)} />
      <Word y={bottom} first={postName(strip.to, job)} />
      {stations.map(({ station, y }) => (
        <Word
          key={`${station.part}.${station.element}`}
          y={y}
          first={labelOf(job, station.part)}
          second={stationSays(station, job, snapshot)}
        />
      ))}
      {splices.map(({ run, y }) => run.splice && <Word key={run.wire} y={y} second={labelOf(job, run.splice.part)} />)}
      {runs.map(
        ({ run, from, to }) =>
          (marks.wrong.has(run.wire) || run.broken) && (
            <Word key={run.wire} y={(from + to) / 2} first={`Wire ${run.label}, ${run.colour}`} wrong />
          ),
      )}
      {volts.map(({ volts, y }) => (
        <span
          key={y}
          className={`absolute right-2 -translate-y-1/2 font-mono text-lg ${volts < 1 ? 'text-soft' : ''}`}
          style={{ top: y }}
        >
          {volts.toFixed(volts >= 99.95 ? 0 : 1)}
        </span>
      ))}
      {!inHand &&
        runs.map(({ run, from, to }) => (
          <button
            key={`${run.wire}${from}`}
            type="button"
            aria-label={`Wire ${run.label}, ${run.colour}, ${labelOf(job, run.from.part)} ${run.from.marking} to ${labelOf(job, run.to.part)} ${run.to.marking}${run.broken ? ', broken' : run.litNear && run.litFar ? ', lit' : ', dark'}`}
            onClick={() => pick({ wire: run.wire })}
            className="absolute left-0 w-2/3"
            style={{ top: from, height: to - from }}
          />
        ))}
      {!inHand &&
        stations.map(({ station, y }) => (
          <button
            key={`${station.part}.${station.element}`}
            type="button"
            aria-label={`${labelOf(job, station.part)}${station.load ? '' : station.made ? ', made' : ', open'}`}
            onClick={() => pick({ part: station.part })}
            className="absolute left-0 w-full"
            style={{ top: y - BOX.height / 2, height: BOX.height }}
          />
        ))}
      <Terminals strip={strip} placed={placed} job={job} />
    </div>
  )
}

/** Where a lead may be put: shown while one is in hand, and where it was put. */
function Terminals({ strip, placed, job }: { strip: Strip; placed: ReturnType<typeof placeDown>; job: Job }) {
  const { inHand, land, leads } = useWorkspace()
  const points = [
    ...(strip.from ? [{ post: strip.from, y: placed.top }] : []),
    ...placed.stations.flatMap(({ station, y }) => [
      ...(station.enter.terminal ? [{ post: station.enter, y: y - BOX.height / 2 - 2 }] : []),
      ...(station.leave.terminal ? [{ post: station.leave, y: y + BOX.height / 2 + 2 }] : []),
    ]),
    ...(strip.to ? [{ post: strip.to, y: placed.bottom }] : []),
  ]
  return points.map(({ post, y }) => {
    const point = `${post.part}.${post.terminal}`
    const lead = leads.a === point ? 'A' : leads.b === point ? 'B' : undefined
    if (inHand)
      return (
        <button
          key={`${point}${y}`}
          type="button"
          aria-label={`Lead ${inHand.toUpperCase()} on ${labelOf(job, post.part)} ${post.marking}`}
          onClick={() => land(point)}
          className="absolute left-0 w-full -translate-y-1/2"
          style={{ top: y, height: 44 }}
        >
          <span className="absolute inset-y-1 left-6 grid w-11 place-items-center rounded-full border-2 border-ink border-dashed bg-card/80 font-mono text-[15px]">
            {post.marking}
          </span>
        </button>
      )
    return lead ? (
      <span
        key={`${point}${y}`}
        className={`absolute left-1 grid size-6 -translate-y-1/2 place-items-center rounded-md border-2 border-ink font-bold ${lead === 'A' ? 'bg-ink text-paper' : 'border-dashed bg-card'}`}
        style={{ top: y }}
      >
        {lead}
      </span>
    ) : null
  })
}

const Word = ({ y, first, second, wrong = false }: { y: number; first?: string; second?: string; wrong?: boolean }) => (
  <span
    className={`pointer-events-none absolute -translate-y-1/2 leading-tight ${wrong ? 'text-bad' : ''}`}
    style={{ top: y, left: WORDS, right: second === undefined ? 64 : 8 }}
  >
    {first && <span className="line-clamp-1 font-semibold">{first}</span>}
    {second && <span className="line-clamp-1 text-soft">{second}</span>}
  </span>
)

const postName = (post: Post | undefined, job: Job) => (post ? `${labelOf(job, post.part)} ${post.marking}` : '')

/** How a station stands and where it hangs: what a phone has beside each. */
function stationSays(station: Station, job: Job, snapshot: Snapshot): string {
  const place = job.places[job.parts[station.part]?.place ?? '']?.name
  const state = station.load ? shortState(station, job, snapshot) : station.made ? 'made' : 'open'
  return place ? `${state}, ${place}` : state
}

const Source = ({ post, y, lit }: { post: Post | undefined; y: number; lit: boolean }) =>
  post ? (
    <g>
      {lit && <circle cx={LINE} cy={y} r={20} fill="var(--halo)" />}
      <circle
        cx={LINE}
        cy={y}
        r={15}
        fill={lit ? 'var(--lamp)' : 'var(--card)'}
        stroke="var(--ink)"
        strokeWidth={1.6}
      />
      <text
        x={LINE}
        y={y + 5}
        textAnchor="middle"
        className={`text-[15px] font-bold ${lit ? 'fill-[#17242c]' : 'fill-ink'}`}
      >
        {post.marking.slice(0, 3)}
      </text>
    </g>
  ) : null

function Box({ station, y, marks, children }: { station: Station; y: number; marks: Marks; children: string }) {
  const wrong = marks.wrong.has(station.part) || marks.wrong.has(`${station.part}.${station.element}`)
  const lit = station.load && station.litNear && station.amps >= 1e-3
  const edge = wrong ? 'var(--bad)' : 'var(--ink)'
  return (
    <g>
      <rect
        x={LINE - BOX.width / 2}
        y={y - BOX.height / 2}
        width={BOX.width}
        height={BOX.height}
        rx={station.load ? BOX.height / 2 : 9}
        fill={lit ? 'var(--lamp)' : 'var(--card)'}
        stroke={edge}
        strokeWidth={wrong || marks.picked === station.part ? 3 : 1.8}
      />
      {station.load ? (
        <text
          x={LINE}
          y={y + 5}
          textAnchor="middle"
          className={`text-[15px] font-semibold ${lit ? 'fill-[#17242c]' : 'fill-ink'}`}
        >
          {children.length > 9 ? `${children.slice(0, 8)}…` : children}
        </text>
      ) : (
        <ContactMark x={LINE} y={y} made={station.made} colour={edge} lit={station.litNear} />
      )}
    </g>
  )
}
