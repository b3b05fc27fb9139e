import { type Job, kindOf, zonesInOrder } from '@civil-lantern/core'
import { COLUMNS, extentOf, GAP, GRID, HEAD, inRows, type Partners, partnersOf, snap, type WallBox } from './boxes.ts'
import type { Block, Folds, Hanging, Heights, Hung } from './shapes.ts'
import { stacked } from './stack.ts'
import { beadOf, stretched, trunkColumns } from './trunks.ts'

/** Room above the rows: the name of the room. */
const TOP = 3 * GRID
/** From what hangs in the boiler room to the mouth of a cable, and from its other mouth to what it serves. */
export const REACH = 3 * GRID
export const MOUTH = 2 * GRID
/** What is seen of a sheath between its mouths. */
export const SHEATH = 8 * GRID
/** Between the columns of a place away from the boiler room. */
const AISLE = 8 * GRID
const LEAST_ROW = 4 * GRID
const BLOCK_WIDE = 14 * GRID
const ZONE_WIDE = 30 * GRID

/** A row of the wall: what stands in it, and where. */
interface Row {
  readonly zone: string | undefined
  readonly folded: boolean
  readonly height: number
  /** Conductors that pass over its valve, each in a lane above the row. */
  readonly passing: readonly string[]
  readonly columns: ReadonlyMap<number, readonly WallBox[]>
  top: number
}

/**
 * The tidy wall: the supply folded or open at the left, the plant below it, then what many share as upright trunks, and to
 * their right one row a zone, in the order of the zones, from its relay over its valve and the sheath to its thermostat.
 * Trunks give each row its conductor at the height where it is needed, so that rows run level.
 */
