import { type Job, kindOf, labelOf, noLoopInWords, type Snapshot, type Station } from '@civil-lantern/core'
import { memo } from 'react'
import { useWorkspace } from '../../data/workspace.ts'
import { type Drawn, drawnAlike } from './drawn-alike.ts'
import { LeadMarks } from './LeadMarks.tsx'
import { columnsOf, leastWidth, type PlacedStation, placeStrip } from './layout.ts'
import { linesOf } from './lines.ts'
import { lastWord, twoLines } from './names.ts'
import { StripButtons } from './StripButtons.tsx'
import { StripDrawing } from './StripDrawing.tsx'

/** From the upper edge of a line to its wire, and from there to the line below. */
const ABOVE = 44
const BELOW = 48
/** A second line of names under a station. */
const NAME = 14
/** Room for the travel bar between an actuator and the switch below it. */
const TIE = 14

/**
 * Strips beside each other where the room allows, else under each other; the travel bar ties an actuator to its switch. Drawn
 * anew only where something on them is another: of twelve zones one travels.
 */
export const StripSet = memo(function StripSet({ strips: all, job, snapshot, marks, room, opening }: Drawn) {
  const strips = all.filter(({ from }) => from !== undefined)
  const nowhere = all.filter(({ from }) => from === undefined)
  const lines = linesOf(strips, room)
  const alone = lines.every((line) => line.length === 1)
  const shared = columnsOf(strips, Math.max(room, leastWidth(columnsOf(strips, room).columns)))
  const tied = opening !== undefined && nowhere.length === 0 && strips.length > 1
  let y = ABOVE
  const rows = lines.flatMap((line, l) => {
    if (l > 0) y += ABOVE + BELOW + (tied && alone && l === 1 ? TIE : 0)
    return line.map(({ strip, x, width: given }) => {
      const width = Math.max(given, leastWidth(columnsOf([strip], 0).columns))
      const columns = alone ? { ...columnsOf(strips, width) } : columnsOf([strip], width)
      return { strip, x, y, width, columns, placed: placeStrip(strip, width, columns) }
    })
  })
  const width = Math.max(room, ...rows.map((row) => row.x + row.width))
  const [first, last] = [rows[0], rows.at(-1)]
  // The rod reaches a switch that stands first on its strip; further along it would run through what is before it.
  const beside = tied && !alone && first && last && first.y === last.y
  const reached = last?.placed.stations[0]?.station.subject === true
  const rodded = beside === true && reached
  const long = rows.some(({ placed }) => placed.stations.some((one) => namesOf(one, job, rodded).length > 1))
  const height = rows.length === 0 ? 0 : y + BELOW + (long ? NAME : 0)
  const drawn = (
    <div className={`relative w-full ${width > room ? 'overflow-x-auto overflow-y-hidden' : ''}`} style={{ height }}>
      <svg width={width} height={height} aria-hidden className="block select-none overflow-visible">
        {tied && alone && <Travel x={shared.subjectAt} y={ABOVE + 41} opening={opening} />}
        {beside && (
          <TravelBeside
            from={first.x + first.columns.subjectAt}
            to={reached ? last.x + last.columns.subjectAt : undefined}
            y={first.y}
            opening={opening}
          />
        )}
        {rows.map(({ strip, x, y, placed }) => (
          <g key={strip.id} transform={`translate(${x} 0)`}>
            <StripDrawing
              strip={strip}
              placed={placed}
              y={y}
              marks={marks}
              inside={(one) => <Inside one={one} y={y} job={job} snapshot={snapshot} tied={rodded} />}
            />
            <OwnLeads strip={strip} placed={placed} y={y} />
          </g>
        ))}
      </svg>
      {rows.map(({ strip, x, y, placed }) => (
        <div key={strip.id} className="absolute top-0" style={{ left: x }}>
          <StripButtons strip={strip} placed={placed} y={y} job={job} />
        </div>
      ))}
    </div>
  )
  if (nowhere.length === 0) return drawn
  return (
    <>
      {rows.length > 0 && drawn}
      <ul className="px-2 py-3 text-bad">
        {nowhere.map((strip) => (
          <li key={strip.id}>{noLoopInWords(job, strip)}</li>
        ))}
      </ul>
    </>
  )
}, drawnAlike)

/** The leads of the bench's own meter. */
const OwnLeads = (on: Omit<Parameters<typeof LeadMarks>[0], 'leads'>) => (
  <LeadMarks {...on} leads={useWorkspace((w) => w.leads)} />
)

