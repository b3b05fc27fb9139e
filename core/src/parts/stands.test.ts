import { expect, it } from 'vitest'
import { figuresOf } from '../circuit/netlist.ts'
import { kindOf } from './index.ts'
import type { PartKind, StateValue } from './kind.ts'

type Changed = Readonly<Record<string, StateValue>>

/** What a valve is asked about itself, in these states. */
function askedOf(name: string, question: 'opening' | 'urged' | 'provesHere' | 'staysOpen', changed: Changed) {
  const kind: PartKind = kindOf({ kind: name })!
  const ask = kind[question]
  if (!ask) throw new Error(`${name} has no ${question}`)
  return ask(figuresOf(kind, undefined), { ...kind.state, ...changed })
}

it.each<[string, Changed, number]>([
  ['valve/motor-4', { travel: 0.4 }, 0.4],
  ['valve/motor-4', { travel: 0, lever: 'parked' }, 0.85],
  ['valve/heat-2', { travel: 0.4 }, 0.4],
  ['valve/heat-3', { travel: 0.4 }, 0.4],
  ['valve/heat-3', { travel: 1, seated: false }, 0],
  ['valve/heat-3', { travel: 0, passes: true }, 0.1],
  ['valve/wax-head-24', { travel: 0.4 }, 0.4],
])('%s in %j stands %d open', (kind, changed, opening) => {
  expect(askedOf(kind, 'opening', changed)).toBeCloseTo(opening, 6)
})

it.each<[string, Changed, boolean]>([
  ['valve/motor-4', { driven: true }, true],
  ['valve/heat-2', {}, false],
  ['valve/heat-2', { driven: true }, true],
  ['valve/heat-3', {}, false],
  ['valve/heat-3', { driven: true }, true],
  ['valve/mid-position', { heat: true }, true],
  ['valve/mid-position', { off: true }, false],
  ['valve/modulating', { powered: true, target: 0.01 }, false],
  ['valve/modulating', { powered: true, target: 0.011 }, true],
  ['valve/modulating', { powered: false, target: 1 }, false],
])('%s in %j is driven to let water through: %s', (kind, changed, urged) => {
  expect(askedOf(kind, 'urged', changed)).toBe(urged)
})

it('a mid-position valve proves heating from its switch on, and stays open where both have held it', () => {
  const { switchAt } = figuresOf(kindOf({ kind: 'valve/mid-position' })!, undefined)
  const proves = (beyond: number) => askedOf('valve/mid-position', 'provesHere', { beyond })
  expect([proves(switchAt! - 0.001), proves(switchAt!), proves(1)]).toEqual([false, true, true])
  const stays = (changed: Changed) => askedOf('valve/mid-position', 'staysOpen', changed)
  expect(stays({ off: true, way: 1 })).toBe(true)
  expect([stays({ off: true, way: 0.99 }), stays({ off: true, heat: true, way: 1 }), stays({ way: 1 })]).toEqual([
    false,
    false,
    false,
  ])
})

it.each<[Changed, string, boolean]>([
  [{ clock: 6 * 3600 - 1 }, 'heating', true],
  [{ clock: 6 * 3600 }, 'heating', false],
  [{ clock: 22 * 3600 - 1 }, 'heating', false],
  [{ clock: 22 * 3600 }, 'heating', true],
  [{ clock: 0, heating: 'on' }, 'heating', false],
  [{ clock: 12 * 3600, heating: 'off' }, 'heating', true],
  [{ clock: 0, power: false }, 'heating', false],
  [{ clock: 0 }, 'waterOff', false],
])('a programmer in %j holds %s back outside its hours: %s', (changed, element, held) => {
  const kind = kindOf({ kind: 'clock/programmer-2' })!
  const figures = { ...figuresOf(kind, undefined), heatingOn: 6, heatingOff: 22 }
  const why = kind.withholds!(figures, { ...kind.state, power: true, ...changed }, element)
  expect(why).toBe(held ? 'outside its hours' : undefined)
})
