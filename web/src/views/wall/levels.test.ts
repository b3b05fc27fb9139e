import { expect, it } from 'vitest'
import { GRID } from './boxes.ts'
import { levels } from './levels.ts'

const way = (key: string, wanted: number | undefined, right = true, onward: -1 | 0 | 1 = 0) => ({
  key,
  wanted,
  right,
  onward,
})

it('conductors to rows lie where they are wanted, in their order, a pitch apart at least', () => {
  expect([...levels([way('b', 240), way('a', 120)], 24)]).toEqual([
    ['a', 120],
    ['b', 240],
  ])
  // 23 apart is too near, 24 is not.
  expect([...levels([way('a', 120), way('b', 132)], 24).values()]).toEqual([120, 144])
  expect([...levels([way('a', 120), way('b', 144)], 24).values()]).toEqual([120, 144])
})

it('what need not be level finds room between the others, off the heights of rows', () => {
  const rows = [way('a', 120), way('b', 240)]
  expect(levels([...rows, way('plant', 180, false)], 24).get('plant')).toBe(180)
  expect(levels([...rows, way('plant', 130, false)], 24).get('plant')).toBe(144)
  expect(levels([...rows, way('plant', 900, false)], 24).get('plant')).toBe(216)
  expect(levels([...rows, way('plant', 180, false)], 24, new Set([180])).get('plant')).not.toBe(180)
  // No room between: below.
  expect(levels([way('a', 120), way('b', 144), way('plant', 130, false)], 24).get('plant')).toBe(168)
})

it('what leads along the trunk leaves it at its ends', () => {
  const places = levels(
    [way('a', 120), way('b', 240), way('up', undefined, false, -1), way('down', undefined, false, 1)],
    24,
  )
  expect([places.get('up'), places.get('down')]).toEqual([96, 264])
  expect(levels([way('a', 120), way('down', undefined, false, 1)], 24, new Set([144])).get('down')).toBe(144 + GRID)
})

it('nothing wanted anywhere still has a place of its own for every conductor', () => {
  const places = levels([way('a', undefined, false), way('b', undefined, false), way('c', undefined, false)], 24)
  expect(new Set(places.values()).size).toBe(3)
})
