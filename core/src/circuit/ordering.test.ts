import fc from 'fast-check'
import { expect, it } from 'vitest'
import { grouped } from './grouped.ts'
import { eliminate } from './ordering.ts'

it('takes what has fewest neighbours first, of two the one named first, and couples what it leaves behind', () => {
  // A chain 0-1-2-3 with a leaf 4 on 1.
  const { order, stepOf, below } = eliminate(5, [0, 1, 1, 2, 2, 3, 1, 4])
  expect([...order]).toEqual([0, 3, 2, 1, 4])
  expect([...stepOf]).toEqual([0, 3, 2, 1, 4])
  expect(below.map((rows) => [...rows])).toEqual([[3], [2], [3], [4], []])
  // A square has to be filled: its first corner couples the two beside it.
  const square = eliminate(4, [0, 1, 1, 2, 2, 3, 3, 0])
  expect(square.below.map((rows) => rows.length)).toEqual([2, 2, 1, 0])
})

it('takes what has been left alone at once, though another that has a neighbour is named before it', () => {
  const { order } = eliminate(4, [0, 3, 1, 2])
  expect([...order]).toEqual([0, 3, 1, 2])
})

it('whatever the pattern, each step takes the first of those with fewest neighbours left', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(11), { maxLength: 50 }), (ends) => {
      const couples = ends.slice(0, ends.length - (ends.length % 2))
      const left = new Map(Array.from({ length: 12 }, (_, node) => [node, new Set<number>()]))
      const couple = (a: number, b: number) => a !== b && left.get(a)!.add(b) && left.get(b)!.add(a)
      for (let at = 0; at < couples.length; at += 2) couple(couples[at]!, couples[at + 1]!)
      for (const node of eliminate(12, couples).order) {
        const fewest = Math.min(...[...left.values()].map(({ size }) => size))
        expect(node).toBe(Math.min(...[...left].flatMap(([one, { size }]) => (size === fewest ? [one] : []))))
        const own = [...left.get(node)!]
        left.delete(node)
        for (const one of own) left.get(one)!.delete(node)
        for (const one of own) for (const other of own) couple(one, other)
      }
    }),
    { numRuns: 100 },
  )
})

it('eliminates each once, couples none with itself, and leaves every row below its own step in order', () => {
  const couples = fc.array(fc.tuple(fc.nat(14), fc.nat(14)), { maxLength: 40 })
  fc.assert(
    fc.property(couples, (pairs) => {
      const { order, stepOf, below } = eliminate(15, pairs.flat())
      expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: 15 }, (_, i) => i))
      for (const [step, node] of order.entries()) expect(stepOf[node]).toBe(step)
      for (const [step, rows] of below.entries()) {
        expect(rows.every((row) => row > step)).toBe(true)
        expect([...rows]).toEqual([...new Set(rows)].sort((a, b) => a - b))
      }
      for (const [a, b] of pairs) {
        if (a === b) continue
        const [one, other] = [stepOf[a]!, stepOf[b]!].sort((x, y) => x - y)
        expect([...below[one!]!]).toContain(other)
      }
    }),
    { numRuns: 60 },
  )
})

it('entries are brought together by what they belong to, in their order; what has none has an empty list', () => {
  const [start, flat] = grouped(4, 2, [2, 7, 70, 0, 5, 50, 2, 8, 80])
  expect([[...start], [...flat]]).toEqual([
    [0, 2, 2, 6, 6],
    [5, 50, 7, 70, 8, 80],
  ])
  const none = grouped(2, 1, [])
  expect(none.map((list) => [...list])).toEqual([[0, 0, 0], []])
})
