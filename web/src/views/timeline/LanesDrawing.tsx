import { clockWords, type Lane, type Timeline } from '@civil-lantern/core'
import { useEffect, useRef, useState } from 'react'
import { useWorkspace } from '../../data/workspace.ts'
import { ticksOf } from './scale.ts'

const NAME = 168
const ROW = 26
const PAD = 9
const RIGHT = 16

/** A lane for each part: what it did and when, how far a valve stood open, and when what should happen may happen. */
export function LanesDrawing({
  timeline,
  now,
  look,
}: {
  timeline: Timeline
  now: number
  look: (moment: number) => void
}) {
  const box = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState(640)
  useEffect(() => {
    if (!box.current) return
    const watch = new ResizeObserver(([entry]) => entry && setRoom(Math.floor(entry.contentRect.width)))
    watch.observe(box.current)
    return () => watch.disconnect()
  }, [])
  const { pick, picked } = useWorkspace()
  const name = room < 520 ? 112 : NAME
  const width = room - name - RIGHT
  const span = Math.max(1, timeline.end * 1.04)
  const x = (moment: number) => name + (moment / span) * width
  let top = 26
  const lanes = timeline.lanes.map((lane) => {
    const height = PAD * 2 + ROW * (lane.rows + (moves(lane) ? 1 : 0))
    const placed = { lane, top, height }
    top += height
    return placed
  })
  const chosen = picked && 'part' in picked ? picked.part : undefined
  const at = (clientX: number) => {
    const left = box.current?.getBoundingClientRect().left ?? 0
    return Math.min(timeline.now, Math.max(0, ((clientX - left - name) / width) * span))
  }
  return (
    <div ref={box} className="relative w-full">
      <svg
        width={room}
        height={top + 8}
        role="img"
        aria-label="What each part did, and when"
        className="block touch-pan-y select-none"
        onPointerDown={(e) => {
          if (e.clientX - (box.current?.getBoundingClientRect().left ?? 0) < name) return
          e.currentTarget.setPointerCapture(e.pointerId)
          look(at(e.clientX))
        }}
        onPointerMove={(e) => e.currentTarget.hasPointerCapture(e.pointerId) && look(at(e.clientX))}
      >
        {ticksOf(span, width).map((tick) => (
          <g key={tick}>
            <line x1={x(tick)} x2={x(tick)} y1={22} y2={top} stroke="var(--line)" />
            <text
              x={x(tick)}
              y={15}
              textAnchor={tick === 0 ? 'start' : 'middle'}
              className="fill-soft font-mono text-[13px]"
            >
              {clockWords(tick)}
            </text>
          </g>
        ))}
        {lanes.map(({ lane, top: y, height }) => (
          <LaneRow
            key={lane.part}
            lane={lane}
            y={y}
            height={height}
            x={x}
            room={room}
            now={timeline.now}
            chosen={chosen === lane.part}
          />
        ))}
        <line x1={x(timeline.now)} x2={x(timeline.now)} y1={22} y2={top} stroke="var(--soft)" strokeDasharray="3 4" />
        <line x1={x(now)} x2={x(now)} y1={20} y2={top} stroke="var(--ink)" strokeWidth={2.5} />
        <path d={`M${x(now) - 7} 18h14l-7 9z`} fill="var(--ink)" />
      </svg>
      {lanes.map(({ lane, top: y, height }) => (
        <button
          key={lane.part}
          type="button"
          onClick={() => pick({ part: lane.part })}
          style={{ top: y, width: name - 6, height }}
          className="absolute left-0 line-clamp-2 px-2 text-left font-semibold text-[15px] leading-tight hover:bg-well"
          title={`${lane.label}, ${lane.place}`}
        >
          {lane.label}
        </button>
      ))}
    </div>
  )
}

function LaneRow({
  lane,
  y,
  height,
  x,
  room,
  now,
  chosen,
}: {
  lane: Lane
  y: number
  height: number
  x: (moment: number) => number
  room: number
  now: number
  chosen: boolean
}) {
  const rowTop = (row: number) => y + PAD + row * ROW
  const travel = moves(lane) ? lane.travel : undefined
  return (
    <g>
      {chosen && <rect x={0} y={y} width={room} height={height} fill="var(--well)" />}
      <line x1={0} x2={room} y1={y + height} y2={y + height} stroke="var(--line)" />
      {lane.windows
        .filter(({ latest, earliest }) => latest - earliest > 0.05)
        .map(({ key, earliest, latest, says }) => (
          <g
            key={key}
            stroke={latest > now ? 'var(--ink)' : 'var(--soft)'}
            strokeWidth={1.6}
            opacity={latest > now ? 1 : 0.55}
          >
            <title>{`${lane.label}: ${says}, sound parts between ${clockWords(earliest)} and ${clockWords(latest)}`}</title>
            <path d={`M${x(earliest)} ${y + height - 8}v5H${x(latest)}v-5`} fill="none" />
          </g>
        ))}
      {lane.bars.map((bar) => {
        const [from, to] = [x(bar.from), x(bar.to ?? now)]
        const width = Math.max(3, to - from)
        return (
          <g key={`${bar.row} ${bar.from} ${bar.says}`}>
            <title>{`${lane.label}: ${bar.says}, from ${clockWords(bar.from)}${bar.to === undefined ? '' : ` to ${clockWords(bar.to)}`}`}</title>
            <rect
              x={from}
              y={rowTop(bar.row)}
              width={width}
              height={ROW - 6}
              rx={5}
              fill="var(--well)"
              stroke="var(--soft)"
            />
            {width > 44 && (
              <text x={from + 7} y={rowTop(bar.row) + 14.5} className="fill-ink text-[13.5px]">
                {clip(bar.says, Math.floor((width - 12) / 6.6))}
              </text>
            )}
          </g>
        )
      })}
      {travel && (
        <polyline
          points={travel.map(([at, opening]) => `${x(at)},${y + height - 13 - opening * (ROW - 8)}`).join(' ')}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={2}
        >
          <title>{`${lane.label}: how far it stands open`}</title>
        </polyline>
      )}
      {lane.marks.map(({ at, says }) => (
        <g key={`${at} ${says}`}>
          <title>{`${clockWords(at)} ${lane.label}: ${says}`}</title>
          <path d={`M${x(at)} ${y + 4}l4.5 5 -4.5 5 -4.5 -5z`} fill="var(--ink)" />
        </g>
      ))}
    </g>
  )
}

/** Does a valve's lane show how far it stands open? */
const moves = ({ travel }: Lane) => travel?.some(([, opening]) => opening > 0) === true

const clip = (text: string, most: number) => (text.length > most ? `${text.slice(0, Math.max(1, most - 1))}…` : text)
