import type { Point } from './route.ts'

/** A polyline moved sideways by so much, its corners kept square. To the right of its way where positive. */
export function beside(points: readonly Point[], offset: number): Point[] {
  if (offset === 0) return [...points]
  return points.map((point, i) => {
    const [before, after] = [points[i - 1], points[i + 1]]
    const into = before && heading(before, point)
    const out = after && heading(point, after)
    const one = into ?? out
    const other = out ?? into
    if (!one || !other) return point
    // Level pieces move up or down, upright ones left or right; a corner moves with both.
    const across = [one, other].find(({ dx }) => dx !== 0)
    const down = [one, other].find(({ dy }) => dy !== 0)
    return {
      x: point.x - (down ? down.dy * offset : 0),
      y: point.y + (across ? across.dx * offset : 0),
    }
  })
}

const heading = (from: Point, to: Point) => ({ dx: Math.sign(to.x - from.x), dy: Math.sign(to.y - from.y) })

/** The path of a polyline with its corners rounded. */
export function pathOf(points: readonly Point[], radius = 6): string {
  const [first, ...rest] = points
  if (!first) return ''
  let path = `M${first.x} ${first.y}`
  for (const [i, corner] of rest.entries()) {
    const next = rest[i + 1]
    if (!next) {
      path += `L${corner.x} ${corner.y}`
      continue
    }
    const before = points[i]!
    const r = Math.min(radius, span(before, corner) / 2, span(corner, next) / 2)
    const a = towards(corner, before, r)
    const b = towards(corner, next, r)
    path += `L${a.x} ${a.y}Q${corner.x} ${corner.y} ${b.x} ${b.y}`
  }
  return path
}

const span = (a: Point, b: Point) => Math.abs(a.x - b.x) + Math.abs(a.y - b.y)
const towards = (from: Point, to: Point, by: number): Point => {
  const { dx, dy } = heading(from, to)
  return { x: from.x + dx * by, y: from.y + dy * by }
}
