import { type Job, labelOf, MARGIN, type SourceLoad } from '@civil-lantern/core'
import {
  Area,
  AreaChart,
  Bar,
  BarChart,
  Cell,
  LabelList,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts'
import { axisMarks } from './in-words.ts'

/** Fills that stay apart in grey and for most eyes; amber is kept for what is live. */
export const fills = [
  '#5b7f95',
  '#8aa6b5',
  '#7a6a55',
  '#3e6170',
  '#a9bac3',
  '#94846c',
  '#2f4a56',
  '#c2b59e',
  '#6c8f7d',
  '#9c8aa0',
  '#4f5b66',
  '#b0a27a',
  '#77858c',
] as const
export const fillOf = (i: number) => fills[i % fills.length]!
/** What serves no single zone. */
export const REST = ''

const ticks = { fill: 'var(--soft)', fontSize: 15 } as const
/** Words on a line: above or below it, and legible whatever lies behind. */
const beside = { fontSize: 15, fontWeight: 600, stroke: 'var(--card)', strokeWidth: 4, paintOrder: 'stroke' } as const
const clock = (seconds: number) => `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')}`

/** The names under which a source's load is stacked: its zones, and the rest where there is any. */
export function stackOf(job: Job, { atOnce }: SourceLoad): { id: string; name: string }[] {
  const ids = new Set(atOnce.flatMap(({ zones }) => Object.keys(zones).filter((zone) => zones[zone]! > 0.05)))
  const zones = Object.entries(job.zones)
    .filter(([id]) => ids.has(id))
    .sort(([, a], [, b]) => a.number - b.number)
    .map(([id, { number, name }]) => ({ id, name: `${number} ${name}` }))
  return ids.has(REST) ? [...zones, { id: REST, name: 'Control itself' }] : zones
}

/** VA against time, stacked by zone, with the rating and the margin. */
export function OverTime({ job, source }: { job: Job; source: SourceLoad }) {
  const stack = stackOf(job, source)
  // The loads add up as phasors: each zone's share of what the winding carries.
  const data = source.atOnce.map(({ at, zones, va }) => {
    const sum = Object.values(zones).reduce((a, b) => a + b, 0)
    return {
      at,
      ...Object.fromEntries(stack.map(({ id }) => [id || 'rest', sum > 0 ? ((zones[id] ?? 0) * va) / sum : 0])),
    }
  })
  const marks = axisMarks(Math.max(source.rated, source.peak))
  return (
    <ResponsiveContainer width="100%" height={250}>
      <AreaChart data={data} syncId="load" margin={{ top: 8, right: 16, bottom: 0, left: -8 }}>
        <XAxis
          dataKey="at"
          type="number"
          domain={[0, 'dataMax']}
          tickFormatter={clock}
          tick={ticks}
          stroke="var(--line)"
        />
        <YAxis domain={[0, marks.at(-1)!]} ticks={[...marks]} tick={ticks} stroke="var(--line)" width={52} />
        {stack.map(({ id }, i) => (
          <Area
            key={id}
            dataKey={id || 'rest'}
            stackId="va"
            type="stepAfter"
            stroke="var(--card)"
            fill={fillOf(i)}
            fillOpacity={1}
            isAnimationActive={false}
          />
        ))}
        <ReferenceLine
          y={source.rated}
          stroke="var(--bad)"
          strokeWidth={2.5}
          label={{ ...beside, value: `rating ${source.rated} VA`, position: 'insideBottomRight', fill: 'var(--bad)' }}
        />
        <ReferenceLine
          y={MARGIN * source.rated}
          stroke="var(--ink)"
          strokeDasharray="5 4"
          label={{
            ...beside,
            value: `with a margin ${(MARGIN * source.rated).toFixed(0)}`,
            position: 'insideTopRight',
            fill: 'var(--ink)',
          }}
        />
      </AreaChart>
    </ResponsiveContainer>
  )
}

/** Volts at the valve that gets least, on the time axis of the load above it, beside what it needs to start. */
export function VoltsOverTime({ source, job }: { source: SourceLoad; job: Job }) {
  const worst = source.devices.toSorted((a, b) => a.volts - b.volts)[0]
  if (!worst) return null
  const data = source.atOnce.flatMap(({ at, there }) =>
    there[worst.part] === undefined ? [] : [{ at, volts: Number(there[worst.part]!.toFixed(2)) }],
  )
  if (data.length === 0) return null
  const all = [...data.map(({ volts }) => volts), worst.needs ?? Number.POSITIVE_INFINITY]
  const from = Math.floor(Math.min(...all) - 1)
  const half = Math.ceil((Math.max(...all.filter(Number.isFinite)) + 1 - from) / 2)
  return (
    <>
      <p className="px-3 pt-1 text-soft">
        Volts at {labelOf(job, worst.part)}, which gets least: never under {worst.volts.toFixed(1)}
        {worst.needs === undefined ? '' : `, needs ${worst.needs}`}
      </p>
      <ResponsiveContainer width="100%" height={110}>
        <LineChart data={data} syncId="load" margin={{ top: 6, right: 16, bottom: 0, left: -8 }}>
          <XAxis
            dataKey="at"
            type="number"
            domain={[0, source.atOnce.at(-1)?.at ?? 'dataMax']}
            tickFormatter={clock}
            tick={ticks}
            stroke="var(--line)"
          />
          <YAxis
            domain={[from, from + 2 * half]}
            ticks={[from + half, from + 2 * half]}
            tick={ticks}
            stroke="var(--line)"
            width={52}
          />
          <Line
            dataKey="volts"
            type="stepAfter"
            stroke="var(--ink)"
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
          />
          {worst.needs !== undefined && (
            <ReferenceLine y={worst.needs} stroke="var(--bad)" strokeWidth={2} strokeDasharray="3 3" />
          )}
        </LineChart>
      </ResponsiveContainer>
    </>
  )
}

/** How many call together: the worst choice of each number. */
export function HowMany({ source }: { source: SourceLoad }) {
  const data = source.together.map(({ zones, va }) => ({ k: String(zones.length), va: Math.round(va) }))
  return (
    <ResponsiveContainer width="100%" height={200}>
      <BarChart data={data} margin={{ top: 22, right: 8, bottom: 0, left: 8 }}>
        <XAxis dataKey="k" tick={ticks} stroke="var(--line)" />
        <YAxis hide domain={[0, (most: number) => Math.max(most, source.rated) * 1.1]} />
        <ReferenceLine y={source.rated} stroke="var(--bad)" strokeWidth={2} />
        <Bar dataKey="va" isAnimationActive={false} radius={[4, 4, 0, 0]}>
          {data.map(({ k, va }) => (
            <Cell key={k} fill={va > source.rated ? 'var(--bad)' : fills[1]} />
          ))}
          <LabelList dataKey="va" position="top" {...beside} fill="var(--ink)" />
        </Bar>
      </BarChart>
    </ResponsiveContainer>
  )
}
