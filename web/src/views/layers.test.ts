import type { Layer } from '@civil-lantern/core'
import { expect, it } from 'vitest'
import { toggled } from '../data/workspace.ts'
import { brightIn, dimmedInWords } from './layers.ts'

const wires = { a: {}, b: {}, c: {} } as never
const layers = { a: 'earth', b: 'call' } as const

it('none dimmed, all are bright; what is dimmed steps back, and what has no layer stays', () => {
  expect(brightIn({ wires }, layers, new Set())).toBeUndefined()
  expect([...brightIn({ wires }, layers, new Set(['earth']))!]).toEqual(['b', 'c'])
  expect([...brightIn({ wires }, layers, new Set(['earth', 'call']))!]).toEqual(['c'])
})

it('a layer is dimmed by one touch and comes again by the next; the print says which are', () => {
  const once = toggled(new Set<Layer>(), 'earth')
  expect([...once]).toEqual(['earth'])
  expect([...toggled(once, 'earth')]).toEqual([])
  expect(dimmedInWords(new Set())).toBe('')
  expect(dimmedInWords(toggled(once, 'return'))).toBe('Dimmed here: earth, neutral and common.')
})
