import {
  type Job,
  type LadderLight,
  type Ladders,
  labelOf,
  markingOf,
  type PlacedPiece,
  pieceKey,
  RUNG_CONTACT,
  RUNG_LOAD,
} from '@civil-lantern/core'
import type { Picked } from '../../data/workspace.ts'

/** A contact or a load of a rung, with its name, its markings, and where else its part stands. */
export function PieceMark({
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
