import type { Job } from '@civil-lantern/core'
import { COLUMNS, GRID, type WallBox } from './boxes.ts'
import type { Point, Rect } from './route.ts'
import { stacked } from './stack.ts'

/** A part where it hangs. */
export interface Hung extends WallBox, Rect {}

const GAP = 2 * GRID
/** Between the columns of a place away from the boiler room: a cable's mouth and lanes on both its sides. */
const AISLE = 12 * GRID
const HEAD = 4 * GRID
/** Room beside a column however few conductors turn there, and the share of them that need a lane of their own. */
const LEAST_GUTTER = 5 * GRID
const LANES = 0.7

const snap = (value: number) => Math.round(value / GRID) * GRID

export type Spots = Readonly<Record<string, Point>>

/**
 * Hangs the parts of a job on the wall. Those that were hung by hand stay, and so do those that are held where they were a
 * moment ago, for a wire that is landed must not make the wall jump. The others are arranged: supply left, panel in the
 * middle, valves in the order of their zones, then each place further away as a block of its own, in the order of the
 * places. Nothing that is arranged overlaps.
 */
export function hang(job: Job, boxes: readonly WallBox[], held: Spots = {}): Hung[] {
  const spot = ({ part }: WallBox) => job.parts[part]!.at ?? held[part]
  const tidy = boxes.every(spot) ? new Map<string, Hung>() : arranged(job, boxes)
  const hung = boxes.flatMap((box): Hung[] => {
    const at = spot(box)
    return at ? [{ ...box, x: snap(at.x), y: snap(at.y) }] : []
  })
  for (const box of boxes) {
    const free = tidy.get(box.part)
    if (free && !spot(box)) hung.push({ ...free, ...clear(free, hung, GAP) })
  }
  return hung
}

/** The nearest place further down where a rectangle touches none of the others. */
export function clear(rect: Rect, others: readonly Rect[], gap: number): Rect {
  let { y } = rect
  for (let moved = true; moved; ) {
    moved = false
    for (const other of others) {
      const beside = rect.x >= other.x + other.width + gap || rect.x + rect.width + gap <= other.x
      const above = y + rect.height + gap <= other.y
      const below = y >= other.y + other.height + gap
      if (beside || above || below) continue
      y = other.y + other.height + gap
      moved = true
    }
  }
  return { ...rect, y }
}

/** Something that stands in a column: a part, or all of a place away from the boiler room. */
interface Standing {
  readonly parts: readonly string[]
  readonly width: number
  readonly height: number
}

/**
 * The tidy wall. The tallest column stands by itself; the others settle beside it, each part as near as it can to what it is
 * joined to: splices and plant in whatever order that gives, valves by zone and places in theirs.
 */