/** How far the valve stands open, between the actuator that moves it and the switch it moves. */
const Travel = ({ x, y, opening }: { x: number; y: number; opening: number }) => (
  <g>
    <line x1={x} x2={x} y1={y - 20} y2={y + 42} stroke="var(--soft)" strokeWidth={1.6} strokeDasharray="2 4" />
    <Bar x={x - 34} y={y - 5} opening={opening} />
    <text x={x + 42} y={y + 5} className="fill-ink font-mono text-[15px]">
      {Math.round(opening * 100)} %
    </text>
  </g>
)

/** The same where the switch stands on the strip beside: the bar under the actuator, and the rod across to the switch. */
function TravelBeside({ from, to, y, opening }: { from: number; to: number | undefined; y: number; opening: number }) {
  const at = y + 36
  return (
    <g>
      <path
        d={`M${from} ${y + 19}V${at}${to === undefined ? '' : `M${from + 88} ${at}H${to}V${y + 21}`}`}
        fill="none"
        stroke="var(--soft)"
        strokeWidth={1.6}
        strokeDasharray="2 4"
      />
      <Bar x={from - 34} y={at - 6} opening={opening} />
      <text x={from + 40} y={at + 5} className="fill-ink font-mono text-[15px]">
        {Math.round(opening * 100)} %
      </text>
    </g>
  )
}

const Bar = ({ x, y, opening }: { x: number; y: number; opening: number }) => (
  <>
    <rect x={x} y={y} width={68} height={11} rx={5.5} fill="var(--well)" stroke="var(--soft)" />
    <rect x={x} y={y} width={68 * opening} height={11} rx={5.5} fill="var(--ink)" />
  </>
)

/** The word in a load, and the name under every station. */
function Inside({
  one,
  y,
  job,
  snapshot,
  tied,
}: {
  one: PlacedStation
  y: number
  job: Job
  snapshot: Snapshot
  tied: boolean
}) {
  const { station, x, width } = one
  const names = namesOf(one, job, tied)
  const lit = station.load && station.litNear && station.amps >= 1e-3
  const word = shortState(station, job, snapshot)
  return (
    <>
      {station.load && (
        <text
          x={x}
          y={y + 5}
          textAnchor="middle"
          className={`text-[15px] font-semibold ${lit ? 'fill-[#17242c]' : 'fill-ink'}`}
        >
          {lastWord(word, Math.floor(width / 7.4))}
        </text>
      )}
      {names.length > 0 && (
        <text x={x} textAnchor="middle" className="fill-soft text-[15px]">
          <title>{nameUnder(station, job)}</title>
          {names.map((line, i) => (
            <tspan key={line} x={x} y={y + 40 + i * NAME}>
              {line}
            </tspan>
          ))}
        </text>
      )}
    </>
  )
}

/**
 * The lines of the name under a station. Where the travel rod comes up to a switch there is no room for a word, and its
 * mark says whether it is made.
 */
function namesOf({ station, width, before, after }: PlacedStation, job: Job, tied: boolean): string[] {
  const name = nameUnder(station, job)
  if (name === '' || (tied && isEndSwitch(station, job))) return []
  return twoLines(name, Math.floor((width + Math.min(before, after, 60)) / 7.1))
}

function isEndSwitch({ part, element }: Station, job: Job): boolean {
  const kind = kindOf(job.parts[part])
  return kind?.class === 'valve' && kind.roles.switches?.some((one) => one.element === element) === true
}

function nameUnder(station: Station, job: Job): string {
  const kind = kindOf(job.parts[station.part])
  if (isEndSwitch(station, job)) return `end switch ${station.made ? 'made' : 'open'}`
  // The actuator's name stands in the card's title; the travel bar takes the room below it.
  if (kind?.class === 'valve' && kind.roles.switches) return ''
  return labelOf(job, station.part)
}

export function shortState(station: Station, job: Job, snapshot: Snapshot): string {
  const kind = kindOf(job.parts[station.part])
  const says = snapshot.states[station.part]?.says ?? ''
  if (kind?.class === 'valve')
    return says === 'shut' ? 'at rest' : says.replace(' by its lever', '').replace(/ \d+ %$/, '')
  if (station.load && kind?.class !== 'transformer' && station.element === 'core') return 'primary'
  if (kind?.class === 'transformer') return 'primary'
  if (kind?.class === 'panel') return 'sense'
  if (kind?.class === 'boiler' && station.element === kind.roles.callSense) return 'call in'
  return says.split(',')[0] ?? says
}
