import type { Job } from '@civil-lantern/core'
import { COLUMNS, GRID, type WallBox } from './boxes.ts'
import type { Ask, Exit, Point, Rect } from './route.ts'
import type { Block, Gathered, Hung } from './shapes.ts'

/**
 * What runs from each folded zone to each strip of terminals, and to each panel, where that is more than one conductor: a folded
 * zone is one line, and eight lines of six conductors to three strips are no drawing.
 */
export function gatheredIn(job: Job, boxes: readonly WallBox[], hidden: ReadonlyMap<string, string>): Gathered[] {
  const strips = new Set(
    boxes.flatMap(({ part, column, splice, place }) =>
      (column === COLUMNS.trunks && !splice) || (column === COLUMNS.panel && place === job.survey.boiler.place)
        ? [part]
        : [],
    ),
  )
  const found = new Map<string, { zone: string; strip: string; wires: string[] }>()
  for (const [wire, { from, to }] of Object.entries(job.wires)) {
    const [strip] = [from, to].flatMap(({ part }) => (strips.has(part) && !hidden.has(part) ? [part] : []))
    const [zone] = [from, to].flatMap(({ part }) => hidden.get(part) ?? [])
    if (strip === undefined || zone === undefined || zone === 'supply') continue
    const one = found.get(`${zone} ${strip}`) ?? { zone, strip, wires: [] }
    one.wires.push(wire)
    found.set(`${zone} ${strip}`, one)
  }
  return [...found.values()].filter(({ wires }) => wires.length > 1)
}

/** What ends at the block of a folded zone, in order: single conductors, then a bundle for each strip. */
export function endsOf(job: Job, hidden: ReadonlyMap<string, string>, zone: string, gathered: readonly Gathered[]) {
  const own = gathered.filter((one) => one.zone === zone)
  const inBundle = new Set(own.flatMap(({ wires }) => wires))
  return {
    wires: into(job, hidden, zone).flatMap(([wire]) => (inBundle.has(wire) ? [] : [wire])),
    strips: own.map(({ strip }) => strip),
  }
}

/** The conductors with one end inside a fold. */
export const into = (job: Job, hidden: ReadonlyMap<string, string>, fold: string) =>
  Object.entries(job.wires).filter(
    ([, { from, to }]) => (hidden.get(from.part) === fold) !== (hidden.get(to.part) === fold),
  )

/** What folded zones have on one strip: an upright trunk beside their blocks, a branch to each, and a link to the strip. */
export interface Lane {
  readonly strip: string
  readonly wires: readonly string[]
  readonly bar: readonly [Point, Point]
  readonly link: Ask
  readonly branches: readonly Branch[]
}

/** Room for the trunks of so many strips, from the blocks of folded zones to their left. */
export const roomForLanes = (gathered: readonly Gathered[]) => {
  const strips = new Set(gathered.map(({ strip }) => strip)).size
  return strips > 0 ? GRID * (2 * strips + 1) : 0
}

/** What runs from a folded zone as one. */
export type Branch = Ask & Pick<Gathered, 'zone' | 'wires'>

/** From each folded zone level to its panel, which is the trunk; beside one that does not reach so far, as near as it does. */
export function branchesToPanels(
  gathered: readonly Gathered[],
  hung: ReadonlyMap<string, Hung>,
  blocks: readonly Block[],
): Branch[] {
  const taken = new Map<string, Set<number>>()
  return gathered.flatMap((one): Branch[] => {
    const panel = hung.get(one.strip)
    const block = blocks.find(({ id }) => id === one.zone)
    const down = block?.bundles?.[one.strip]
    if (!panel || !block || down === undefined) return []
    const own = taken.get(one.strip) ?? new Set(panel.terminals.map(({ y }) => panel.y + y))
    taken.set(one.strip, own)
    const [first, last] = [panel.y + GRID, panel.y + panel.height - GRID]
    const level = Math.min(last, Math.max(first, block.y + down))
    // The nearest height of its own along the panel; past its ends they share the last.
    const places = Array.from({ length: 1 + (last - first) / GRID }, (_, n) => first + GRID * n)
    const free = places.filter((y) => !own.has(y)).sort((a, b) => Math.abs(a - level) - Math.abs(b - level))
    const y = free[0] ?? level
    own.add(y)
    return [
      {
        ...one,
        id: `bundle ${one.zone} ${one.strip}`,
        from: [{ x: block.x, y: block.y + down, side: 'left' }],
        to: [{ x: panel.x + panel.width, y, side: 'right' }],
      },
    ]
  })
}

/** The trunks of what is gathered, side by side to the left of the blocks: the strip furthest left has the one furthest left. */
export function lanesOf(
  gathered: readonly Gathered[],
  hung: ReadonlyMap<string, Hung>,
  blocks: readonly Block[],
): Lane[] {
  const blockOf = new Map(blocks.map((block) => [block.id, block]))
  const edge = Math.min(...gathered.flatMap(({ zone }) => blockOf.get(zone)?.x ?? []))
  const strips = [...new Set(gathered.map(({ strip }) => strip))]
    .flatMap((strip) => hung.get(strip) ?? [])
    .sort((a, b) => b.x - a.x)
  return strips.map((box, i): Lane => {
    const strip = box.part
    const x = edge - 2 * GRID * (i + 1)
    const own = gathered.filter((one) => one.strip === strip)
    const branches = own.flatMap((one): Lane['branches'][number][] => {
      const block = blockOf.get(one.zone)
      const down = block?.bundles?.[strip]
      if (!block || down === undefined) return []
      const y = block.y + down
      const from: Exit[] = [{ x: block.x, y, side: 'left' }]
      return [{ ...one, id: `bundle ${one.zone} ${strip}`, from, to: [{ x, y, side: 'right' }] }]
    })
    // Each comes to its strip at a height of its own, so that links pass each other.
    const y = box.y + GRID * (1 + (i % Math.max(1, Math.floor((box.head ?? box.height) / GRID) - 1)))
    const heights = [y, ...branches.map(({ from }) => from[0]!.y)]
    return {
      strip,
      wires: own.flatMap(({ wires }) => wires),
      bar: [
        { x, y: Math.min(...heights) },
        { x, y: Math.max(...heights) },
      ],
      link: {
        id: `trunk ${strip}`,
        from: [{ x, y, side: 'left' }],
        to: [
          { x: box.x + box.width, y, side: 'right' },
          { x: box.x, y, side: 'left' },
        ],
      },
      branches,
    }
  })
}

/** Does a trunk stand where a part does, as it can where parts were hung by hand? */
export const blocked = ({ bar: [top, foot] }: Lane, rects: readonly Rect[]) =>
  rects.some(({ x, y, width, height }) => top.x >= x && top.x <= x + width && foot.y >= y && top.y <= y + height)
