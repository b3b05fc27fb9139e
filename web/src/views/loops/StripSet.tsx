import type { Snapshot } from '@civil-lantern/core'
import { type Job, kindOf, labelOf, markingOf, type Station, type Strip } from '@civil-lantern/core'
import { useEffect, useRef, useState } from 'react'
import { columnsOf, leastWidth, type PlacedStation, placeStrip } from './layout.ts'
import { LeadMarks, StripButtons } from './StripButtons.tsx'
import { type Marks, StripDrawing } from './StripDrawing.tsx'

const ROW = 92
const TIE = 14
const TOP = 46

/** Strips one under the other on one width, with the travel bar that ties an actuator to the switch below it. */
export function StripSet({
  strips,
  job,
  snapshot,
  marks,
  opening,
}: {
  strips: readonly Strip[]
  job: Job
  snapshot: Snapshot
  marks: Marks
  opening?: number
}) {
  const box = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState(0)
  useEffect(() => {
    const element = box.current
    if (!element) return
    const watch = new ResizeObserver(([entry]) => entry && setRoom(Math.floor(entry.contentRect.width)))
    watch.observe(element)
    return () => watch.disconnect()
  }, [])
  const { columns } = columnsOf(strips, room)
  const width = Math.max(room, leastWidth(columns))
  const shared = columnsOf(strips, width)
  const tie = opening === undefined || strips.length < 2 ? 0 : TIE
  const rows = strips.map((strip, i) => ({
    strip,
    y: TOP + i * ROW + (i > 0 ? tie : 0),
    placed: placeStrip(strip, width, shared),
  }))
  const height = TOP + (strips.length - 1) * ROW + tie + (columns > 4 ? 60 : 46)
  return (
    <div
      ref={box}
      className={`relative w-full ${width > room ? 'overflow-x-auto overflow-y-hidden' : ''}`}
      style={{ height }}
    >
      {room > 0 && (
        <>
          <svg width={width} height={height} aria-hidden className="block select-none overflow-visible">
            {rows.map(({ strip, y, placed }) =>
              strip.from ? (
                <g key={strip.id}>
                  <StripDrawing
                    strip={strip}
                    placed={placed}
                    y={y}
                    marks={marks}
                    inside={(one) => <Inside one={one} y={y} job={job} snapshot={snapshot} />}
                  />
                  <LeadMarks strip={strip} placed={placed} y={y} />
                </g>
              ) : (
                <text key={strip.id} x={8} y={y} className="fill-bad text-[15px]">
                  {labelOf(job, strip.subject.part)}{' '}
                  {strip.dark?.terminal ? markingOf(job, strip.subject.part, strip.dark.terminal) : ''} leads nowhere.
                </text>
              ),
            )}
            {tie > 0 && opening !== undefined && <Travel x={shared.subjectAt} y={TOP + 41} opening={opening} />}
          </svg>
          {rows.map(
            ({ strip, y, placed }) =>
              strip.from && <StripButtons key={strip.id} strip={strip} placed={placed} y={y} job={job} />,
          )}
        </>
      )}
    </div>
  )
}

/** How far the valve stands open, between the actuator that moves it and the switch it moves. */
const Travel = ({ x, y, opening }: { x: number; y: number; opening: number }) => (
  <g>
    <line x1={x} x2={x} y1={y - 20} y2={y + 42} stroke="var(--soft)" strokeWidth={1.6} strokeDasharray="2 4" />
    <rect x={x - 34} y={y - 5} width={68} height={11} rx={5.5} fill="var(--well)" stroke="var(--soft)" />
    <rect x={x - 34} y={y - 5} width={68 * opening} height={11} rx={5.5} fill="var(--ink)" />
    <text x={x + 42} y={y + 5} className="fill-ink font-mono text-[14px]">
      {Math.round(opening * 100)} %
    </text>
  </g>
)

/** The word in a load, and the name under every station. */
function Inside({
  one: { station, x, width, before, after },
  y,
  job,
  snapshot,
}: {
  one: PlacedStation
  y: number
  job: Job
  snapshot: Snapshot
}) {
  const under = nameUnder(station, job)
  const lit = station.load && station.litNear && station.amps >= 1e-3
  const word = shortState(station, job, snapshot)
  return (
    <>
      {station.load && (
        <text
          x={x}
          y={y + 5}
          textAnchor="middle"
          className={`text-[14px] font-semibold ${lit ? 'fill-[#17242c]' : 'fill-ink'}`}
        >
          {clip(word, Math.floor(width / 7.4))}
        </text>
      )}
      {under && (
        <text x={x} textAnchor="middle" className="fill-soft text-[14px]">
          <title>{under}</title>
          {twoLines(under, Math.floor((width + Math.min(before, after, 60)) / 7)).map((line, i) => (
            <tspan key={line} x={x} y={y + 38 + i * 16}>
              {line}
            </tspan>
          ))}
        </text>
      )}
    </>
  )
}

const clip = (text: string, most: number) => (text.length > most ? `${text.slice(0, Math.max(1, most - 1))}…` : text)

/** A name on one line where it fits, else broken at its spaces, else cut with an ellipsis. */
function twoLines(text: string, most: number): string[] {
  if (text.length <= most) return [text]
  const words = text.split(' ')
  let first = words.shift() ?? ''
  while (words[0] && `${first} ${words[0]}`.length <= most) first = `${first} ${words.shift()}`
  return words.length === 0 ? [clip(first, most)] : [clip(first, most), clip(words.join(' '), most)]
}

function nameUnder(station: Station, job: Job): string {
  const kind = kindOf(job.parts[station.part] ?? { kind: '' })
  if (kind?.class === 'valve' && kind.roles?.switches?.some(({ element }) => element === station.element))
    return `end switch ${station.made ? 'made' : 'open'}`
  // The actuator's name stands in the card's title; the travel bar takes the room below it.
  if (kind?.class === 'valve' && kind.roles?.switches) return ''
  return labelOf(job, station.part)
}

function shortState(station: Station, job: Job, snapshot: Snapshot): string {
  const kind = kindOf(job.parts[station.part] ?? { kind: '' })
  const says = snapshot.states[station.part]?.says ?? ''
  if (kind?.class === 'valve')
    return says === 'shut' ? 'at rest' : says.replace(' by its lever', '').replace(/ \d+ %$/, '')
  if (station.load && kind?.class !== 'transformer' && station.element === 'core') return 'primary'
  if (kind?.class === 'transformer') return 'primary'
  if (kind?.class === 'panel') return 'sense'
  if (kind?.class === 'boiler' && station.element === kind.roles?.callSense) return 'call in'
  return says.split(',')[0] ?? says
}
