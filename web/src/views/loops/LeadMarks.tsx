import type { Strip } from '@civil-lantern/core'
import { type PlacedStrip, POST } from './layout.ts'

/** The two points the leads of a meter are on, as far as they are on anything. */
export interface OnPoints {
  readonly a?: string | undefined
  readonly b?: string | undefined
}

/** Where a terminal stands on a strip that is laid out; nothing where it is not on it. Pixels from the left. */
export function pointAt({ from, to }: Strip, placed: PlacedStrip, point: string | undefined): number | undefined {
  if (!point) return undefined
  if (from && point === `${from.part}.${from.terminal}`) return placed.left
  if (to && point === `${to.part}.${to.terminal}`) return placed.right
  for (const { station, x, width } of placed.stations) {
    if (point === `${station.enter.part}.${station.enter.terminal}`) return x - width / 2
    if (point === `${station.leave.part}.${station.leave.terminal}`) return x + width / 2
  }
  return undefined
}

/** The two leads of a meter where they stand on a strip. */
export function LeadMarks({
  strip,
  placed,
  y,
  leads,
}: {
  strip: Strip
  placed: PlacedStrip
  y: number
  leads: OnPoints
}) {
  return (['a', 'b'] as const).map((lead) => {
    const x = pointAt(strip, placed, leads[lead])
    if (x === undefined) return null
    return (
      <g key={lead} data-lead={lead}>
        <line
          x1={x}
          x2={x}
          y1={y - 24}
          y2={y - (x === placed.left || x === placed.right ? POST : 3)}
          stroke="var(--ink)"
          strokeWidth={2.4}
          strokeDasharray={lead === 'a' ? undefined : '3 3'}
        />
        <rect
          x={x - 12}
          y={y - 44}
          width={24}
          height={21}
          rx={6}
          fill={lead === 'a' ? 'var(--ink)' : 'var(--card)'}
          stroke="var(--ink)"
          strokeWidth={2}
          strokeDasharray={lead === 'a' ? undefined : '4 3'}
        />
        <text
          x={x}
          y={y - 28.5}
          textAnchor="middle"
          className={`text-[14px] font-bold ${lead === 'a' ? 'fill-paper' : 'fill-ink'}`}
        >
          {lead.toUpperCase()}
        </text>
      </g>
    )
  })
}
