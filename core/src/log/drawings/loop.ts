import type { Job } from '../../job/schema.ts'
import type { Strip } from '../../loops/strip.ts'
import type { Station, Stretch } from '../../loops/unroll.ts'
import { labelOf } from '../../words/words.ts'
import { clipped, type Drawing, Pen } from './drawing.ts'

const WIDTH = 760
const ROW = 86
/** Stations in one line; a longer loop goes on in the next. */
const MOST_IN_LINE = 5
const POST = 13
const BOX = { width: 78, height: 34 } as const

/** Loops of one zone, or those that all share, unrolled from their source and back; splices are the small boxes. */
export function loopDrawing(title: string, strips: readonly Strip[], job: Job): Drawing {
  const pen = new Pen()
  let y = 30
  for (const strip of strips) y = stripIn(pen, strip, job, y)
  return { title, width: WIDTH, height: y - ROW + 40, shapes: pen.shapes }
}

/** Draws a strip from a height on; answers the height of the next. */
function stripIn(pen: Pen, { from, to, items }: Strip, job: Job, top: number): number {
  let y = top
  const lines = linesOf(items)
  for (const [i, line] of lines.entries()) {
    const stations = line.filter((item) => item.form === 'station').length
    const [left, right] = [30, WIDTH - 30]
    const gap = (right - left - 2 * POST - stations * BOX.width) / (stations + 1)
    let x = left
    if (i === 0) postIn(pen, from?.marking ?? '', x, y)
    else pen.text('…', x, y + 4, 13)
    x += POST
    let station = 0
    const ends = () => (station === stations ? right - POST : x + gap)
    let open = true
    for (const item of line) {
      if (item.form === 'stretch') {
        stretchIn(pen, item, x, ends(), y)
        open = false
        x = ends()
      } else {
        // Two stations with no wire of this job between them are joined inside.
        if (open) {
          pen.line(1.4, [x, y], [ends(), y])
          x = ends()
        }
        stationIn(pen, item, job, x, y)
        x += BOX.width
        station++
        open = true
      }
    }
    if (open) pen.line(1.4, [x, y], [right - POST, y])
    if (i === lines.length - 1) postIn(pen, to?.marking ?? '', right, y)
    else pen.text('…', right, y + 4, 13)
    y += ROW
  }
  return y
}

type Item = Stretch | Station

/** The items of a strip by the line: each begins with a stretch and takes so many stations. */
function linesOf(items: readonly Item[]): Item[][] {
  const lines: Item[][] = [[]]
  let count = 0
  for (const item of items) {
    if (item.form === 'station' && count === MOST_IN_LINE) {
      lines.push([])
      count = 0
    }
    if (item.form === 'station') count++
    lines.at(-1)!.push(item)
  }
  return lines
}

function postIn(pen: Pen, says: string, x: number, y: number) {
  const half = Math.max(POST, says.length * 3.6 + 5)
  pen.box(x - half, y - POST, 2 * half, 2 * POST, POST)
  pen.text(says, x, y + 4, 11, 'middle', true)
}

/** The wires of a stretch, each with its colour and number, a small box at every splice between them. */
function stretchIn(pen: Pen, { runs }: Stretch, from: number, to: number, y: number) {
  pen.line(1.4, [from, y], [to, y])
  const each = (to - from) / runs.length
  for (const [i, run] of runs.entries()) {
    const middle = from + (i + 0.5) * each
    // Neighbours that would lie over each other stand higher and lower in turn.
    const up = i % 2 === 0 ? 6 : 17
    if (each > 14) pen.text(clipped(run.label || run.colour, Math.max(3, Math.round(each / 4))), middle, y - up, 10.5)
    if (run.splice && i < runs.length - 1) pen.box(from + (i + 1) * each - 4, y - 5, 8, 10, 2)
  }
}

function stationIn(pen: Pen, { part, load, made, enter, leave }: Station, job: Job, x: number, y: number) {
  const middle = x + BOX.width / 2
  pen.box(x, y - BOX.height / 2, BOX.width, BOX.height, load ? BOX.height / 2 : 6)
  if (!load) {
    pen.line(1.6, [x + 18, y + 5], [x + 32, y + 5])
    pen.line(1.6, [x + 32, y + 5], made ? [x + 50, y + 5] : [x + 48, y - 5])
    pen.line(1.6, [x + 50, y + 5], [x + 62, y + 5])
  } else pen.text(part.slice(0, 5), middle, y + 4, 11, 'middle', true)
  pen.text(clipped(labelOf(job, part), 16), middle, y + BOX.height / 2 + 13, 12, 'middle', true)
  pen.text(enter.marking, x - 2, y + 14, 10.5, 'end')
  pen.text(leave.marking, x + BOX.width + 2, y + 14, 10.5, 'start')
}
