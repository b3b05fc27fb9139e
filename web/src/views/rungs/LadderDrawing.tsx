import {
  type Job,
  type Ladder,
  type LadderLight,
  type Ladders,
  type Network,
  pieceKey,
  placedRung,
  RUNG_ROW,
  rungRows,
  rungWidth,
} from '@civil-lantern/core'
import type { Picked } from '../../data/workspace.ts'
import { PieceMark } from './PieceMark.tsx'
import { LineBetween, RailEnd, Wire } from './RungWire.tsx'

const RAIL = 44
const TOP = 46

/** The width a ladder needs so that its longest rung can be read. */
export const ladderWidth = (ladder: Ladder) =>
  2 * RAIL +
  Math.max(...[...ladder.rungs.map(({ network }) => network), inARow(ladder.head), inARow(ladder.tail)].map(rungWidth))

const inARow = (items: readonly Network[]): Network => ({ form: 'series', items })

/** One ladder as the book draws it: rails, numbered rungs, contacts, loads at the right; lit like the other views. */
export function LadderDrawing({
  ladder,
  light,
  ladders,
  job,
  width,
  picked,
  pick,
  faint,
}: {
  ladder: Ladder
  light: LadderLight
  ladders: Ladders
  job: Job
  width: number
  picked: string | undefined
  pick: (picked: Picked) => void
  /** Has the layer of a node stepped back? */
  faint: (node: number) => boolean
}) {
  const lit = new Set(light.lit)
  const [left, right] = [RAIL, width - RAIL]
  const rows: {
    number: number | undefined
    y: number
    network: Network
    says: string | undefined
    from: number
    to: number
  }[] = []
  let y = TOP
  const headRows = ladder.head.length + ladder.tail.length > 0 ? 1 : 0
  const headWidth = rungWidth(inARow(ladder.head)) * Number(ladder.head.length > 0)
  const tailWidth = rungWidth(inARow(ladder.tail)) * Number(ladder.tail.length > 0)
  // Head and tail share a line where there is room for both, else the tail has its own.
  const apart = headWidth + tailWidth > right - left - 60
  if (ladder.head.length > 0)
    rows.push({ number: undefined, y, network: inARow(ladder.head), says: undefined, from: left, to: left + headWidth })
  if (apart && ladder.tail.length > 0) y += RUNG_ROW
  if (ladder.tail.length > 0)
    rows.push({
      number: undefined,
      y,
      network: inARow(ladder.tail),
      says: undefined,
      from: right - tailWidth,
      to: right,
    })
  const tailTop = ladder.tail.length > 0 && apart ? TOP + RUNG_ROW : TOP
  // Room for the ends of the rails where nothing stands beside them.
  y += headRows > 0 ? RUNG_ROW : 48
  const railTop = y - RUNG_ROW * 0.42
  for (const { number, network, irregular } of ladder.rungs) {
    rows.push({ number, y, network, says: irregular, from: left, to: right })
    y += rungRows(network) * RUNG_ROW + (irregular ? 20 : 0)
  }
  const bottom = y - RUNG_ROW * 0.5
  const [hotNode, backNode] = ladder.rails
  const isLit = (node: number) => lit.has(node)
  return (
    <svg
      width={width}
      height={bottom + 22}
      viewBox={`0 0 ${width} ${bottom + 22}`}
      role="img"
      aria-label={`${ladder.title}: ${ladder.rungs.length} rungs`}
      fontFamily="'Atkinson Hyperlegible Next Variable', 'DejaVu Sans', sans-serif"
      className="block select-none"
      data-ladder={ladder.id}
    >
      {/* The rails, and the heads through which everything is fed. */}
      <Wire
        from={[left, railTop]}
        to={[left, bottom]}
        near={isLit(hotNode)}
        far={isLit(hotNode)}
        faint={faint(hotNode)}
        circuit={ladder.circuit}
      />
      <Wire
        from={[right, railTop]}
        to={[right, bottom]}
        near={isLit(backNode)}
        far={isLit(backNode)}
        faint={faint(backNode)}
        circuit={ladder.circuit}
      />
      {rows.map(({ number, y: top, network, says, from, to }) => {
        const { pieces, lines } = placedRung(network, from, top, to - from)
        return (
          <g key={`${number ?? 'head'} ${from}`} data-rung={number}>
            {lines.map((line) => (
              <LineBetween
                key={`${line.from} ${line.to}`}
                line={line}
                lit={isLit}
                faint={faint}
                circuit={ladder.circuit}
              />
            ))}
            {number !== undefined && (
              <text x={left - 12} y={top + 5} textAnchor="end" fontSize={15} fontWeight={700} fill="var(--ink)">
                {number}
              </text>
            )}
            {pieces.map((one) => (
              <PieceMark
                key={`${pieceKey(one.piece)} ${one.x}`}
                one={one}
                light={light.pieces[pieceKey(one.piece)]}
                near={isLit(one.piece.nodes[one.turned ? 1 : 0])}
                job={job}
                places={ladders.places[one.piece.part]}
                number={number}
                chosen={picked === one.piece.part}
                pick={pick}
              />
            ))}
            {says && (
              <text x={left + 8} y={top + rungRows(network) * RUNG_ROW - 22} fontSize={14} fill="var(--bad)">
                ▲ {says}
              </text>
            )}
          </g>
        )
      })}
      {ladder.head.length > 0 && (
        <>
          <Wire
            from={[left + headWidth, TOP]}
            to={[left + headWidth, railTop]}
            near={isLit(hotNode)}
            far={isLit(hotNode)}
            faint={faint(hotNode)}
            circuit={ladder.circuit}
          />
          <Wire
            from={[left + headWidth, railTop]}
            to={[left, railTop]}
            near={isLit(hotNode)}
            far={isLit(hotNode)}
            faint={faint(hotNode)}
            circuit={ladder.circuit}
          />
        </>
      )}
      {ladder.tail.length > 0 && (
        <path
          d={`M${right - tailWidth} ${tailTop}V${railTop}H${right}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.8}
        />
      )}
      {ladder.head.length === 0 && (
        <Wire
          from={[left, TOP]}
          to={[left, railTop]}
          near={isLit(hotNode)}
          far={isLit(hotNode)}
          faint={faint(hotNode)}
          circuit={ladder.circuit}
        />
      )}
      {ladder.tail.length === 0 && (
        <Wire
          from={[right, TOP]}
          to={[right, railTop]}
          near={false}
          far={false}
          faint={faint(backNode)}
          circuit={ladder.circuit}
        />
      )}
      <RailEnd x={left} y={TOP} says={ladder.hot.marking} lit />
      <RailEnd x={right} y={tailTop} says={ladder.back.marking} lit={false} />
    </svg>
  )
}
