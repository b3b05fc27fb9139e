import { GRID, type Partner, type Partners } from './boxes.ts'
import type { Heights } from './shapes.ts'

/** Where conductors between strips run below their heads, from the top of the heads. */
const BELOW_HEADS = 9 * GRID

/**
 * The height of each conductor from an upright of a strip to another, or to something else upright: one that both reach anyway on
 * their way to the rows, so that it runs level and what goes to the rows does not cross it; each has a height of its own that no
 * row has.
 * @param strips the strips by their parts @param top where the heads of all strips hang
 */
export function linkLevels(
  strips: ReadonlySet<string>,
  ends: Partners,
  heights: Pick<Heights, 'of' | 'all'>,
  top: number,
): ReadonlyMap<string, number> {
  const terminals = [...strips].flatMap((part) => [...(ends.get(part) ?? [])])
  // What stands in the rows or in the plant has a height; what stands upright itself has none.
  const isLink = (end: Partner) => heights.of(end) === undefined
  const reaches = terminals.map(([, there]) => {
    const rows = there.flatMap((end) => (isLink(end) ? [] : (heights.of(end) ?? [])))
    return { there, up: top - Math.min(top, ...rows), down: Math.max(top, ...rows) - top }
  })
  const common = new Map<string, { up: number; down: number }>()
  for (const { there, up, down } of reaches)
    for (const { wire } of there.filter(isLink)) {
      const other = common.get(wire)
      common.set(wire, other ? { up: Math.min(up, other.up), down: Math.min(down, other.down) } : { up, down })
    }
  const taken = new Set(heights.all())
  const found = new Map<string, number>()
  const shortest = [...common].sort(([, a], [, b]) => Math.max(a.up, a.down) - Math.max(b.up, b.down))
  for (const [wire, { up, down }] of shortest) {
    const [from, by] = up > down ? [top - GRID, -GRID] : [top + BELOW_HEADS, GRID]
    let y = from
    while (taken.has(y)) y += by
    taken.add(y)
    found.set(wire, y)
  }
  return found
}
