import type { Job } from '../../job/schema.ts'
import type { Ladder, Ladders, Rung } from '../../rungs/ladders.ts'
import { pieceKey } from '../../rungs/light.ts'
import { CONTACT, LOAD, type PlacedPiece, placed, ROW, rowsOf, widthOf } from '../../rungs/place.ts'
import type { Network } from '../../rungs/series-parallel.ts'
import { labelOf, markingOf } from '../../words/words.ts'
import { clipped, type Drawing, Pen } from './drawing.ts'

const RAIL = 44
const TOP = 40
/** Rows a page has room for: what is longer goes on in a further drawing. */
const MOST_ROWS = 11
const LEAST_WIDTH = 560

const inARow = (items: readonly Network[]): Network => ({ form: 'series', items })

/** The ladder of one source at rest, in as many drawings as it needs pages. @param restsMade is a contact made at rest? */
export function ladderDrawings(
  ladder: Ladder,
  { places }: Ladders,
  job: Job,
  restsMade: (piece: string) => boolean,
): Drawing[] {
  const head = inARow(ladder.head)
  const tail = inARow(ladder.tail)
  const [headWidth, tailWidth] = [
    ladder.head.length > 0 ? widthOf(head) : 0,
    ladder.tail.length > 0 ? widthOf(tail) : 0,
  ]
  const width = Math.max(
    LEAST_WIDTH,
    2 * RAIL + headWidth + tailWidth + 60,
    ...ladder.rungs.map(({ network }) => 2 * RAIL + widthOf(network)),
  )
  const [left, right] = [RAIL, width - RAIL]
  return sheetsOf(ladder.rungs).map((rungs, sheet) => {
    const pen = new Pen()
    const network = (one: Network, from: number, y: number, room: number, rung?: number) => {
      const { pieces, lines } = placed(one, from, y, room)
      for (const { from: start, to } of lines) pen.line(1.4, start, to)
      for (const piece of pieces) pieceIn(pen, piece, job, places, restsMade(pieceKey(piece.piece)), rung)
    }
    let y = TOP
    const fed = sheet === 0 && headWidth + tailWidth > 0
    if (fed) {
      // The rails begin below what everything passes.
      if (headWidth > 0) network(head, left, y, headWidth)
      if (tailWidth > 0) network(tail, right - tailWidth, y, tailWidth)
      y += ROW
      const rail = y - ROW * 0.42
      if (headWidth > 0) pen.line(1.4, [left + headWidth, TOP], [left + headWidth, rail], [left, rail])
      if (tailWidth > 0) pen.line(1.4, [right - tailWidth, TOP], [right - tailWidth, rail], [right, rail])
    } else y += 44
    const railTop = fed ? y - ROW * 0.42 : TOP
    for (const { number, network: one, irregular } of rungs) {
      network(one, left, y, right - left, number)
      pen.text(String(number), left - 12, y + 5, 14, 'end', true)
      if (irregular) pen.text(irregular, left + 8, y + rowsOf(one) * ROW - 20, 12, 'start')
      y += rowsOf(one) * ROW + (irregular ? 18 : 0)
    }
    const bottom = y - ROW * 0.5
    pen.line(2, [left, fed && headWidth > 0 ? railTop : TOP], [left, bottom])
    pen.line(2, [right, fed && tailWidth > 0 ? railTop : TOP], [right, bottom])
    for (const [x, says] of [
      [left, ladder.hot.marking],
      [right, ladder.back.marking],
    ] as const) {
      pen.circle(x, TOP, 13)
      pen.text(says, x, TOP + 4.5, 12, 'middle', true)
    }
    return {
      title: `${ladder.title}, ${Math.round(ladder.volts)} V${sheet > 0 ? ', goes on' : ''}`,
      width,
      height: bottom + 12,
      shapes: pen.shapes,
    }
  })
}

/** Rungs by the page: a rung is never cut. */
function sheetsOf(rungs: readonly Rung[]): Rung[][] {
  const sheets: Rung[][] = [[]]
  let rows = 0
  for (const rung of rungs) {
    const own = rowsOf(rung.network)
    if (rows + own > MOST_ROWS && sheets.at(-1)!.length > 0) {
      sheets.push([])
      rows = 0
    }
    sheets.at(-1)!.push(rung)
    rows += own
  }
  return sheets
}

function pieceIn(
  pen: Pen,
  { piece, turned, x, y }: PlacedPiece,
  job: Job,
  places: Ladders['places'],
  restsMade: boolean,
  rung: number | undefined,
) {
  const load = piece.form === 'load'
  const half = (load ? LOAD.symbol : CONTACT.symbol) / 2
  if (load) {
    pen.circle(x, y, half)
    pen.text(piece.part.slice(0, 4), x, y + 4, 11, 'middle', true)
  } else {
    pen.line(2, [x - half, y - 11], [x - half, y + 11])
    pen.line(2, [x + half, y - 11], [x + half, y + 11])
    if (restsMade) pen.line(2, [x - half - 4, y + 12], [x + half + 4, y - 12])
  }
  pen.text(clipped(labelOf(job, piece.part), 16), x, y - half - (load ? 6 : 10), 12, 'middle', true)
  const marks = piece.terminals.map((terminal) => (terminal === '' ? '' : markingOf(job, piece.part, terminal)))
  const at = places[piece.part]
  const moves = load && rung !== undefined && at?.loads.includes(rung)
  const elsewhere = load ? (moves ? (at?.contacts ?? []) : []) : (at?.loads ?? [])
  const refers =
    elsewhere.length === 0 ? '' : load ? `contact in ${elsewhere.join(', ')}` : `by ${elsewhere.join(', ')}`
  const lines = [(turned ? marks.reverse() : marks).filter(Boolean).join('–'), refers].filter(Boolean)
  for (const [i, says] of lines.entries()) pen.text(says, x, y + half + (load ? 12 : 20) + i * 12, 10.5)
}
