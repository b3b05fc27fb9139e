import { expect, it } from 'vitest'
import { listed } from './listed.ts'

it.each([
  [[], ''],
  [['Gallery'], 'Gallery'],
  [['Gallery', 'Oil store'], 'Gallery and Oil store'],
  [['Gallery', 'Oil store', 'Signal house'], 'Gallery, Oil store and Signal house'],
])('%j is said as "%s"', (names, said) => expect(listed(names)).toBe(said))

it('any of several is said with "or"', () => expect(listed(['1', '2', '3'], 'or')).toBe('1, 2 or 3'))