export function inRowsOf(job: Job, boxes: readonly WallBox[], folds: Folds): Hanging {
  const home = job.survey.boiler.place
  const ends = partnersOf(job)
  const hidden = hiddenIn(job, boxes, folds)
  const bundled = bundledIn(job, boxes, hidden)
  const shown = boxes.filter(({ part }) => !hidden.has(part)).map((box) => withoutBundled(box, ends, bundled))
  const atHome = shown.filter(({ place }) => place === home)
  const away = blocksAway(shown.filter(({ place }) => place !== home))
  const rows = rowsOf(job, boxes, atHome, away, hidden)
  const bottom = setRows(rows)

  const hung = new Map<string, Hung>()
  const rowOf = new Map(rows.flatMap((row) => (row.zone ? [[row.zone, row] as const] : [])))
  const put = (box: WallBox, x: number, y: number) => hung.set(box.part, { ...box, x, y })

  // First across, so that every row is known; the heights of trunks and plant follow from it.
  const supply = atHome.filter(({ column }) => column === COLUMNS.supply)
  const line = atHome.filter(({ column }) => column === COLUMNS.lineSplices)
  const plant = atHome.filter(({ column }) => column === COLUMNS.plant)
  const panels = atHome.filter(({ column }) => column === COLUMNS.panel)
  let x = 0
  for (const column of [supply, line]) {
    if (column.length === 0) continue
    spread(column, x, bottom, put)
    x += widest(column) + gutter(job, column)
  }
  const folded = [...new Set(hidden.values())]
  const blocks: Block[] = []
  const supplyBlock = folded.includes('supply') ? supplyOf(job, hidden, plant) : undefined
  // The conductors between a folded supply and the plant run down at the left of both.
  if (supplyBlock) x += 2 * GRID
  {
    const first = supplyBlock ? [{ part: 'supply', ...supplyBlock }] : []
    spread([...first, ...plant], x, bottom, (box, left, y) =>
      'ends' in box ? void blocks.push({ ...box, x: left, y }) : put(box, left, y),
    )
    x += Math.max(widest(plant), supplyBlock?.width ?? 0) + GRID * 4
  }

  // Rows, from the trunks on: where they begin is only known when the trunks are; they are moved there last.
  const inRow: Hung[] = []
  let right = 0
  const rowColumns = [COLUMNS.relays, COLUMNS.valves, COLUMNS.zoneSplices, COLUMNS.thermostats] as const
  for (const column of rowColumns) {
    const here = rows.flatMap((row) => row.columns.get(column) ?? [])
    if (here.length === 0) continue
    for (const row of rows) {
      const standing = row.columns.get(column) ?? []
      let y = row.top + snap((row.height - heightOf(standing)) / 2)
      for (const box of standing) {
        inRow.push({ ...box, x: right, y })
        y += box.height + GAP
      }
    }
    right += widest(here) + gutter(job, here) - (column === COLUMNS.zoneSplices ? GRID : 0)
  }
  const foldedRows = rows.filter((row) => row.folded)
  right = Math.max(right - 3 * GRID, foldedRows.length > 0 ? ZONE_WIDE : 0)
  const cables = REACH + MOUTH + SHEATH + MOUTH + REACH
  const tops = stacked(
    away.map(({ zones, height }) => ({
      height,
      centre: meanOf([...zones].flatMap((zone) => middleOf(rowOf.get(zone)))),
    })),
    GAP,
  )
  const awayAt = away.map((block, i) => ({ block, y: Math.max(0, snap(tops[i]!)) }))
  for (const { block, y } of awayAt)
    for (const box of block.inside) inRow.push({ ...box, x: right + cables + box.x, y: y + box.y })
  const widestAway = Math.max(0, ...away.map(({ width }) => width))
  const zoneBlocks = foldedRows.map((row) => {
    // As wide as an open row is, but for what of another place stands beside it.
    const beside = awayAt.some(({ block, y }) => y < row.top + row.height + GAP && y + block.height + GAP > row.top)
    return zoneBlockOf(job, row, hidden, right + (widestAway > 0 && !beside ? cables + widestAway : 0))
  })

  levelSplices(
    ends,
    home,
    inRow,
    rowOf,
    heightsOf(
      job,
      inRow.filter(({ splice }) => !splice),
      zoneBlocks,
      [],
      hung,
      blocks,
    ),
  )
  const heights = heightsOf(job, inRow, zoneBlocks, rows, hung, blocks)
  const tall = panels.map((box) => stretched(box, ends, heights))
  const panelTops = stacked(
    tall.map(({ box, top }) => ({ height: box.height, centre: top === undefined ? undefined : top + box.height / 2 })),
    GAP,
  ).map((top) => snap(top))
  // One that would reach above the wall pushes those below it down.
  const down = Math.max(0, TOP - Math.min(TOP, ...panelTops))
  const panelsAt = tall.map(({ box }, i) => ({ ...box, x: 0, y: panelTops[i]! + down }))
  for (const one of panelsAt) heights.add(one)
  const trunks = trunkColumns(ends, atHome, heights)
  for (const one of trunks.stems) put(one, x + one.x, one.y)
  x += trunks.width > 0 ? trunks.width + 3 * GRID : 0
  for (const one of panelsAt) put(one, x, one.y)
  if (panels.length > 0) x += widest(panels) + gutter(job, panels)
  for (const one of inRow) hung.set(one.part, { ...one, x: one.x + x })
  blocks.push(...zoneBlocks.map((one) => ({ ...one, x: one.x + x })))
  return { parts: boxes.flatMap(({ part }) => hung.get(part) ?? []), blocks, bundled }
}

/** A splice of a row joins what stands on both its sides level, where its row has the room; at least with what stands in it. */
function levelSplices(ends: Partners, home: string, inRow: Hung[], rowOf: ReadonlyMap<string, Row>, heights: Heights) {
  const near = new Set(inRow.filter(({ place }) => place === home).map(({ part }) => part))
  for (const [i, one] of inRow.entries()) {
    const row = one.zone === undefined ? undefined : rowOf.get(one.zone)
    if (!one.splice || one.place !== home || !row) continue
    const waysBy = (farToo: boolean) =>
      [...(ends.get(one.part) ?? [])].flatMap(([key, there]) =>
        there.map((end) => ({
          key,
          wanted: farToo || near.has(end.part) ? heights.of(end) : undefined,
          right: true,
          onward: 0 as const,
        })),
      )
    for (const farToo of [true, false]) {
      const bead = { ...one, ...beadOf(one, waysBy(farToo), new Set()) }
      const fits = bead.y >= row.top - GRID && bead.y + bead.height <= row.top + row.height + GRID
      const free = inRow.every(
        (other) =>
          other.part === one.part ||
          other.x !== one.x ||
          other.y + other.height < bead.y ||
          other.y > bead.y + bead.height,
      )
      if (!fits || !free) continue
      inRow[i] = bead
      break
    }
  }
}

