import fc from 'fast-check'
import { expect, it } from 'vitest'
import { GRID } from './boxes.ts'
import { clear } from './hang.ts'
import { beside } from './line.ts'
import { type Ask, type Exit, type Point, type Rect, Router, straightened } from './route.ts'
import { stacked } from './stack.ts'

/** Boxes on a loose lattice, so that there is always a way between them, each with one terminal on either side. */
const lattice = fc.uniqueArray(fc.tuple(fc.integer({ min: 0, max: 4 }), fc.integer({ min: 0, max: 4 })), {
  minLength: 2,
  maxLength: 14,
  selector: ([x, y]) => x * 5 + y,
})
const boxAt = ([x, y]: readonly [number, number]): Rect => ({
  x: x * 18 * GRID,
  y: y * 14 * GRID,
  width: 8 * GRID,
  height: 6 * GRID,
})
const exits = ({ x, y, width }: Rect): Exit[] => [
  { x, y: y + 2 * GRID, side: 'left' },
  { x: x + width, y: y + 4 * GRID, side: 'right' },
]
const room: Rect = { x: -8 * GRID, y: -8 * GRID, width: 100 * GRID, height: 90 * GRID }

const pieces = (points: readonly Point[]) => points.slice(1).map((b, i) => [points[i]!, b] as const)

it('a conductor runs level and upright, from exit to exit, and through no part', () => {
  fc.assert(
    fc.property(lattice, (spots) => {
      const boxes = spots.map(boxAt)
      const asks = boxes.slice(1).map((box, i): Ask => ({ id: String(i), from: exits(boxes[i]!), to: exits(box) }))
      const routes = new Router(room, boxes).lay(asks)
      for (const { id, from, to } of asks) {
        const points = routes.get(id)!
        const [first, last] = [points[0]!, points.at(-1)!]
        expect(from.some(({ x, y }) => x === first.x && y === first.y)).toBe(true)
        expect(to.some(({ x, y }) => x === last.x && y === last.y)).toBe(true)
        for (const [a, b] of pieces(points)) {
          expect(a.x === b.x || a.y === b.y).toBe(true)
          for (const { x, y, width, height } of boxes)
            expect(
              Math.max(a.x, b.x) > x &&
                Math.min(a.x, b.x) < x + width &&
                Math.max(a.y, b.y) > y &&
                Math.min(a.y, b.y) < y + height,
            ).toBe(false)
        }
      }
    }),
    { numRuns: 60 },
  )
})

it('conductors that go the same way lie in lanes of their own', () => {
  const [left, right]: Rect[] = [
    { x: 0, y: 0, width: 8 * GRID, height: 20 * GRID },
    { x: 40 * GRID, y: 10 * GRID, width: 8 * GRID, height: 20 * GRID },
  ]
  const asks = [2, 4, 6, 8].map(
    (row): Ask => ({
      id: String(row),
      from: [{ x: left!.width, y: row * GRID, side: 'right' }],
      to: [{ x: right!.x, y: right!.y + row * GRID, side: 'left' }],
    }),
  )
  const upright = [...new Router(room, [left!, right!]).lay(asks).values()].flatMap((points) =>
    pieces(points).flatMap(([a, b]) => (a.x === b.x ? [a.x] : [])),
  )
  expect(new Set(upright).size).toBe(asks.length)
})

it('what is stacked keeps its order and its gap, and stands where it wishes as far as the others allow', () => {
  const things = fc.array(
    fc.record({
      height: fc.integer({ min: 10, max: 90 }),
      centre: fc.option(fc.integer({ min: -200, max: 900 }), { nil: undefined }),
    }),
    { minLength: 1, maxLength: 12 },
  )
  fc.assert(
    fc.property(things, (some) => {
      const tops = stacked(some, 12)
      for (let i = 1; i < some.length; i++)
        expect(tops[i]! - tops[i - 1]!).toBeGreaterThanOrEqual(some[i - 1]!.height + 12 - 1e-9)
    }),
  )
  expect(
    stacked(
      [
        { height: 20, centre: 100 },
        { height: 40, centre: 300 },
      ],
      12,
    ),
  ).toEqual([90, 280])
  // Both wish for the same spot: they part the difference.
  expect(
    stacked(
      [
        { height: 20, centre: 100 },
        { height: 20, centre: 100 },
      ],
      0,
    ),
  ).toEqual([80, 100])
})

it('a part that is hung over another is hung below it instead', () => {
  const other = { x: 0, y: 0, width: 100, height: 100 }
  expect(clear({ x: 50, y: 50, width: 100, height: 40 }, [other], 24)).toMatchObject({ x: 50, y: 124 })
  expect(clear({ x: 130, y: 50, width: 100, height: 40 }, [other], 24)).toMatchObject({ x: 130, y: 50 })
})

it('a core in a sheath keeps its distance from the middle round every corner', () => {
  const middle = [
    { x: 0, y: 0 },
    { x: 100, y: 0 },
    { x: 100, y: 80 },
    { x: 180, y: 80 },
  ]
  expect(beside(middle, 4)).toEqual([
    { x: 0, y: 4 },
    { x: 96, y: 4 },
    { x: 96, y: 84 },
    { x: 180, y: 84 },
  ])
  expect(
    straightened([
      { x: 0, y: 0 },
      { x: 5, y: 0 },
      { x: 9, y: 0 },
      { x: 9, y: 7 },
    ]),
  ).toHaveLength(3)
})
