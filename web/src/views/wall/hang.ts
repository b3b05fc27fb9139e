import type { Job } from '@civil-lantern/core'
import { GAP, snap, type WallBox } from './boxes.ts'
import type { Point, Rect } from './route.ts'
import { inRowsOf } from './rows.ts'
import type { Folds, Hanging, Held, Hung } from './shapes.ts'

/**
 * Hangs the parts of a job on the wall. Those that were hung by hand stay, and so do those that are held as they hung a
 * moment ago, for a wire that is landed must not make the wall jump. The others are arranged in rows. Nothing that is
 * arranged overlaps.
 */
export function hang(job: Job, boxes: readonly WallBox[], folds: Folds, held: Held = {}): Hanging {
  const tidy = inRowsOf(job, boxes, folds)
  const spot = ({ part }: Hung): Point | undefined => job.parts[part]!.at ?? held[part]
  const hung = tidy.parts.flatMap((one): Hung[] => {
    const at = spot(one)
    return at ? [{ ...one, ...shapeOf(one, held[one.part]), x: snap(at.x), y: snap(at.y) }] : []
  })
  const loose = tidy.parts.filter((one) => !spot(one))
  for (const one of loose) hung.push({ ...one, ...clear(one, hung, GAP) })
  const blocks =
    hung.length === loose.length ? tidy.blocks : tidy.blocks.map((one) => ({ ...one, ...clear(one, hung, GAP) }))
  return { parts: hung, blocks, bundled: tidy.bundled, gathered: tidy.gathered }
}

/** The shape a part had a moment ago, as long as it shows the same terminals. */
function shapeOf(now: Hung, then: Hung | undefined) {
  if (!then) return {}
  const names = ({ terminals, taps }: Hung) =>
    [...terminals.map(({ terminal, x }) => `${terminal}${x === undefined ? '' : ' free'}`), ...Object.keys(taps ?? {})]
      .sort()
      .join()
  if (names(now) !== names(then)) return {}
  const { width, height, terminals, taps } = then
  return { width, height, terminals, ...(taps ? { taps } : {}) }
}

/** The nearest place further down where a rectangle touches none of the others. */
export function clear<R extends Rect>(rect: R, others: readonly Rect[], gap: number): R {
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