const widest = (boxes: readonly { width: number }[]) => Math.max(0, ...boxes.map(({ width }) => width))
const heightOf = (boxes: readonly { height: number }[]) =>
  boxes.reduce((sum, { height }) => sum + height, 0) + GAP * Math.max(0, boxes.length - 1)
const meanOf = (values: readonly number[]) =>
  values.length > 0 ? values.reduce((sum, one) => sum + one, 0) / values.length : undefined
const middleOf = (row: Row | undefined) => (row ? [row.top + row.height / 2] : [])

/** The part of the wall each hidden part is folded into. */
function hiddenIn(job: Job, boxes: readonly WallBox[], { supply, zones }: Folds): Map<string, string> {
  const home = job.survey.boiler.place
  return new Map(
    boxes.flatMap(({ part, place, zone, column }): [string, string][] => {
      if (zone !== undefined && zones.has(zone)) return [[part, zone]]
      const before = column === COLUMNS.supply || column === COLUMNS.lineSplices
      return supply && before && zone === undefined && place === home ? [[part, 'supply']] : []
    }),
  )
}

/** Conductors drawn as one at the left of the plant: from the folded supply to it, and line voltage within it. */
function bundledIn(job: Job, boxes: readonly WallBox[], hidden: ReadonlyMap<string, string>): ReadonlySet<string> {
  if (![...hidden.values()].includes('supply')) return new Set()
  const home = job.survey.boiler.place
  const plant = new Set(
    boxes.flatMap(({ part, column, place }) => (column === COLUMNS.plant && place === home ? [part] : [])),
  )
  const onLine = ({ part, terminal }: Job['wires'][string]['from']) => {
    const circuit = kindOf(job.parts[part]!)?.terminals[terminal]?.circuit
    return circuit === 'line voltage' || circuit === 'earth'
  }
  return new Set(
    Object.entries(job.wires).flatMap(([id, { from, to }]) => {
      const inPlant = [from, to].filter(({ part }) => plant.has(part)).length
      const inSupply = [from, to].some(({ part }) => hidden.get(part) === 'supply')
      return (inPlant === 1 && inSupply) || (inPlant === 2 && (onLine(from) || onLine(to))) ? [id] : []
    }),
  )
}

/** A part without the terminals whose conductors are all drawn in a bundle. */
function withoutBundled(box: WallBox, ends: Partners, bundled: ReadonlySet<string>): WallBox {
  if (box.column !== COLUMNS.plant) return box
  const kept = box.terminals.filter(({ terminal }) => {
    const there = ends.get(box.part)?.get(terminal) ?? []
    return there.length === 0 || there.some(({ wire }) => !bundled.has(wire))
  })
  if (kept.length === box.terminals.length) return box
  const terminals = inRows(kept)
  return { ...box, terminals, ...extentOf(undefined, terminals) }
}

interface Away {
  readonly zones: ReadonlySet<string>
  readonly width: number
  readonly height: number
  readonly inside: readonly Hung[]
}

function blocksAway(boxes: readonly WallBox[]): Away[] {
  const places = new Map<string, WallBox[]>()
  for (const box of boxes) places.set(box.place, [...(places.get(box.place) ?? []), box])
  return [...places.values()].map((inside) => ({
    ...blockOf(inside),
    zones: new Set(inside.flatMap(({ zone }) => zone ?? [])),
  }))
}

