import {
  type Job,
  type Ladder,
  type LadderLight,
  type Ladders,
  labelOf,
  markingOf,
  type Network,
  type PlacedLine,
  type PlacedPiece,
  pieceKey,
  placedRung,
  RUNG_CONTACT,
  RUNG_LOAD,
  RUNG_ROW,
  rungRows,
  rungWidth,
} from '@civil-lantern/core'
import type { Picked } from '../../data/workspace.ts'

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
}: {
  ladder: Ladder
  light: LadderLight
  ladders: Ladders
  job: Job
  width: number
  picked: string | undefined
  pick: (picked: Picked) => void
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
        circuit={ladder.circuit}
      />
      <Wire
        from={[right, railTop]}
        to={[right, bottom]}
        near={isLit(backNode)}
        far={isLit(backNode)}
        circuit={ladder.circuit}
      />
      {rows.map(({ number, y: top, network, says, from, to }) => {
        const { pieces, lines } = placedRung(network, from, top, to - from)
        return (
          <g key={`${number ?? 'head'} ${from}`} data-rung={number}>
            {lines.map((line) => (
              <LineBetween key={`${line.from} ${line.to}`} line={line} lit={isLit} circuit={ladder.circuit} />
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
            circuit={ladder.circuit}
          />
          <Wire
            from={[left + headWidth, railTop]}
            to={[left, railTop]}
            near={isLit(hotNode)}
            far={isLit(hotNode)}
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
          circuit={ladder.circuit}
        />
      )}
      {ladder.tail.length === 0 && (
        <Wire from={[right, TOP]} to={[right, railTop]} near={false} far={false} circuit={ladder.circuit} />
      )}
      <RailEnd x={left} y={TOP} says={ladder.hot.marking} lit />
      <RailEnd x={right} y={tailTop} says={ladder.back.marking} lit={false} />
    </svg>
  )
}

const RailEnd = ({ x, y, says, lit }: { x: number; y: number; says: string; lit: boolean }) => (
  <g>
    <circle cx={x} cy={y} r={13} fill={lit ? 'var(--glow)' : 'var(--card)'} stroke="var(--ink)" strokeWidth={1.8} />
    <text x={x} y={y + 4.5} textAnchor="middle" fontSize={13} fontWeight={700} fill={lit ? '#17242c' : 'var(--ink)'}>
      {says}
    </text>
  </g>
)

function LineBetween({
  line: { from, to, nodes },
  lit,
  circuit,
}: {
  line: PlacedLine
  lit: (node: number) => boolean
  circuit: Ladder['circuit']
}) {
  return <Wire from={from} to={to} near={lit(nodes[0])} far={lit(nodes[1])} circuit={circuit} />
}

/** A line of a ladder; where its two ends differ in light the copper between them is open, and that is shown. */
function Wire({
  from: [x1, y1],
  to: [x2, y2],
  near,
  far,
  circuit,
}: {
  from: readonly [number, number]
  to: readonly [number, number]
  near: boolean
  far: boolean
  circuit: Ladder['circuit']
}) {
  const [mx, my] = [(x1 + x2) / 2, (y1 + y2) / 2]
  const open = near !== far
  return (
    <g stroke="var(--ink)" fill="none">
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

function PieceMark({
  one: { piece, turned, x, y },
  light,
  near,
  job,
  places,
  number,
  chosen,
  pick,
}: {
  one: PlacedPiece
  light: LadderLight['pieces'][string] | undefined
  near: boolean
  job: Job
  places: Ladders['places'][string] | undefined
  number: number | undefined
  chosen: boolean
  pick: (picked: Picked) => void
}) {
  const load = piece.form === 'load'
  const name = labelOf(job, piece.part)
  const half = (load ? RUNG_LOAD.symbol : RUNG_CONTACT.symbol) / 2
  const working = load && (light?.amps ?? 0) >= 1e-3 && near
  const marks = marksOf(piece, turned, job)
  // A load that only feeds its part moves no contact of it.
  const moves = load && number !== undefined && places?.loads.includes(number) === true
  const elsewhere = load ? (moves ? places?.contacts : []) : places?.loads
  const refers =
    elsewhere && elsewhere.length > 0
      ? load
        ? `contact in ${elsewhere.join(', ')}`
        : `by ${elsewhere.join(', ')}`
      : ''
  const made = light?.made === true
  // A load that only feeds its part is told from its others by what it is called inside.
  const inWords = load
    ? piece.element
        .replace(/([A-Z])/g, ' $1')
        .replace(/\d+$/, '')
        .toLowerCase()
    : ''
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: with keys a part is chosen in the list beside the drawing
    <g onClick={() => pick({ part: piece.part })} style={{ cursor: 'pointer' }} data-piece={pieceKey(piece)}>
      <title>{`${name}${load ? '' : made ? ', made' : ', open'}${refers ? `, ${refers}` : ''}`}</title>
      {chosen && (
        <rect
          x={x - 50}
          y={y - 34}
          width={100}
          height={66}
          rx={8}
          fill="var(--well)"
          stroke="var(--ink)"
          strokeWidth={2}
        />
      )}
      <rect x={x - 50} y={y - 34} width={100} height={66} fill="transparent" />
      {load ? (
        <>
          <circle
            cx={x}
            cy={y}
            r={half}
            fill={working ? 'var(--glow)' : 'var(--card)'}
            stroke="var(--ink)"
            strokeWidth={2}
          />
          <text
            x={x}
            y={y + 4.5}
            textAnchor="middle"
            fontSize={12.5}
            fontWeight={700}
            fill={working ? '#17242c' : 'var(--ink)'}
          >
            {piece.part.slice(0, 4)}
          </text>
        </>
      ) : (
        <g stroke="var(--ink)" strokeWidth={2.4} fill="none">
          {made && (
            <path d={`M${x - half} ${y}H${x + half}`} stroke={near ? 'var(--halo)' : 'var(--line)'} strokeWidth={11} />
          )}
          <path d={`M${x - half} ${y - 11}v22M${x + half} ${y - 11}v22`} />
          {light?.madeAtRest && <path d={`M${x - half - 4} ${y + 12}L${x + half + 4} ${y - 12}`} />}
          {made && <path d={`M${x - half} ${y}H${x + half}`} strokeWidth={1.6} />}
        </g>
      )}
      <text x={x} y={y - half - (load ? 6 : 10)} textAnchor="middle" fontSize={13.5} fontWeight={600} fill="var(--ink)">
        {clip(name, 15)}
      </text>
      {[marks, refers || inWords].filter(Boolean).map((text, i) => (
        <text
          key={text}
          x={x}
          y={y + half + (load ? 13 : 20) + i * 13}
          textAnchor="middle"
          fontSize={12}
          fill="var(--soft)"
        >
          {text}
        </text>
      ))}
    </g>
  )
}

/** What is printed at the two ends of a piece, in the order the rung passes them. */
function marksOf({ part, terminals }: PlacedPiece['piece'], turned: boolean, job: Job): string {
  const marks = terminals.map((terminal) => (terminal === '' ? '' : markingOf(job, part, terminal)))
  return (turned ? marks.reverse() : marks).filter(Boolean).join('–')
}

const clip = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text)
