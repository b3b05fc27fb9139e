import type { Job } from '@civil-lantern/core'
import { GRID, tapKey } from './boxes.ts'
import { type Point, type Rect, straightened } from './route.ts'
import type { Block, Hung } from './shapes.ts'
import { TAG } from './trunks.ts'

/** All that runs from the folded supply or a folded zone to one part, or from one part of the plant to another, drawn as one. */
export interface Bundle {
  readonly id: string
  /** What is opened to see its conductors: `supply`, or the id of a zone; nothing for the trunk of several zones. */
  readonly opens?: string
  readonly wires: readonly string[]
  readonly points: readonly Point[]
}

/** What joins the ways of a splice, or leads up and down from a terminal of a strip: upright, to its last conductors. */
export interface Bar {
  readonly part: string
  readonly terminal?: string
  readonly points: readonly [Point, Point]
}

export function barsOf(job: Job, box: Hung): Bar[] {
  const { part, x, y, width, terminals, taps, splice } = box
  if (taps)
    return terminals.flatMap(({ terminal, x: along, y: down }) => {
      const own = Object.keys(job.wires).flatMap((wire) => taps[tapKey(terminal, wire)]?.y ?? [])
      if (own.length === 0 || along === undefined) return []
      const points = [
        { x: x + along, y: y + Math.min(down, ...own) },
        { x: x + along, y: y + Math.max(down, ...own) },
      ] as const
      return [{ part, terminal, points }]
    })
  if (!splice || terminals.length === 0) return []
  const middle = x + width / 2
  const last = Math.max(...terminals.map((one) => one.y))
  return [
    {
      part,
      points: [
        { x: middle, y: y + TAG },
        { x: middle, y: y + last },
      ],
    },
  ]
}

/** Two splices one below the other on one trunk: their conductor is a piece of it. */
export function linkOf(a: Hung, b: Hung): Point[] | undefined {
  if (!a.splice || !b.splice || a.x !== b.x) return undefined
  const [upper, lower] = a.y < b.y ? [a, b] : [b, a]
  const x = upper.x + upper.width / 2
  const from = upper.y + Math.max(...upper.terminals.map((one) => one.y))
  return lower.y >= from && lower.y - from <= 12 * GRID
    ? [
        { x, y: from },
        { x, y: lower.y },
      ]
    : undefined
}

/** Down the left side of the plant: from the supply with a branch to each part, and from one part to another. */
export function bundlesOf(
  job: Job,
  bundled: ReadonlySet<string>,
  hung: ReadonlyMap<string, Hung>,
  blocks: readonly Block[],
): Bundle[] {
  const supply = blocks.find(({ id }) => id === 'supply')
  if (!supply) return []
  const pairs = new Map<string, { ends: (Rect | Block)[]; wires: string[] }>()
  for (const wire of bundled) {
    const { from, to } = job.wires[wire]!
    const ends = [from, to].map(({ part }) => hung.get(part)).filter((box) => box !== undefined)
    if (ends.length === 0) continue
    const id = [ends.length === 1 ? 'supply' : '', ...ends.map(({ part }) => part).sort()].join(' ')
    const pair = pairs.get(id) ?? { ends: ends.length === 1 ? [supply, ...ends] : ends, wires: [] }
    pair.wires.push(wire)
    pairs.set(id, pair)
  }
  const edge = Math.min(supply.x, ...[...pairs.values()].flatMap(({ ends }) => ends.map(({ x }) => x)))
  let lane = 0
  return [...pairs].map(([id, { ends, wires }]) => {
    const fromSupply = ends[0] === supply
    // What the supply feeds is one trunk; what runs within the plant has a lane of its own.
    const x = edge - 2 * GRID - (fromSupply ? 0 : GRID * ++lane)
    const points = ends.map((box) => ({
      x: box.x,
      y: box === supply ? supply.y + GRID * 3 : box.y + (fromSupply ? 2 * GRID : 3 * GRID),
    }))
    const [a, b] = points as [Point, Point]
    return { id, opens: 'supply', wires, points: straightened([a, { x, y: a.y }, { x, y: b.y }, b]) }
  })
}