/** The parts of one place, columns side by side: splices, valves and the like, thermostats; by zone from the top. */
function blockOf(boxes: readonly WallBox[]): { width: number; height: number; inside: Hung[] } {
  const [only] = boxes
  if (only && boxes.length === 1) return { width: only.width, height: only.height, inside: [{ ...only, x: 0, y: 0 }] }
  const inside: Hung[] = []
  const early = ({ column }: WallBox) =>
    column === COLUMNS.trunks || column === COLUMNS.lineSplices || column === COLUMNS.zoneSplices
  const columns = [
    boxes.filter(early),
    boxes.filter((box) => !early(box) && box.column !== COLUMNS.thermostats),
    boxes.filter(({ column }) => column === COLUMNS.thermostats),
  ]
  let x = 2 * GRID
  let height = 0
  for (const column of columns) {
    if (column.length === 0) continue
    let y = 4 * GRID
    for (const box of column) {
      inside.push({ ...box, x, y })
      y += box.height + GAP
    }
    height = Math.max(height, y)
    x += widest(column) + AISLE
  }
  return { width: x - AISLE + 2 * GRID, height, inside }
}

function rowsOf(
  job: Job,
  boxes: readonly WallBox[],
  atHome: readonly WallBox[],
  away: readonly Away[],
  hidden: ReadonlyMap<string, string>,
): Row[] {
  const standing = atHome.filter(({ column }) => column >= COLUMNS.relays)
  const columnOf = new Map(
    boxes.map((box) => [box.part, box.place === job.survey.boiler.place ? box.column : COLUMNS.away]),
  )
  const rowOf = (zone: string | undefined, boxesOfIt: readonly WallBox[]): Row => {
    const columns = new Map<number, WallBox[]>()
    for (const box of boxesOfIt) columns.set(box.column, [...(columns.get(box.column) ?? []), box])
    const folded = zone !== undefined && [...hidden.values()].includes(zone)
    if (folded)
      return {
        zone,
        folded,
        height: Math.max(LEAST_ROW, GRID * (into(job, hidden, zone).length + 1)),
        passing: [],
        columns,
        top: 0,
      }
    const own = new Set(boxes.filter((box) => box.zone === zone).map(({ part }) => part))
    const passing = columns.has(COLUMNS.valves)
      ? Object.entries(job.wires).flatMap(([id, { from, to }]) => {
          const [a, b] = [from, to].map(({ part }) => columnOf.get(part) ?? 0)
          const over = Math.min(a!, b!) < COLUMNS.valves && Math.max(a!, b!) > COLUMNS.valves
          return over && [from, to].some(({ part }) => own.has(part)) ? [id] : []
        })
      : []
    const alone = away.filter(({ zones }) => zones.size === 1 && zone !== undefined && zones.has(zone))
    const height = Math.max(LEAST_ROW, ...[...columns.values()].map(heightOf), ...alone.map((one) => one.height))
    return { zone, folded, height, passing, columns, top: 0 }
  }
  const rows = zonesInOrder(job).map(({ id }) =>
    rowOf(
      id,
      standing.filter(({ zone }) => zone === id),
    ),
  )
  const owned = new Set(zonesInOrder(job).map(({ id }) => id))
  for (const box of standing) if (box.zone === undefined || !owned.has(box.zone)) rows.push(rowOf(undefined, [box]))
  return rows
}

/** Sets the rows one below the other. @returns where the last ends */
function setRows(rows: readonly Row[]): number {
  let y = TOP
  for (const row of rows) {
    y += row.folded ? GRID : Math.max(GAP, GRID * (row.passing.length + 1))
    row.top = y
    y += row.height
  }
  return y
}

/** Stands parts below each other from the top, as far apart as there is room for, within reason. */
function spread<B extends { readonly part: string; readonly width: number; readonly height: number }>(
  boxes: readonly B[],
  x: number,
  bottom: number,
  put: (box: B, x: number, y: number) => void,
) {
  const free = bottom - TOP - boxes.reduce((sum, { height }) => sum + height, 0)
  const gap = Math.min(5 * GRID, Math.max(GAP, snap(free / Math.max(1, boxes.length) - GRID / 2)))
  const wide = widest(boxes)
  let y = TOP + GAP
  for (const box of boxes) {
    put(box, x + snap((wide - box.width) / 2), y)
    y += box.height + gap
  }
}

