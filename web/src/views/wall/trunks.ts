import {
  COLUMNS,
  GRID,
  HEAD,
  inRows,
  type Partner,
  type Partners,
  ROW,
  snap,
  tapKey,
  trunksOf,
  type WallBox,
  type WallTerminal,
} from './boxes.ts'
import type { Heights } from './shapes.ts'

/** From one trunk to the next: its beads, and a lane beside them. */
const PITCH = 4 * GRID
/** The name of a splice, above its ways. */
export const TAG = 2 * GRID
/** From one terminal in use to the next along a strip, and of those that are free. */
const ALONG = 3 * GRID
/** From the top of a strip to its terminals: its name and their numbers stand there. */
const STRIP_ROW = 4 * GRID
const STRIP_FREE = 7 * GRID
/** Where conductors between strips run: below the first. */
const LINKS = 12 * GRID

/** Something of a trunk where it stands, from the left of all trunks. */
export interface Stem extends WallBox {
  readonly x: number
  readonly y: number
}

/** A conductor at a trunk: what height it is wanted at by what is at its other end. */
interface Way {
  /** The way of a splice, or the conductor at a strip. */
  readonly key: string
  readonly wanted: number | undefined
  /** To a row, level: whatever else is in the way gives way. */
  readonly right: boolean
  /** Up or down along the trunk itself. */
  readonly onward: -1 | 0 | 1
}

/**
 * What many share, as upright trunks: the splices of one stand below each other, each stretched so that its ways lie where
 * their conductors are wanted; each terminal of a strip hangs down as one. Trunks
 * with many conductors to the right stand at the right, which crosses fewer.
 */
export function trunkColumns(
  ends: Partners,
  atHome: readonly WallBox[],
  heights: Heights,
): { stems: readonly Stem[]; width: number } {
  const inTrunks = atHome.filter(({ column }) => column === COLUMNS.trunks)
  const splices = new Map(inTrunks.filter(({ splice }) => splice).map((box) => [box.part, box]))
  const columnOf = new Map(atHome.map(({ part, column }) => [part, column]))
  const rightward = (part: string) => (columnOf.get(part) ?? COLUMNS.away) > COLUMNS.trunks
  const all = heights.all()

  const groups = trunksOf(ends, new Set(splices.keys())).map((group) => {
    const members = new Set(group)
    const out = group
      .flatMap((part) => [...(ends.get(part)?.values() ?? [])].flat())
      .filter(({ part }) => !members.has(part))
    return { group, members, pull: out.reduce((sum, { part }) => sum + (rightward(part) ? 1 : -1), 0) }
  })
  groups.sort((a, b) => a.pull - b.pull || (a.group[0]! < b.group[0]! ? -1 : 1))

  const stems: Stem[] = []
  let x = 0
  for (const { group, members } of groups) {
    const partners = (part: string) =>
      [...(ends.get(part) ?? [])].flatMap(([terminal, there]) => there.map((end) => ({ terminal, end })))
    const centre = (part: string) => {
      const wanted = partners(part).flatMap(({ end }) => (members.has(end.part) ? [] : (heights.of(end) ?? [])))
      return wanted.length > 0 ? wanted.reduce((sum, y) => sum + y, 0) / wanted.length : 0
    }
    const order = [...group].sort((a, b) => centre(a) - centre(b) || (a < b ? -1 : 1))
    const own: Omit<Stem, 'x'>[][] = []
    for (const [rank, part] of order.entries()) {
      const ways = partners(part).map(
        ({ terminal, end }): Way => ({
          key: terminal,
          wanted: heights.of(end),
          right: rightward(end.part),
          onward: members.has(end.part) ? (order.indexOf(end.part) < rank ? -1 : 1) : 0,
        }),
      )
      const bead = beadOf(splices.get(part)!, ways, all)
      const free = own.find((column) => column.every((other) => apart(other, bead)))
      if (free) free.push(bead)
      else own.push([bead])
    }
    for (const column of own) {
      stems.push(...column.map((one) => ({ ...one, x })))
      x += PITCH
    }
  }
  const strips = inTrunks.filter(({ splice }) => !splice)
  let links = 0
  const level = new Map<string, number>()
  for (const box of strips) {
    const strip = stripOf(box, ends, heights, rightward, (wire) => {
      if (!level.has(wire)) level.set(wire, LINKS + GRID * links++)
      return level.get(wire)!
    })
    stems.push({ ...strip, x })
    x += strip.width + 3 * GRID
  }
  return { stems, width: Math.max(0, x - (strips.length > 0 ? 3 * GRID : 2 * GRID)) }
}

