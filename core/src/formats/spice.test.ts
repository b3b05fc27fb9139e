import { expect, it } from 'vitest'
import { benchWith } from '../suppose/bench.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { wired } from '../testing/benches.ts'
import { writeSpice } from './spice.ts'

const job = wired({ zones: 1 })
const deckWith = (...supposed: Supposition[]) => writeSpice(benchWith(job, supposed).circuit, 'bench')
const cards = (deck: string, letters: string) => deck.split('\n').filter((line) => line.startsWith(letters))

it('a source gives what the line gives now', () => {
  expect(cards(deckWith(), 'Vs')).toEqual([expect.stringMatching(/ AC 120$/)])
  expect(cards(deckWith({ id: 'supply/low' }), 'Vs')).toEqual([expect.stringMatching(/ AC 105$/)])
  expect(cards(deckWith({ id: 'supply/other-leg' }), 'Vs')).toEqual([expect.stringMatching(/ AC -120$/)])
})

it('what is broken is left out, and nothing else', () => {
  const wire = Object.keys(job.wires)[0]!
  const left = deckWith({ id: `wire:${wire}/open` }).split('\n')
  const gone = deckWith()
    .split('\n')
    .filter((line) => !left.includes(line))
  expect(gone).toEqual([`* wire:${wire}`, expect.stringMatching(/^R\d+ /)])
})

it('windings are coupled while both are whole; burnt turns lie across the second', () => {
  const [transformer] = Object.keys(job.parts).filter((id) => job.parts[id]!.kind.startsWith('transformer/'))
  const count = (letters: string, ...supposed: Supposition[]) => cards(deckWith(...supposed), letters).length
  // One more is the boiler's own.
  expect([count('Kw'), count('Lw'), count('Rwx')]).toEqual([2, 4, 0])
  const shorted = { id: `part:${transformer}/weak` }
  expect([count('Kw', shorted), count('Lw', shorted), count('Rwx', shorted)]).toEqual([2, 4, 1])
  const open = { id: `part:${transformer}/secondaryOpen` }
  expect([count('Kw', open), count('Lw', open), count('Rwx', open)]).toEqual([1, 3, 0])
})
