import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { LAYERS, type Layer } from '@civil-lantern/core'
import { expect, it } from 'vitest'
import { toggled } from '../data/workspace.ts'
import { brightIn, dimmedInWords, layerHue, layersInWords } from './layers.ts'

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

it('the button says how many are dimmed and whether colours go by circuit', () => {
  const two = new Set<Layer>(['earth', 'call'])
  expect(layersInWords(new Set(), false)).toBe('Layers')
  expect(layersInWords(two, false)).toBe('Layers, 2 dimmed')
  expect(layersInWords(new Set(), true)).toBe('Layers, by circuit')
  expect(layersInWords(two, true)).toBe('Layers, 2 dimmed, by circuit')
})

it('each layer has a colour of its own in every theme; what is of none is drawn as a word would be', () => {
  const hues = LAYERS.map((layer) => layerHue(layer))
  expect(new Set(hues).size).toBe(LAYERS.length)
  expect(layerHue(undefined)).toBe('var(--soft)')
  const css = readFileSync(resolve(import.meta.dirname, '../index.css'), 'utf8')
  for (const layer of LAYERS) {
    const colours = [...css.matchAll(new RegExp(`--layer-${layer}: (#[0-9a-f]{6})`, 'g'))].map(([, colour]) => colour)
    // By day, in the basement, on paper: on paper as by day.
    expect(colours).toHaveLength(3)
    expect(colours[0]).toBe(colours[2])
    expect(colours[0]).not.toBe(colours[1])
  }
})