const apart = (a: Omit<Stem, 'x'>, b: Omit<Stem, 'x'>) => a.y + a.height + GRID <= b.y || b.y + b.height + GRID <= a.y

/**
 * Heights for the conductors of one trunk, at least a pitch apart: those to rows where they are wanted, the others in
 * between them as near as there is room, those along the trunk at its ends.
 */
export function levels(
  ways: readonly Way[],
  pitch: number,
  taken: ReadonlySet<number> = new Set(),
): Map<string, number> {
  const places = new Map<string, number>()
  const free = (y: number) => [...places.values()].every((other) => Math.abs(other - y) >= pitch)
  const byWish = (some: readonly Way[]) => [...some].sort((a, b) => (a.wanted ?? 0) - (b.wanted ?? 0))
  const across = byWish(ways.filter(({ onward }) => onward === 0))
  let last = Number.NEGATIVE_INFINITY
  for (const { key, wanted } of across.filter((way) => way.right && way.wanted !== undefined)) {
    if (places.has(key)) continue
    last = Math.max(snap(wanted!), last + pitch)
    places.set(key, last)
  }
  const bounds = () => [Math.min(...places.values()), Math.max(...places.values())] as const
  const [top, bottom] = bounds()
  for (const { key, wanted } of across) {
    if (places.has(key)) continue
    const wish = snap(wanted ?? (Number.isFinite(bottom) ? bottom + pitch : LINKS))
    const near = places.size === 0 || !Number.isFinite(top) ? wish : Math.min(bottom, Math.max(top, wish))
    const candidates = Array.from({ length: 400 }, (_, n) => near + (n % 2 ? 1 : -1) * Math.ceil(n / 2) * GRID).filter(
      free,
    )
    const within = candidates.filter((y) => y >= top && y <= bottom)
    const clear = within.find((y) => !taken.has(y))
    places.set(key, clear ?? within[0] ?? candidates.find((y) => y >= near && !taken.has(y)) ?? wish)
  }
  for (const { key } of ways.filter(({ onward }) => onward === -1)) {
    const [first] = bounds()
    if (!places.has(key)) places.set(key, Number.isFinite(first) ? off(first - pitch, -1, taken) : LINKS)
  }
  for (const { key } of ways.filter(({ onward }) => onward === 1)) {
    const [, end] = bounds()
    if (!places.has(key)) places.set(key, Number.isFinite(end) ? off(end + pitch, 1, taken) : LINKS)
  }
  return places
}

/** The nearest height in a direction that no row has taken, within a few lanes. */
function off(y: number, way: -1 | 1, taken: ReadonlySet<number>): number {
  for (let n = 0; n < 3; n++) if (!taken.has(y + way * n * GRID)) return y + way * n * GRID
  return y
}

/** A splice, stretched to its ways; its name and the ways still free stand above them, where no other conductor crosses. */
export function beadOf(box: WallBox, ways: readonly Way[], all: ReadonlySet<number>): Omit<Stem, 'x'> {
  const places = levels(ways, ROW, all)
  const own = new Set(places.values())
  const first = places.size > 0 ? Math.min(...own) : LINKS
  const spare = box.terminals.filter(({ terminal }) => !places.has(terminal))
  let top = first - HEAD - ROW * spare.length
  const tall = TAG + ROW * spare.length
  for (let n = 0; n < 5; n++) {
    const crossed = [...all].some((y) => y > top - GRID / 2 && y < top + tall + GRID / 2 && !own.has(y))
    if (!crossed) break
    top -= GRID
  }
  for (const [i, { terminal }] of spare.entries()) places.set(terminal, top + HEAD + ROW * i)
  const terminals = box.terminals.map((one): WallTerminal => ({ ...one, y: places.get(one.terminal)! - top }))
  return { ...box, y: top, height: Math.max(...terminals.map(({ y }) => y), 0) + GRID, terminals }
}

