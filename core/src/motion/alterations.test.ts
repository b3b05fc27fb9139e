import { expect, it } from 'vitest'
import type { Force } from '../circuit/lump.ts'
import { together } from './alterations.ts'

const open: Force = { as: 'open' }
const ohms = (ohms: number): Force => ({ as: 'ohms', ohms })
const closed = (ohms: number): Force => ({ as: 'closed', ohms })

it.each<[string, Force, Force]>([
  ['open beats a poor joint', open, ohms(900)],
  ['open beats a short', open, closed(0.01)],
  ['a poor joint beats a short, whatever its ohms', ohms(2), closed(50)],
  ['the poorer joint beats the better one', ohms(30), ohms(2)],
  ['the weaker short beats the harder one', closed(5), closed(0.01)],
])('%s, in either order', (_, worse, other) => {
  for (const pair of [
    [worse, other],
    [other, worse],
  ])
    expect(together(pair.map((force) => ({ forces: { 'wire:w7': force } }))).forces).toEqual({ 'wire:w7': worse })
})

it('what is wrong with different things is wrong all at once', () => {
  expect(
    together([
      { forces: { 'V1.motor': open }, pins: { V1: { travel: 0 } }, figures: { T1: { volts: 22 } } },
      { pins: { V1: { lever: 'parked' }, V2: { travel: 1 } }, figures: { T1: { va: 30 } }, volts: { 'L1.line': 105 } },
    ]),
  ).toEqual({
    forces: { 'V1.motor': open },
    pins: { V1: { travel: 0, lever: 'parked' }, V2: { travel: 1 } },
    figures: { T1: { volts: 22, va: 30 } },
    volts: { 'L1.line': 105 },
  })
})
