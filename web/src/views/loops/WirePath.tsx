import type { CircuitClass, Run } from '@civil-lantern/core'
import { hue } from '../../ui/colours.ts'
import { FAINT } from '../Layers.tsx'
import { Core } from './WireCore.tsx'

const GAP = 9

/**
 * One wire of a strip. Its core is the insulation's colour; the halo says energised, the drift in it says current. The
 * build says which circuit: low voltage one line, line voltage a double line with teeth, the call loop a thin line on a
 * pale bed, a signal is beaded.
 */
export function WirePath({
  run,
  from,
  to,
  y,
  circuit,
  marked,
  faint = false,
}: {
  run: Run
  from: number
  to: number
  y: number
  circuit: CircuitClass
  marked: boolean
  /** Its layer has stepped back. */
  faint?: boolean
}) {
  const colour = hue(run.colour)
  const middle = (from + to) / 2
  const pieces: { a: number; b: number; lit: boolean }[] = run.broken
    ? [
        { a: from, b: middle - GAP, lit: run.litNear },
        { a: middle + GAP, b: to, lit: run.litFar },
      ]
    : [{ a: from + (run.liftedNear ? GAP : 0), b: to - (run.liftedFar ? GAP : 0), lit: run.litNear && run.litFar }]
  const flowing = run.amps >= 1e-3
  return (
    <g opacity={faint ? FAINT : 1}>
      {circuit === 'call' && <line x1={from} x2={to} y1={y} y2={y} stroke="var(--bed)" strokeWidth={16} />}
      {pieces.map(({ a, b, lit }) => (
        <g key={a}>
          {lit && <line x1={a} x2={b} y1={y} y2={y} stroke="var(--halo)" strokeWidth={17} />}
          {flowing && (
            <line
              x1={a}
              x2={b}
              y1={y}
              y2={y}
              stroke="var(--lamp)"
              strokeWidth={15}
              strokeDasharray="3 21"
              className="drift"
              opacity={0.75}
            />
          )}
          {marked && <line x1={a} x2={b} y1={y} y2={y} stroke="var(--ink)" strokeWidth={11} />}
          <Core a={a} b={b} y={y} colour={colour} circuit={circuit} />
        </g>
      ))}
      {run.broken && (
        <path
          d={`M${middle - 11} ${y - 9}l6 18M${middle + 5} ${y - 9}l6 18`}
          stroke="var(--bad)"
          strokeWidth={2.5}
          fill="none"
          strokeLinecap="round"
        />
      )}
      {run.liftedNear && <Lifted x={from} y={y} turn={1} />}
      {run.liftedFar && <Lifted x={to} y={y} turn={-1} />}
    </g>
  )
}

/** A lead off its terminal, bent up out of the way. */
const Lifted = ({ x, y, turn }: { x: number; y: number; turn: 1 | -1 }) => (
  <path
    d={`M${x + turn * 12} ${y}l${-turn * 6} -13`}
    stroke="var(--bad)"
    strokeWidth={3}
    fill="none"
    strokeLinecap="round"
  />
)
