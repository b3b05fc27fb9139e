import { expect, it } from 'vitest'
import { GRID } from './boxes.ts'
import { crossed, crossedStrips, headLevel, leastCrossed, type Strip, type Upright } from './strips.ts'

const upright = (from: number, to: number, ...right: number[]): Upright => ({
  from,
  to,
  leaves: right.map((y) => ({ y, right: true })),
})

it('uprights stand so that what leaves them crosses as few as can be', () => {
  const [long, short] = [upright(0, 100, 90), upright(0, 50, 10, 20)]
  // At the left, the long one's conductor passes below the short; the short one's would cross the long.
  expect(leastCrossed([short, long], crossed)).toEqual([long, short])
  expect(leastCrossed([long, short], crossed)).toEqual([long, short])
  // One crossing saved is worth the move.
  const once = upright(0, 50, 10)
  expect(leastCrossed([once, long], crossed)).toEqual([long, once])
  const leftward: Upright = { from: 0, to: 100, leaves: [{ y: 50, right: false }] }
  expect(leastCrossed([upright(0, 100), leftward], crossed)[0]).toBe(leftward)
  expect(leastCrossed([], crossed)).toEqual([])
})

it('strips hang where their uprights, up and down, pass few rows, and no head lies in the way of a row', () => {
  const rows = [10, 20, 30, 50, 60, 70].map((n) => n * GRID)
  // One conductor to each row: between the third and the fourth, where there is room for a head.
  const at = headLevel(
    rows.map((y) => [y]),
    rows,
  )
  expect(at).toBeGreaterThan(30 * GRID)
  expect(at).toBeLessThan(50 * GRID - 8 * GRID)
  // All of them to the first row: above it, or where it just does not lie in its way.
  expect(headLevel([[10 * GRID], [10 * GRID]], rows)).toBeLessThan(20 * GRID)
  // Rows too near each other for a head: above all of them rather than over any.
  const near = [16, 18, 20, 22].map((n) => n * GRID)
  expect(headLevel([[16 * GRID], [18 * GRID]], near)).toBe(3 * GRID)
  expect(headLevel([], [])).toBe(3 * GRID)
})

it('what leaves a strip for the rows crosses another strip to its right, and what leads to the plant does not count', () => {
  const strip = (...uprights: Upright[]) => ({ uprights }) as unknown as Strip
  const long = strip(upright(0, 100, 90))
  const short = strip(upright(0, 50, 10, 20))
  expect(crossedStrips(short, long)).toBe(2)
  expect(crossedStrips(long, short)).toBe(0)
  expect(crossedStrips(strip({ from: 0, to: 9, leaves: [{ y: 5, right: false }] }), long)).toBe(0)
  expect(leastCrossed([short, long], crossedStrips)).toEqual([long, short])
})
