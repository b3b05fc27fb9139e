import {
  COLUMNS,
  GRID,
  HEAD,
  inRows,
  type Partners,
  ROW,
  snap,
  trunksOf,
  type WallBox,
  type WallTerminal,
} from './boxes.ts'
import { levels, NOWHERE, type Stem, type Way } from './levels.ts'
import { linkLevels } from './links.ts'
import type { Heights } from './shapes.ts'
import { crossedStrips, headLevel, leastCrossed, stripOf } from './strips.ts'

/** From one trunk to the next: its beads, and a lane beside them. */
const PITCH = 4 * GRID
/** The name of a splice, above its ways. */
export const TAG = 2 * GRID
/**
 * What many share, as upright trunks: the splices of one stand below each other, each stretched so that its ways lie where
 * their conductors are wanted; each terminal of a strip hangs down as one. Trunks
 * with many conductors to the right stand at the right, which crosses fewer.
 * @param ends what is drawn one by one @param landed whether anything at all is on a terminal, drawn or in a bundle
 */
export function trunkColumns(
  ends: Partners,
  atHome: readonly WallBox[],
  heights: Heights,
  landed: (part: string, terminal: string) => boolean,
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
  const top = headLevel(
    strips.flatMap(({ part }) =>
      [...(ends.get(part)?.values() ?? [])].map((there) => there.flatMap((end) => heights.of(end) ?? [])),
    ),
    [...all],
  )
  const links = linkLevels(new Set(strips.map(({ part }) => part)), ends, heights, top)
  const hung = strips.map((box) => stripOf(box, ends, heights, rightward, top, links, landed))
  for (const { stem } of leastCrossed(hung, crossedStrips)) {
    stems.push({ ...stem, x })
    x += stem.width + 3 * GRID
  }
  return { stems, width: Math.max(0, x - (strips.length > 0 ? 3 * GRID : 2 * GRID)) }
}

const apart = (a: Omit<Stem, 'x'>, b: Omit<Stem, 'x'>) => a.y + a.height + GRID <= b.y || b.y + b.height + GRID <= a.y

/** A splice, stretched to its ways; its name and the ways still free stand above them, where no other conductor crosses. */
export function beadOf(box: WallBox, ways: readonly Way[], all: ReadonlySet<number>): Omit<Stem, 'x'> {
  const places = levels(ways, ROW, all)
  const own = new Set(places.values())
  const first = places.size > 0 ? Math.min(...own) : NOWHERE
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

/**
 * A panel as the trunk it is: what leads to the rows leaves it where the row is, and it stands by the zones it serves.
 * @param ends what is drawn one by one @param landed whether anything at all is on a terminal, drawn or in a bundle
 * @param middles of the folded zones that lead to it
 */
export function stretched(
  box: WallBox,
  ends: Partners,
  heights: Heights,
  landed: (part: string, terminal: string) => boolean,
  middles: readonly number[],
): { box: WallBox; top: number | undefined } {
  const wanted = (terminal: string) => {
    const found = (ends.get(box.part)?.get(terminal) ?? []).flatMap((end) => heights.of(end) ?? [])
    return found.length > 0 ? mean(found) : undefined
  }
  const right = box.terminals.flatMap((one) => {
    const y = one.side === 'left' ? undefined : wanted(one.terminal)
    return y === undefined ? [] : [{ terminal: one.terminal, y }]
  })
  if (right.length === 0 && middles.length === 0) return { box, top: undefined }
  right.sort((a, b) => a.y - b.y)
  const down = new Map<string, number>()
  const first = right[0]?.y ?? 0
  let last = HEAD - ROW
  for (const { terminal, y } of right) {
    last = Math.max(last + ROW, snap(y - first + HEAD))
    down.set(terminal, last)
  }
  const joined = ends.get(box.part)
  const left = inRows(
    box.terminals.filter(({ terminal, side }) => !down.has(terminal) && side === 'left' && joined?.has(terminal)),
  )
  for (const { terminal, y } of left) down.set(terminal, y)
  // Those that are free, and those with what runs in bundles, stand below, as many abreast as their markings have room.
  const bottom = Math.max(HEAD - ROW, ...down.values())
  const others = box.terminals.filter(({ terminal }) => !down.has(terminal))
  const abreast = others.every(({ marking }) => marking.length <= 3) ? 4 : 3
  let free = 0
  const terminals = box.terminals.map((one): WallTerminal => {
    const y = down.get(one.terminal)
    if (y !== undefined) return { ...one, y }
    const at = free++
    return {
      ...one,
      x: (box.width / abreast) * ((at % abreast) + 0.5),
      y: bottom + 4 * GRID + 3 * GRID * Math.floor(at / abreast),
      ...(landed(box.part, one.terminal) ? { bundled: true } : {}),
    }
  })
  const height = Math.max(...terminals.map(({ y }) => y + GRID))
  const top = right.length > 0 ? first - HEAD : mean(middles) - height / 2
  return { box: { ...box, terminals, height }, top: snap(top) }
}

const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length
