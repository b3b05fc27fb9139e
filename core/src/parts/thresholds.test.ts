import { expect, it } from 'vitest'
import { together } from '../motion/alterations.ts'
import { Rig } from '../testing/rig.ts'
import { catalogue } from './index.ts'

/**
 * From how many volts a part does what it does, and down to how many it still does: just under and just over each, the first
 * time and the second. Each row: the kind; the elements that are fed; what is so then; volts up, volts down.
 */
const rows: readonly (readonly [
  kind: string,
  fed: readonly string[],
  state: string,
  value: boolean,
  up: number,
  down: number,
])[] = [
  ['pump/circulator', ['motor'], 'running', true, 85, 60],
  ['burner/line', ['motor'], 'running', true, 85, 60],
  ['relay/single', ['coil'], 'pulledIn', true, 18, 8],
  ['relay/line', ['coil'], 'pulledIn', true, 170, 70],
  ['valve/motor-4', ['motor'], 'driven', true, 19, 11],
  ['valve/motor-2', ['motor'], 'driven', true, 19, 11],
  ['valve/two-port-5', ['motor'], 'driven', true, 180, 100],
  ['valve/heat-2', ['motor'], 'driven', true, 17, 17],
  ['valve/wax-head-230', ['motor'], 'driven', true, 161, 161],
  ['valve/stored-charge', ['motor'], 'powered', true, 19, 14],
  ['valve/modulating', ['drive'], 'powered', true, 19, 19],
  ['valve/mid-position', ['hold'], 'heat', true, 180, 90],
  ['valve/mid-position', ['holdOff'], 'off', true, 180, 90],
  ['safety/damper', ['motor'], 'driven', true, 18, 9],
  ['burner/gas-valve', ['coil'], 'open', true, 18, 9],
  ['controller/building', ['electronics'], 'powered', true, 18, 18],
  ['clock/programmer-2', ['electronics'], 'power', true, 150, 150],
  ['panel/pump-relay-4', ['coil1'], 'on1', true, 18, 8.4],
  ['panel/pump-relay-4', ['coil4'], 'on4', true, 18, 8.4],
  ['boiler/switched-live', ['controls', 'call'], 'called', true, 150, 150],
  ['boiler/combination', ['controls', 'call'], 'called', true, 150, 150],
  ['boiler/heat-machine', ['controls', 'call'], 'called', true, 150, 150],
  ['boiler/heat-machine', ['controls', 'tankCall'], 'onTank', true, 150, 150],
  ['boiler/volt-free', ['controls'], 'powered', true, 149.5, 149.5],
]

/** The part alone on a supply whose volts can be set. */
function fed(kindName: string, elements: readonly string[]): (volts: number) => Rig {
  const kind = catalogue.get(kindName)!
  const figures = Object.fromEntries(Object.entries(kind.figures).map(([name, { value }]) => [name, value]))
  const own = kind.inside(figures, { lineVolts: 230, hertz: 50 })
  const [hot, back] = [new Set<string>(), new Set<string>()]
  for (const name of elements) {
    const { a, b } = own.find((element) => element.name === name)!
    hot.add(`X.${a}`)
    back.add(`X.${b}`)
  }
  const nets = [`M.l ${[...hot].join(' ')}`, `M.n ${[...back].join(' ')}`]
  const rig = new Rig({ practice: '230', parts: { M: ['supply/line', { loopOhms: 0.001 }], X: kindName }, nets })
  return (volts) => {
    rig.simulation.alter(together([{ volts: { 'M.line': volts } }]))
    return rig.settle()
  }
}

it.each(rows)('%s, %j: %s is %s from %f V, and down to %f V', (kind, elements, state, value, up, down) => {
  const at = fed(kind, elements)
  const is = (volts: number) => at(volts).state(`X.${state}`) === value
  for (const time of ['first', 'second']) {
    expect([time, is(0), is(up * 0.99), is(up * 1.01)]).toEqual([time, false, false, true])
    expect([time, is(down * 1.01), is(down * 0.99)]).toEqual([time, true, false])
  }
})

it('a burner lights so many seconds after it starts, every time, and not without fuel', () => {
  const rig = new Rig({
    practice: '230',
    parts: { M: 'supply/line', SW: 'switch/service', X: ['burner/line', { lightsIn: 5 }] },
    nets: ['M.l SW.in', 'SW.out X.l', 'M.n X.n'],
    settings: { SW: { closed: false } },
  })
  const lit = () => rig.state('X.flame')
  for (const time of ['first', 'second']) {
    rig.set('SW.closed', true).run(4.9)
    expect([time, lit(), rig.says('X')]).toEqual([time, false, 'starting'])
    rig.run(0.2)
    expect([time, lit(), rig.says('X')]).toEqual([time, true, 'firing'])
    rig.set('SW.closed', false)
    expect([time, lit(), rig.says('X')]).toEqual([time, false, 'off'])
  }
  rig.set('X.fuel', false).set('SW.closed', true).run(60)
  expect([lit(), rig.says('X')]).toEqual([false, 'starting'])
  rig.set('X.fuel', true)
  expect(lit()).toBe(true)
  rig.set('X.fuel', false)
  expect(lit()).toBe(false)
})

it('a controller asks for heat from so much of either output, and only while it has power', () => {
  const rig = new Rig({
    practice: '230',
    parts: { M: ['supply/line', { loopOhms: 0.001 }], X: 'controller/building' },
    nets: ['M.l X.hot', 'M.n X.com'],
  })
  const fedWith = (volts: number) => rig.simulation.alter(together([{ volts: { 'M.line': volts } }]))
  fedWith(24)
  const asks = (out1: number, out2: number) => rig.set('X.out1', out1).set('X.out2', out2).settle().state('X.demand')
  expect([asks(0, 0), asks(2.9, 2.9), asks(3, 0), asks(0, 3), asks(2.9, 0)]).toEqual([false, false, true, true, false])
  asks(10, 10)
  fedWith(10)
  expect(rig.settle().state('X.demand')).toBe(false)
  fedWith(24)
  expect(rig.settle().state('X.demand')).toBe(true)
})

it.each([
  ['w1', 'c1', 'call1'],
  ['v1p1', 'v1p3', 'proven1'],
  ['w6', 'c6', 'call6'],
])('a panel sees volts from %s to %s as %s from six tenths of its own', (hot, back, state) => {
  const rig = new Rig({
    practice: '230',
    parts: { M: ['supply/line', { loopOhms: 0.001 }], X: 'panel/zone-valve-6' },
    nets: [`M.l X.${hot}`, `M.n X.${back}`],
  })
  const at = (volts: number) => {
    rig.simulation.alter(together([{ volts: { 'M.line': volts } }]))
    return rig.settle().state(`X.${state}`)
  }
  for (const time of ['first', 'second']) expect([time, at(0), at(14.3), at(14.5)]).toEqual([time, false, false, true])
})

it('a transformer whose turns have shorted stays low; of a sound one and a dead one the volts are as they should be', () => {
  const volts = (...faults: string[]) => {
    const rig = new Rig({
      parts: { M: 'supply/line', XF: ['transformer/control', { va: 40 }] },
      nets: ['M.l XF.p1', 'M.n XF.p2'],
      faults: { XF: faults },
    })
    return rig.volts('XF.h', 'XF.c')
  }
  expect(volts()).toBeGreaterThan(26)
  expect(volts('weak')).toBeGreaterThan(10)
  expect(volts('weak')).toBeLessThan(20)
  expect([volts('primaryOpen'), volts('secondaryOpen'), volts('linkOpen')].map((one) => one < 1)).toEqual([
    true,
    true,
    true,
  ])
})
