import { expect, it } from 'vitest'
import { integers, vectors } from './vectors.ts'

it('each vector is of its length, all zeros, and no other feels what is written into it', () => {
  const vector = vectors(3, 2)
  const [one, other] = [vector(), vector()]
  one.fill(1)
  expect([...one, ...other]).toEqual([1, 1, 1, 0, 0, 0])
  other[0] = 2
  expect([...one]).toEqual([1, 1, 1])
  expect(vector).toThrow(RangeError)
})

it('whole numbers each have a length of their own, none among them', () => {
  const [none, two, one] = integers(0, 2, 1)
  two.fill(-7)
  one[0] = 2 ** 31 - 1
  expect([[...none], [...two], [...one]]).toEqual([[], [-7, -7], [2147483647]])
})