/** Room for the conductors that turn beside a column: most of them run level. */
function gutter(job: Job, column: readonly { readonly part: string; readonly column: number }[]): number {
  const here = new Set(column.map(({ part }) => part))
  const at = column[0]?.column ?? 0
  const turning = Object.values(job.wires).filter(({ from, to }) => here.has(from.part) || here.has(to.part)).length
  const share = at <= COLUMNS.lineSplices ? 0.7 : at === COLUMNS.panel ? 0.35 : 0
  return Math.max(4 * GRID, snap(GRID * (3 + turning * share)))
}

/** The conductors with one end inside a fold. */
const into = (job: Job, hidden: ReadonlyMap<string, string>, fold: string) =>
  Object.entries(job.wires).filter(
    ([, { from, to }]) => (hidden.get(from.part) === fold) !== (hidden.get(to.part) === fold),
  )

const membersOf = (hidden: ReadonlyMap<string, string>, fold: string) =>
  [...hidden].flatMap(([part, of]) => (of === fold ? [part] : []))

function supplyOf(job: Job, hidden: ReadonlyMap<string, string>, plant: readonly WallBox[]): Omit<Block, 'x' | 'y'> {
  const fed = new Set(plant.map(({ part }) => part))
  const alone = into(job, hidden, 'supply').filter(
    ([, { from, to }]) => !fed.has(hidden.get(from.part) === 'supply' ? to.part : from.part),
  )
  return {
    id: 'supply',
    zone: undefined,
    parts: membersOf(hidden, 'supply'),
    width: BLOCK_WIDE,
    height: Math.max(5 * GRID, HEAD + GRID * (alone.length + 1)),
    ends: Object.fromEntries(alone.map(([wire], i) => [wire, HEAD + GRID * i])),
  }
}

function zoneBlockOf(job: Job, row: Row, hidden: ReadonlyMap<string, string>, width: number): Block {
  const zone = row.zone!
  return {
    id: zone,
    zone,
    parts: membersOf(hidden, zone),
    x: 0,
    y: row.top,
    width: Math.max(ZONE_WIDE, width),
    height: row.height,
    ends: Object.fromEntries(into(job, hidden, zone).map(([wire], i) => [wire, GRID * (i + 1)])),
  }
}

function heightsOf(
  job: Job,
  inRow: readonly Hung[],
  zoneBlocks: readonly Block[],
  rows: readonly Row[],
  plant: ReadonlyMap<string, Hung>,
  blocks: readonly Block[],
): Heights {
  const at = new Map<string, number>()
  const add = ({ part, terminals, y }: Hung) => {
    for (const one of terminals) at.set(`${part}.${one.terminal}`, y + one.y)
  }
  for (const one of [...inRow, ...plant.values()]) add(one)
  const right = new Set(inRow.map(({ part }) => part))
  const lanes = new Map(
    rows.flatMap(({ passing, top }) => passing.map((wire, i) => [wire, top - GRID * (i + 1)] as const)),
  )
  const folded = new Map(
    [...zoneBlocks, ...blocks].flatMap(({ ends, parts, y }) =>
      Object.entries(ends).flatMap(([wire, down]) => parts.map((part) => [`${wire}@${part}`, y + down] as const)),
    ),
  )
  const of: Heights['of'] = ({ wire, part, terminal }) =>
    (right.has(part) ? lanes.get(wire) : undefined) ?? at.get(`${part}.${terminal}`) ?? folded.get(`${wire}@${part}`)
  const all = () =>
    new Set(
      Object.entries(job.wires).flatMap(([wire, { from, to }]) =>
        [from, to].flatMap((end) => {
          const y = of({ wire, ...end })
          return y === undefined || !(right.has(end.part) || folded.has(`${wire}@${end.part}`)) ? [] : [y]
        }),
      ),
    )
  return { of, all, add }
}
