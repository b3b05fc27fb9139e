import { expect, it } from 'vitest'
import { inOrderOf, ledTo } from './one-stop.ts'

it('arrows go on and back and stop at the ends; Home and End go there at once; any other key is none of these', () => {
  expect(['ArrowRight', 'ArrowDown'].map((key) => ledTo(key, 1, 3))).toEqual([2, 2])
  expect(['ArrowLeft', 'ArrowUp'].map((key) => ledTo(key, 1, 3))).toEqual([0, 0])
  expect([ledTo('ArrowRight', 2, 3), ledTo('ArrowLeft', 0, 3)]).toEqual([2, 0])
  expect([ledTo('Home', 2, 3), ledTo('End', 0, 3)]).toEqual([0, 2])
  expect(['Enter', 'Tab', 'a', ' '].map((key) => ledTo(key, 1, 3))).toEqual(Array(4).fill(undefined))
})

it('the order is that of the eye: along a row, or down a column', () => {
  const places = [
    { left: 20, top: 5 },
    { left: 10, top: 9 },
    { left: 20, top: 1 },
  ]
  expect(inOrderOf(places, false).map(({ left, top }) => [left, top])).toEqual([
    [10, 9],
    [20, 1],
    [20, 5],
  ])
  expect(inOrderOf(places, true).map(({ top }) => top)).toEqual([1, 5, 9])
})
