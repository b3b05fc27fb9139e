import type { CircuitClass } from '@civil-lantern/core'
import { memo } from 'react'
import { beside, pathOf } from './line.ts'
import type { Point } from './route.ts'

/**
 * One conductor along its way, built as everywhere: its colour is the core, the halo says energised, the drift says
 * current. Low voltage is one line, line voltage two with teeth, the call loop thin on a pale bed, a signal beaded.
 */
export const Conductor = memo(function Conductor({
  points,
  colour,
  circuit,
  lit,
  flowing,
  marked,
  thin = false,
}: {
  points: readonly Point[]
  /** What it is drawn in. */
  colour: string
  circuit: CircuitClass | 'none'
  lit: boolean
  flowing: boolean
  marked: boolean
  /** A core inside a sheath. */
  thin?: boolean
}) {
  const path = pathOf(points)
  const halo = thin ? 6 : 13
  return (
    <g fill="none">
      {circuit === 'call' && !thin && <path d={path} stroke="var(--bed)" strokeWidth={11} className="wall-trim" />}
      {lit && <path d={path} stroke="var(--halo)" strokeWidth={halo} />}
      {flowing && (
        <path
          d={path}
          stroke="var(--lamp)"
          strokeWidth={halo - 2}
          strokeDasharray="3 21"
          className="drift wall-trim"
          opacity={0.75}
        />
      )}
      {marked && <path d={path} stroke="var(--ink)" strokeWidth={thin ? 5 : 9} />}
      {circuit === 'line voltage' && !thin ? (
        <>
          {[-2, 2].map((offset) => {
            const side = pathOf(beside(points, offset))
            return (
              <g key={offset}>
                <path d={side} stroke="var(--casing)" strokeWidth={3} className="wall-trim" />
                <path d={side} stroke={colour} strokeWidth={1.9} />
              </g>
            )
          })}
          <path
            d={pathOf(beside(points, 5))}
            stroke="var(--ink)"
            strokeWidth={2.6}
            strokeDasharray="1.3 5"
            className="wall-trim wall-teeth"
          />
        </>
      ) : (
        <>
          <path
            d={path}
            stroke="var(--casing)"
            strokeWidth={thin ? 2.6 : circuit === 'call' ? 3.6 : 4.8}
            className="wall-trim"
          />
          <path d={path} stroke={colour} strokeWidth={thin ? 1.8 : circuit === 'call' ? 2.2 : 3.4} />
          {circuit === 'signal' && !thin && (
            <>
              <path
                d={path}
                stroke="var(--casing)"
                className="wall-trim"
                strokeWidth={7.4}
                strokeDasharray="0.1 11"
                strokeLinecap="round"
              />
              <path
                d={path}
                stroke={colour}
                className="wall-trim"
                strokeWidth={5.6}
                strokeDasharray="0.1 11"
                strokeLinecap="round"
              />
            </>
          )}
        </>
      )}
    </g>
  )
})
