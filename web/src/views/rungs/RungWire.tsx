import type { Ladder, PlacedLine } from '@civil-lantern/core'
import { FAINT } from '../Layers.tsx'

/** The terminal a rail begins at. */
export const RailEnd = ({ x, y, says, lit }: { x: number; y: number; says: string; lit: boolean }) => (
  <g>
    <circle cx={x} cy={y} r={13} fill={lit ? 'var(--glow)' : 'var(--card)'} stroke="var(--ink)" strokeWidth={1.8} />
    <text x={x} y={y + 4.5} textAnchor="middle" fontSize={13} fontWeight={700} fill={lit ? '#17242c' : 'var(--ink)'}>
      {says}
    </text>
  </g>
)

export function LineBetween({
  line: { from, to, nodes },
  lit,
  faint,
  circuit,
}: {
  line: PlacedLine
  lit: (node: number) => boolean
  /** Has the layer of a node stepped back? */
  faint: (node: number) => boolean
  circuit: Ladder['circuit']
}) {
  return <Wire from={from} to={to} near={lit(nodes[0])} far={lit(nodes[1])} faint={faint(nodes[0])} circuit={circuit} />
}

/** A line of a ladder; where its two ends differ in light the copper between them is open, and that is shown. */
export function Wire({
  from: [x1, y1],
  to: [x2, y2],
  near,
  far,
  faint,
  circuit,
}: {
  from: readonly [number, number]
  to: readonly [number, number]
  near: boolean
  far: boolean
  faint: boolean
  circuit: Ladder['circuit']
}) {
  const [mx, my] = [(x1 + x2) / 2, (y1 + y2) / 2]
  const open = near !== far
  return (
    <g stroke="var(--ink)" fill="none" opacity={faint ? FAINT : 1}>
      {near && far && <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke="var(--halo)" strokeWidth={13} />}
      {open && (
        <path
          d={near ? `M${x1} ${y1}L${mx} ${my}` : `M${mx} ${my}L${x2} ${y2}`}
          stroke="var(--halo)"
          strokeWidth={13}
        />
      )}
      <path d={`M${x1} ${y1}L${x2} ${y2}`} strokeWidth={circuit === 'line voltage' ? 2.6 : 1.8} />
      {open && <path d={`M${mx - 5} ${my - 8}l4 16M${mx + 2} ${my - 8}l4 16`} stroke="var(--bad)" strokeWidth={2.4} />}
    </g>
  )
}
