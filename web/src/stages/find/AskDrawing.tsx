import { type Ask, type Job, labelOf, type Strip } from '@civil-lantern/core'
import { useRoom } from '../../ui/use-room.ts'
import { LeadMarks, pointAt } from '../../views/loops/LeadMarks.tsx'
import {
  columnsOf,
  leastWidth,
  type PlacedStation,
  type PlacedStrip,
  POST,
  placeStrip,
} from '../../views/loops/layout.ts'
import { LETTER, namesBeside } from '../../views/loops/names.ts'
import { type Marks, StripDrawing } from '../../views/loops/StripDrawing.tsx'
import { sectionOf } from '../../views/loops/section.ts'

/** From the upper edge to the wire, with room for the leads above it; from there to the end of two lines of names. */
const ABOVE = 48
const BELOW = 62
const NAME = 16

/**
 * Where the leads go, where a clamp goes round or which conductor is tried: on the copper it is about, drawn dead and at rest, for
 * what the plant really does is what is being asked.
 */
export function AskDrawing({ ask, strip, job }: { ask: Ask; strip: Strip; job: Job }) {
  const [box, room] = useRoom<HTMLDivElement>()
  return (
    <div ref={box} aria-hidden data-drawn={strip.id} className="overflow-x-auto overflow-y-hidden px-2">
      {room > 0 && <Drawn ask={ask} strip={strip} job={job} room={room} />}
    </div>
  )
}

function Drawn({ ask, strip: whole, job, room }: { ask: Ask; strip: Strip; job: Job; room: number }) {
  const leads = ask.wire === undefined ? { a: ask.from, b: ask.to } : {}
  const picked = ask.wire ?? (ask.from === undefined && ask.at === undefined ? ask.part : undefined)
  const about = [ask.wire, leads.a, leads.b, ask.at, picked].filter((one) => one !== undefined)
  const { strip, leftOut } = sectionOf(whole, about, room)
  const { columns } = columnsOf([strip], 0)
  const width = Math.max(Math.min(room, MOST * columns + 140), leastWidth(columns))
  const placed = placeStrip(strip, width, columnsOf([strip], width))
  const names = namesBeside(placed.stations.map(({ station: { part }, x }) => ({ name: labelOf(job, part), x })))
  const height = ABOVE + BELOW - (names.some((lines) => lines.length > 1) ? 0 : NAME)
  const marks: Marks = { wrong: NOTHING, found: NOTHING, picked, bright: undefined }
  return (
    <svg width={width} height={height} className="block select-none">
      <title>{ask.says}</title>
      <StripDrawing
        strip={strip}
        placed={placed}
        y={ABOVE}
        marks={marks}
        bare
        inside={(one) => <Named one={one} names={names[placed.stations.indexOf(one)] ?? []} />}
      />
      {placed.stretches.map(
        ({ stretch, from, to }) => leftOut.has(stretch) && <LeftOut key={stretch.runs[0]?.wire} x={(from + to) / 2} />,
      )}
      <Source strip={strip} placed={placed} names={names} job={job} />
      <LeadMarks strip={strip} placed={placed} y={ABOVE} leads={leads} />
      <Ring x={ask.wire === undefined ? pointAt(strip, placed, ask.at) : clampAt(placed, ask)} />
      <Ring x={picked !== undefined && strip.from?.part === picked ? placed.left : undefined} />
      <Ring x={picked !== undefined && strip.to?.part === picked ? placed.right : undefined} />
    </svg>
  )
}

/** The most room a station is given: on a wide page the strip does not stretch out of one glance. */
const MOST = 240
const NOTHING: ReadonlySet<string> = new Set()

/** The name under a station, and in a load the sign for one. */
const Named = ({ one: { station, x }, names }: { one: PlacedStation; names: readonly string[] }) => (
  <>
    {station.load && station.element !== '' && (
      <path
        d={`M${x - 21} ${ABOVE + 5}${'a7 8 0 0 1 14 0'.repeat(3)}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={2}
        strokeLinecap="round"
      />
    )}
    <text x={x} textAnchor="middle" className="fill-soft text-[15px]">
      {names.map((line, i) => (
        <tspan key={line} x={x} y={ABOVE + 40 + i * NAME}>
          {line}
        </tspan>
      ))}
    </text>
  </>
)

/** Whose the terminals at the ends are, where their names stand clear of those of the stations. */
function Source({
  strip: { from, to },
  placed: { stations, left, right },
  names,
  job,
}: {
  strip: Strip
  placed: PlacedStrip
  names: readonly (readonly string[])[]
  job: Job
}) {
  const half = (i: number) => (LETTER / 2) * Math.max(0, ...(names.at(i) ?? []).map(({ length }) => length))
  const [first, last] = [stations[0], stations.at(-1)]
  const said = (part: string | undefined, x: number, room: number, textAnchor: 'start' | 'end') => {
    const name = part === undefined ? '' : labelOf(job, part)
    return name.length * LETTER + 8 > room ? null : (
      <text x={x} y={ABOVE + 40} textAnchor={textAnchor} className="fill-soft text-[15px]">
        {name}
      </text>
    )
  }
  return (
    <>
      {said(from?.part, left - POST, first ? first.x - half(0) : right, 'start')}
      {said(to?.part, right + POST, last ? right - last.x - half(-1) : 0, 'end')}
    </>
  )
}

/** Stations are left out here. */
const LeftOut = ({ x }: { x: number }) => (
  <g>
    <rect x={x - 13} y={ABOVE - 11} width={26} height={22} fill="var(--card)" />
    {[-7, 0, 7].map((off) => (
      <circle key={off} cx={x + off} cy={ABOVE} r={2} fill="var(--soft)" />
    ))}
  </g>
)

/** What is held beside a conductor, or round it. */
const Ring = ({ x }: { x: number | undefined }) =>
  x === undefined ? null : (
    <ellipse cx={x} cy={ABOVE} rx={9} ry={23} fill="none" stroke="var(--ink)" strokeWidth={3} strokeDasharray="5 4" />
  )

/** Where a clamp goes round a wire: near the end that is named first. */
function clampAt({ stretches }: PlacedStrip, { ask, wire, from }: Ask): number | undefined {
  if (ask !== 'amps') return undefined
  for (const { stretch, from: left, to: right } of stretches) {
    const i = stretch.runs.findIndex((run) => run.wire === wire)
    if (i < 0) continue
    const each = (right - left) / stretch.runs.length
    const near = stretch.runs[i]!.from
    return left + each * (i + (from === `${near.part}.${near.terminal}` ? 0.3 : 0.7))
  }
  return undefined
}
