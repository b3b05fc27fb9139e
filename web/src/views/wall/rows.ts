import { type Job, zonesInOrder } from '@civil-lantern/core'
import { type Away, blocksAway } from './away.ts'
import { COLUMNS, depthsOf, GAP, GRID, type Partners, partnersOf, snap, type WallBox, widest } from './boxes.ts'
import { bundledIn, hiddenIn, supplyOf, withoutBundled, ZONE_WIDE, zoneBlockOf } from './folded.ts'
import { endsOf, gatheredIn, roomForLanes } from './gathered.ts'
import { heightsOf } from './heights.ts'
import type { Block, Folds, Gathered, Hanging, Heights, Hung, Row } from './shapes.ts'
import { stacked } from './stack.ts'
import { beadOf, stretched, trunkColumns } from './trunks.ts'

/** Room above the rows: the name of the room. */
const TOP = 3 * GRID
/** From what hangs in the boiler room to the mouth of a cable, and from its other mouth to what it serves. */
export const REACH = 3 * GRID
export const MOUTH = 2 * GRID
/** What is seen of a sheath between its mouths. */
export const SHEATH = 8 * GRID
const LEAST_ROW = 4 * GRID

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
  const gathered = gatheredIn(job, boxes, hidden)
  const shown = boxes.filter(({ part }) => !hidden.has(part)).map((box) => withoutBundled(box, ends, bundled))
  const atHome = shown.filter(({ place }) => place === home)
  const away = blocksAway(shown.filter(({ place }) => place !== home))
  const rows = rowsOf(job, boxes, atHome, away, hidden, gathered)
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
  const depths = depthsOf(job)
  let reach = 0
  // What is reached from another place stands beyond that place, not under it.
  const awayAt = ([1, 2] as const).flatMap((depth) => {
    const blocks = away.filter(({ place }) => depths(place) === depth)
    if (blocks.length === 0) return []
    const tops = stacked(
      blocks.map(({ zones, height }) => ({
        height,
        centre: meanOf([...zones].flatMap((zone) => middleOf(rowOf.get(zone)))),
      })),
      GAP,
    )
    const x = right + cables + reach
    reach += widest(blocks) + cables
    return blocks.map((block, i) => ({ block, x, y: Math.max(0, snap(tops[i]!)) }))
  })
  for (const { block, x, y } of awayAt)
    for (const box of block.inside) inRow.push({ ...box, x: x + box.x, y: y + box.y })
  const widestAway = Math.max(0, reach - cables)
  const zoneBlocks = foldedRows.map((row) => {
    // As wide as an open row is, but for what of another place stands beside it.
    const beside = awayAt.some(({ block, y }) => y < row.top + row.height + GAP && y + block.height + GAP > row.top)
    return zoneBlockOf(job, row, hidden, right + (widestAway > 0 && !beside ? cables + widestAway : 0), gathered)
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
  const single = partnersOf(job, new Set(gathered.flatMap(({ wires }) => wires)))
  const landed = (part: string, terminal: string) => ends.get(part)?.has(terminal) === true
  const tall = panels.map((box) => {
    const zones = new Set(gathered.flatMap(({ strip, zone }) => (strip === box.part ? [zone] : [])))
    const middles = zoneBlocks.flatMap(({ id, y, height }) => (zones.has(id) ? [y + height / 2] : []))
    return stretched(box, single, heights, landed, middles)
  })
  const panelTops = stacked(
    tall.map(({ box, top }) => ({ height: box.height, centre: top === undefined ? undefined : top + box.height / 2 })),
    GAP,
  ).map((top) => snap(top))
  // One that would reach above the wall pushes those below it down.
  const down = Math.max(0, TOP - Math.min(TOP, ...panelTops))
  const panelsAt = tall.map(({ box }, i) => ({ ...box, x: 0, y: panelTops[i]! + down }))
  for (const one of panelsAt) heights.add(one)
  const trunks = trunkColumns(single, atHome, heights, landed)
  for (const one of trunks.stems) put(one, x + one.x, one.y)
  x += trunks.width > 0 ? trunks.width + 3 * GRID : 0
  for (const one of panelsAt) put(one, x, one.y)
  if (panels.length > 0) x += widest(panels) + gutter(job, panels)
  // A panel is a trunk itself.
  x += roomForLanes(gathered.filter(({ strip }) => panels.every(({ part }) => part !== strip)))
  for (const one of inRow) hung.set(one.part, { ...one, x: one.x + x })
  blocks.push(...zoneBlocks.map((one) => ({ ...one, x: one.x + x })))
  return { parts: boxes.flatMap(({ part }) => hung.get(part) ?? []), blocks, bundled, gathered }
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

const heightOf = (boxes: readonly { height: number }[]) =>
  boxes.reduce((sum, { height }) => sum + height, 0) + GAP * Math.max(0, boxes.length - 1)
const meanOf = (values: readonly number[]) =>
  values.length > 0 ? values.reduce((sum, one) => sum + one, 0) / values.length : undefined
const middleOf = (row: Row | undefined) => (row ? [row.top + row.height / 2] : [])

function rowsOf(
  job: Job,
  boxes: readonly WallBox[],
  atHome: readonly WallBox[],
  away: readonly Away[],
  hidden: ReadonlyMap<string, string>,
  gathered: readonly Gathered[],
): Row[] {
  const standing = atHome.filter(({ column }) => column >= COLUMNS.relays)
  const columnOf = new Map(
    boxes.map((box) => [box.part, box.place === job.survey.boiler.place ? box.column : COLUMNS.away]),
  )
  const rowOf = (zone: string | undefined, boxesOfIt: readonly WallBox[]): Row => {
    const columns = new Map<number, WallBox[]>()
    for (const box of boxesOfIt) columns.set(box.column, [...(columns.get(box.column) ?? []), box])
    const folded = zone !== undefined && [...hidden.values()].includes(zone)
    if (folded) {
      const { wires, strips } = endsOf(job, hidden, zone, gathered)
      return {
        zone,
        folded,
        height: Math.max(LEAST_ROW, GRID * (wires.length + strips.length + 1)),
        passing: [],
        columns,
        top: 0,
      }
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