function arranged(job: Job, boxes: readonly WallBox[]): Map<string, Hung> {
  const home = job.survey.boiler.place
  const away = new Map<string, WallBox[]>()
  for (const box of boxes) if (box.place !== home) away.set(box.place, [...(away.get(box.place) ?? []), box])
  const blocks = new Map([...away].map(([place, inside]) => [place, blockOf(inside)]))
  const last = COLUMNS.thermostats + 1
  const columns: Standing[][] = Array.from({ length: last + 1 }, () => [])
  for (const box of boxes) if (box.place === home) columns[box.column]!.push({ parts: [box.part], ...sizeOf(box) })
  for (const { inside, ...size } of blocks.values())
    columns[last]!.push({ parts: inside.map(({ part }) => part), ...size })

  const neighbours = neighboursOf(job)
  const centre = new Map<string, number>()
  const tops = new Map<Standing, number>()
  const settle = (index: number) => {
    const column = columns[index]!
    const wanted = column.map(({ parts }) => {
      const near = parts.flatMap((part) => neighbours.get(part) ?? []).flatMap((part) => centre.get(part) ?? [])
      return near.length > 0 ? near.reduce((sum, y) => sum + y, 0) / near.length : undefined
    })
    const free = index !== COLUMNS.valves && index < COLUMNS.thermostats && index !== COLUMNS.supply
    const order = column.map((_, i) => i)
    if (free) order.sort((a, b) => (wanted[a] ?? 0) - (wanted[b] ?? 0) || a - b)
    const y = stacked(
      order.map((i) => ({ height: column[i]!.height, centre: wanted[i] })),
      GAP,
    )
    for (const [at, i] of order.entries()) {
      tops.set(column[i]!, snap(y[at]!))
      for (const part of column[i]!.parts) centre.set(part, y[at]! + column[i]!.height / 2)
    }
  }
  const tall = columns.map((column) => column.reduce((sum, { height }) => sum + height + GAP, 0))
  const anchor = tall.indexOf(Math.max(...tall))
  const byDistance = columns.map((_, i) => i).sort((a, b) => Math.abs(a - anchor) - Math.abs(b - anchor))
  // Twice: what was settled first did not yet know its neighbours on the other side.
  for (let round = 0; round < 2; round++) for (const index of byDistance) settle(index)

  const hung = new Map<string, Hung>()
  const columnOf = new Map(boxes.map((box) => [box.part, box.place === home ? box.column : last]))
  const high = Math.min(...tops.values(), 0)
  let x = 0
  for (const [index, column] of columns.entries()) {
    if (column.length === 0) continue
    const width = Math.max(...column.map((one) => one.width))
    for (const one of column) {
      const y = tops.get(one)! - high + HEAD
      const block = blocks.get(boxes.find(({ part }) => part === one.parts[0])?.place ?? '')
      // Cables come in between the boiler room and the other places: room for their mouths.
      if (index === last && block)
        for (const box of block.inside) hung.set(box.part, { ...box, x: x + AISLE + box.x, y: y + box.y })
      else {
        const box = boxes.find(({ part }) => part === one.parts[0])!
        hung.set(box.part, { ...box, x: x + snap((width - one.width) / 2), y })
      }
    }
    x += width + gutterAfter(job, index, columnOf)
  }
  return hung
}

const sizeOf = ({ width, height }: WallBox) => ({ width, height })

/** The parts each part is joined to, once for every conductor. */
function neighboursOf(job: Job): Map<string, string[]> {
  const found = new Map<string, string[]>()
  for (const { from, to } of Object.values(job.wires))
    for (const [here, there] of [
      [from.part, to.part],
      [to.part, from.part],
    ] as const)
      found.set(here, [...(found.get(here) ?? []), there])
  return found
}

/** Room for the conductors that turn beside a column. */
function gutterAfter(job: Job, column: number, columnOf: ReadonlyMap<string, number>): number {
  const passing = Object.values(job.wires).filter(({ from, to }) => {
    const [a, b] = [columnOf.get(from.part) ?? 0, columnOf.get(to.part) ?? 0]
    return Math.min(a, b) <= column && Math.max(a, b) > column
  }).length
  return Math.max(LEAST_GUTTER, snap(GRID * (3 + passing * LANES)))
}

/** The parts of one place, columns side by side: splices, valves and the like, thermostats; by zone from the top. */
function blockOf(boxes: readonly WallBox[]): { width: number; height: number; inside: Hung[] } {
  const inside: Hung[] = []
  let x = AISLE
  let height = 0
  const splices: readonly number[] = [COLUMNS.lowSplices, COLUMNS.zoneSplices, COLUMNS.lineSplices]
  const columns = [
    boxes.filter(({ column }) => splices.includes(column)),
    boxes.filter(({ column }) => !splices.includes(column) && column !== COLUMNS.thermostats),
    boxes.filter(({ column }) => column === COLUMNS.thermostats),
  ]
  for (const column of columns) {
    if (column.length === 0) continue
    let y = HEAD
    for (const box of column) {
      inside.push({ ...box, x, y })
      y += box.height + GAP
    }
    height = Math.max(height, y)
    x += Math.max(...column.map(({ width }) => width)) + AISLE
  }
  return { width: x - AISLE + GRID, height, inside }
}
