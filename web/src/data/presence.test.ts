import { expect, it } from 'vitest'
import { initialsOf } from './presence.ts'

it.each([
  ['Ash Birch', 'AB'],
  ['Ash van Birch', 'AB'],
  ['  wren ', 'wr'],
  ['X', 'X'],
  ['', '?'],
  ['Łucja żuk', 'ŁŻ'],
])('of "%s" the initials are %s', (name, initials) => {
  expect(initialsOf(name)).toBe(initials)
})
