import type { CircuitClass } from '@civil-lantern/core'

/** The line itself, in the build of its circuit. */
export function Core({
  a,
  b,
  y,
  colour,
  circuit,
}: {
  a: number
  b: number
  y: number
  colour: string
  circuit: CircuitClass
}) {
  if (circuit === 'line voltage')
    return (
      <g>
        {[-3, 3].map((offset) => (
          <g key={offset}>
            <line x1={a} x2={b} y1={y + offset} y2={y + offset} stroke="var(--casing)" strokeWidth={4} />
            <line x1={a} x2={b} y1={y + offset} y2={y + offset} stroke={colour} strokeWidth={2.6} />
          </g>
        ))}
        <line x1={a} x2={b} y1={y + 7.5} y2={y + 7.5} stroke="var(--ink)" strokeWidth={4} strokeDasharray="1.5 6" />
      </g>
    )
  if (circuit === 'signal')
    return (
      <g>
        <line x1={a} x2={b} y1={y} y2={y} stroke="var(--casing)" strokeWidth={3} />
        <line x1={a} x2={b} y1={y} y2={y} stroke={colour} strokeWidth={1.6} />
        <line
          x1={a + 3}
          x2={b}
          y1={y}
          y2={y}
          stroke="var(--casing)"
          strokeWidth={8.4}
          strokeDasharray="0.1 11"
          strokeLinecap="round"
        />
        <line
          x1={a + 3}
          x2={b}
          y1={y}
          y2={y}
          stroke={colour}
          strokeWidth={6.4}
          strokeDasharray="0.1 11"
          strokeLinecap="round"
        />
      </g>
    )
  const thick = circuit === 'call' ? 3 : 4.6
  return (
    <g>
      <line x1={a} x2={b} y1={y} y2={y} stroke="var(--casing)" strokeWidth={thick + 1.8} />
      <line x1={a} x2={b} y1={y} y2={y} stroke={colour} strokeWidth={thick} />
    </g>
  )
}
