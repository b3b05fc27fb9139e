import { COLUMNS, GAP, GRID, type WallBox } from './boxes.ts'
import type { Hung } from './shapes.ts'

/** Between the columns of a place away from the boiler room. */
const AISLE = 8 * GRID

/** A place away from the boiler room, as a block of its own. */
export interface Away {
  readonly place: string
  readonly zones: ReadonlySet<string>
  readonly width: number
  readonly height: number
  readonly inside: readonly Hung[]
}

export function blocksAway(boxes: readonly WallBox[]): Away[] {
  const places = new Map<string, WallBox[]>()
  for (const box of boxes) places.set(box.place, [...(places.get(box.place) ?? []), box])
  return [...places].map(([place, inside]) => ({
    place,
    ...blockOf(inside),
    zones: new Set(inside.flatMap(({ zone }) => zone ?? [])),
  }))
}

/** The parts of one place, columns side by side: splices, a panel and what hangs beside it, valves, thermostats; by zone from the top. */
function blockOf(boxes: readonly WallBox[]): { width: number; height: number; inside: Hung[] } {
  const [only] = boxes
  if (only && boxes.length === 1) return { width: only.width, height: only.height, inside: [{ ...only, x: 0, y: 0 }] }
  const inside: Hung[] = []
  const early = ({ column }: WallBox) =>
    column === COLUMNS.trunks || column === COLUMNS.lineSplices || column === COLUMNS.zoneSplices
  const last = ({ column }: WallBox) => column === COLUMNS.thermostats
  const panel = boxes.some(({ column }) => column === COLUMNS.panel)
  const first = (box: WallBox) => panel && !early(box) && box.column < COLUMNS.valves
  const columns = [
    boxes.filter(early),
    boxes.filter(first),
    boxes.filter((box) => !early(box) && !first(box) && !last(box)),
    boxes.filter(last),
  ]
  let x = 2 * GRID
  let height = 0
  for (const column of columns) {
    if (column.length === 0) continue
    let y = 4 * GRID
    let wide = 0
    for (const row of panel ? byZone(column) : column.map((box) => [box])) {
      let across = 0
      for (const box of row) {
        inside.push({ ...box, x: x + across, y })
        across += box.width + AISLE
      }
      wide = Math.max(wide, across - AISLE)
      y += Math.max(...row.map((box) => box.height)) + GAP
    }
    height = Math.max(height, y)
    x += wide + AISLE
  }
  return { width: x - AISLE + 2 * GRID, height, inside }
}

/** The heads of one room side by side, as they stand on their manifold; what is no room's own stands alone. */
function byZone(boxes: readonly WallBox[]): WallBox[][] {
  const rows: WallBox[][] = []
  for (const box of boxes) {
    const last = rows.at(-1)
    if (last && box.zone !== undefined && last[0]!.zone === box.zone) last.push(box)
    else rows.push([box])
  }
  return rows
}
