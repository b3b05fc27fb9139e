import { GRID, type Partner, type Partners, ROW, tapKey, type WallBox, type WallTerminal } from './boxes.ts'
import { levels, type Stem, type Way } from './levels.ts'
import type { Heights } from './shapes.ts'

/** From one terminal in use to the next along a strip, and of those that are free. */
const ALONG = 3 * GRID
/** From the top of a strip to its terminals: its name and their numbers stand there. */
const STRIP_ROW = 4 * GRID
const STRIP_FREE = 7 * GRID
/** A strip's head with its free terminals, and how many conductors to rows one is worth that has to go round it. */
const STRIP_HEAD = STRIP_FREE + GRID
const ROUND = 3

/** A strip of terminals where it hangs, and what leads up and down from its head. */
export interface Strip {
  readonly stem: Omit<Stem, 'x'>
  readonly uprights: readonly Upright[]
}

/**
 * The height at which the heads of strips hang so that their uprights, from there up and down, pass few of the heights at which
 * conductors go to rows; and no head lies in the way of many.
 * @param uprights the heights each is wanted at
 * @param rows the heights of what stands in rows
 * @example headLevel([[120], [480]], [120, 480]) // between them
 */
export function headLevel(uprights: readonly (readonly number[])[], rows: readonly number[]): number {
  const within = (from: number, to: number) => rows.filter((y) => y > from && y < to).length
  const cost = (at: number) =>
    uprights.reduce(
      (sum, wanted) => sum + within(Math.min(at, ...wanted), Math.max(at + STRIP_HEAD, ...wanted)),
      ROUND * uprights.length * within(at - GRID, at + STRIP_HEAD + GRID),
    )
  let [best, least] = [3 * GRID, Number.POSITIVE_INFINITY]
  for (let at = best; at <= Math.max(best, ...rows); at += GRID) {
    const one = cost(at)
    if (one < least) [best, least] = [at, one]
  }
  return best
}

/**
 * A strip of terminals: each in use goes up and down as a trunk of its own, those that are free stand below them.
 * @param links the heights of what goes from strip to strip
 */
export function stripOf(
  box: WallBox,
  ends: Partners,
  heights: Heights,
  rightward: (part: string) => boolean,
  top: number,
  links: ReadonlyMap<string, number>,
  landed: (part: string, terminal: string) => boolean,
): Strip {
  const at: ReadonlyMap<string, readonly Partner[]> = ends.get(box.part) ?? new Map()
  const used = box.terminals
    .filter(({ terminal }) => (at.get(terminal) ?? []).length > 0)
    .map((one) => ({ one, there: at.get(one.terminal)! }))
  const free = box.terminals.filter(({ terminal }) => (at.get(terminal) ?? []).length === 0)
  const head = free.length > 0 ? STRIP_FREE + GRID : STRIP_ROW + GRID
  const taps: Record<string, { x: number; y: number }> = {}
  const terminals: WallTerminal[] = []
  const hanging = used.map(({ one, there }) => {
    const ways = there.flatMap((end): Way[] =>
      links.has(end.wire) ? [] : [{ key: end.wire, wanted: heights.of(end), right: rightward(end.part), onward: 0 }],
    )
    const places = clearOf(
      [
        ...levels(ways, GRID),
        ...there.flatMap(({ wire }) => (links.has(wire) ? [[wire, links.get(wire)!] as const] : [])),
      ].map(([wire, y]) => ({ wire, y: y - top })),
      head,
    )
    const right = new Set(ways.filter((way) => way.right).map(({ key }) => key))
    return {
      one,
      places,
      from: Math.min(0, ...places.map(({ y }) => y)),
      to: Math.max(head, ...places.map(({ y }) => y)),
      // What goes to another upright leaves to whichever side that stands.
      leaves: places.flatMap(({ wire, y }) => (links.has(wire) ? [] : [{ y, right: right.has(wire) }])),
    }
  })
  for (const [i, { one, places }] of leastCrossed(hanging, crossed).entries()) {
    const x = 2 * GRID + ALONG * i
    for (const { wire, y } of places) taps[tapKey(one.terminal, wire)] = { x, y }
    terminals.push({ ...one, x, y: STRIP_ROW })
  }
  for (const [i, one] of free.entries())
    terminals.push({
      ...one,
      x: 2 * GRID + ROW * i,
      y: STRIP_FREE,
      ...(landed(box.part, one.terminal) ? { bundled: true } : {}),
    })
  const stem = {
    ...box,
    y: top,
    width: Math.max(ALONG * used.length, ROW * free.length, 14 * GRID) + GRID,
    height: Math.max(head, ...Object.values(taps).map(({ y }) => y + GRID)),
    terminals,
    taps,
    head,
  }
  return { stem, uprights: hanging }
}

/** Places on one upright, none behind the head and no two at one height: the later moves to the nearest that is free. */
function clearOf<P extends { readonly y: number }>(places: readonly P[], head: number): P[] {
  const outside = (y: number) => y < 0 || y > head
  const stays = places.filter(({ y }, i) => outside(y) && places.findIndex((other) => other.y === y) === i)
  const taken = new Set(stays.map(({ y }) => y))
  return places.map((one) => {
    if (stays.includes(one)) return one
    let steps = 1
    const free = () => [one.y - GRID * steps, one.y + GRID * steps].find((y) => outside(y) && !taken.has(y))
    while (free() === undefined) steps++
    const y = free()!
    taken.add(y)
    return { ...one, y }
  })
}

/** Something upright, and the heights at which conductors leave it to either side. */
export interface Upright {
  readonly from: number
  readonly to: number
  readonly leaves: readonly { readonly y: number; readonly right: boolean }[]
}

/** How often what leaves two uprights that stand beside each other crosses the other one. */
export function crossed(left: Upright, right: Upright): number {
  const within = ({ from, to }: Upright, y: number) => y >= from && y <= to
  return (
    left.leaves.filter((leaf) => leaf.right && within(right, leaf.y)).length +
    right.leaves.filter((leaf) => !leaf.right && within(left, leaf.y)).length
  )
}

/** The same of all uprights of two strips, where only what goes to rows passes from one to the other. */
export const crossedStrips = (left: Strip, right: Strip): number =>
  left.uprights.reduce(
    (sum, { leaves, ...one }) =>
      right.uprights.reduce(
        (sum, other) =>
          sum + crossed({ ...one, leaves: leaves.filter((leaf) => leaf.right) }, { ...other, leaves: [] }),
        sum,
      ),
    0,
  )

/** Things from left to right so that what leaves one crosses few of the others: each moved to where it does best. */
export function leastCrossed<U>(things: readonly U[], crossed: (left: U, right: U) => number): U[] {
  const order = [...things]
  for (let moved = true, rounds = 0; moved && rounds < 20; rounds++) {
    moved = false
    for (const one of things) {
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