/** A strip of terminals: each in use hangs down as a trunk of its own, those that are free stand below them. */
function stripOf(
  box: WallBox,
  ends: Partners,
  heights: Heights,
  rightward: (part: string) => boolean,
  linkLevel: (wire: string) => number,
): Omit<Stem, 'x'> {
  const at: ReadonlyMap<string, readonly Partner[]> = ends.get(box.part) ?? new Map()
  const used = box.terminals
    .filter(({ terminal }) => (at.get(terminal) ?? []).length > 0)
    .map((one) => ({ one, there: at.get(one.terminal)! }))
  const free = box.terminals.filter(({ terminal }) => (at.get(terminal) ?? []).length === 0)
  const top = 3 * GRID
  const head = free.length > 0 ? STRIP_FREE + GRID : STRIP_ROW + GRID
  const taps: Record<string, { x: number; y: number }> = {}
  const terminals: WallTerminal[] = []
  const hanging = used.map(({ one, there }) => {
    const ways = there.map(
      (end): Way => ({
        key: end.wire,
        wanted: heights.of(end) ?? linkLevel(end.wire),
        right: rightward(end.part),
        onward: 0,
      }),
    )
    const places = [...levels(ways, GRID)].map(([wire, y]) => ({ wire, y: Math.max(y - top, head + GRID) }))
    const right = new Set(ways.filter((way) => way.right).map(({ key }) => key))
    return {
      one,
      places,
      from: head,
      to: Math.max(...places.map(({ y }) => y)),
      leaves: places.map(({ wire, y }) => ({ y, right: right.has(wire) })),
    }
  })
  for (const [i, { one, places }] of uncrossed(hanging).entries()) {
    const x = 2 * GRID + ALONG * i
    for (const { wire, y } of places) taps[tapKey(one.terminal, wire)] = { x, y }
    terminals.push({ ...one, x, y: STRIP_ROW })
  }
  for (const [i, one] of free.entries()) terminals.push({ ...one, x: 2 * GRID + ROW * i, y: STRIP_FREE })
  return {
    ...box,
    y: top,
    width: Math.max(ALONG * used.length, ROW * free.length, 14 * GRID) + GRID,
    height: Math.max(head, ...Object.values(taps).map(({ y }) => y + GRID)),
    terminals,
    taps,
    head,
  }
}

/** Something upright, and the heights at which conductors leave it to either side. */
export interface Upright {
  readonly from: number
  readonly to: number
  readonly leaves: readonly { readonly y: number; readonly right: boolean }[]
}

/** Uprights from left to right so that what leaves one crosses few of the others: each moved to where it does best. */
export function uncrossed<U extends Upright>(uprights: readonly U[]): U[] {
  const within = ({ from, to }: U, y: number) => y >= from && y <= to
  const crossed = (left: U, right: U) =>
    left.leaves.filter((leaf) => leaf.right && within(right, leaf.y)).length +
    right.leaves.filter((leaf) => !leaf.right && within(left, leaf.y)).length
  const order = [...uprights]
  for (let moved = true, rounds = 0; moved && rounds < 20; rounds++) {
    moved = false
    for (const one of uprights) {
      const at = order.indexOf(one)
      const others = order.filter((other) => other !== one)
      let cost = others.reduce((sum, other) => sum + crossed(one, other), 0)
      let [best, least] = [0, cost]
      for (const [i, other] of others.entries()) {
        cost += crossed(other, one) - crossed(one, other)
        if (cost < least) [best, least] = [i + 1, cost]
      }
      if (best === at) continue
      others.splice(best, 0, one)
      order.splice(0, order.length, ...others)
      moved = true
    }
  }
  return order
}

/** A panel as the trunk it is: what leads to the rows leaves it where the row is. */
export function stretched(box: WallBox, ends: Partners, heights: Heights): { box: WallBox; top: number | undefined } {
  const wanted = (terminal: string) => {
    const found = (ends.get(box.part)?.get(terminal) ?? []).flatMap((end) => heights.of(end) ?? [])
    return found.length > 0 ? found.reduce((sum, y) => sum + y, 0) / found.length : undefined
  }
  const right = box.terminals.flatMap((one) => {
    const y = one.side === 'left' ? undefined : wanted(one.terminal)
    return y === undefined ? [] : [{ terminal: one.terminal, y }]
  })
  if (right.length === 0) return { box, top: undefined }
  right.sort((a, b) => a.y - b.y)
  const top = right[0]!.y - HEAD
  const down = new Map<string, number>()
  let last = HEAD - ROW
  for (const { terminal, y } of right) {
    last = Math.max(last + ROW, snap(y - top))
    down.set(terminal, last)
  }
  const joined = ends.get(box.part)
  const left = inRows(
    box.terminals.filter(({ terminal, side }) => !down.has(terminal) && side === 'left' && joined?.has(terminal)),
  )
  for (const { terminal, y } of left) down.set(terminal, y)
  // Those that are free stand below, three abreast.
  const bottom = Math.max(...down.values())
  let free = 0
  const terminals = box.terminals.map((one): WallTerminal => {
    const y = down.get(one.terminal)
    if (y !== undefined) return { ...one, y }
    const at = free++
    return { ...one, x: 2.5 * GRID + 4.5 * GRID * (at % 3), y: bottom + 4 * GRID + 3 * GRID * Math.floor(at / 3) }
  })
  return {
    box: { ...box, terminals, height: Math.max(...terminals.map(({ y }) => y + GRID)) },
    top: snap(top),
  }
}
