import { GRID, snap, type WallBox } from './boxes.ts'

/** The height of what is wanted nowhere. */
export const NOWHERE = 12 * GRID

/** Something of a trunk where it stands, from the left of all trunks. */
export interface Stem extends WallBox {
  readonly x: number
  readonly y: number
}

/** A conductor at a trunk: what height it is wanted at by what is at its other end. */
export interface Way {
  /** The way of a splice, or the conductor at a strip. */
  readonly key: string
  readonly wanted: number | undefined
  /** To a row, level: whatever else is in the way gives way. */
  readonly right: boolean
  /** Up or down along the trunk itself. */
  readonly onward: -1 | 0 | 1
}

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
    const wish = snap(wanted ?? (Number.isFinite(bottom) ? bottom + pitch : NOWHERE))
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
    if (!places.has(key)) places.set(key, Number.isFinite(first) ? off(first - pitch, -1, taken) : NOWHERE)
  }
  for (const { key } of ways.filter(({ onward }) => onward === 1)) {
    const [, end] = bounds()
    if (!places.has(key)) places.set(key, Number.isFinite(end) ? off(end + pitch, 1, taken) : NOWHERE)
  }
  return places
}

/** The nearest height in a direction that no row has taken, within a few lanes. */
function off(y: number, way: -1 | 1, taken: ReadonlySet<number>): number {
  for (let n = 0; n < 3; n++) if (!taken.has(y + way * n * GRID)) return y + way * n * GRID
  return y
}
