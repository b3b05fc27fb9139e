import { describe, expect, it } from 'vitest'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { benchWith } from '../suppose/bench.ts'
import { kestrel } from '../testing/benches.ts'
import { Rig } from '../testing/rig.ts'
import { Simulation } from './simulation.ts'

/** Three figures of a motor, levels that are left as well as reached, and what happens at one instant. */

const valveOn = (line: number, valves = 1) =>
  new Rig({
    parts: {
      S: 'supply/line',
      XF: ['transformer/control', { va: 4000, openVolts: line, ratedVolts: line - 0.01 }],
      ...Object.fromEntries(Array.from({ length: valves }, (_, i) => [`V${i + 1}`, 'valve/motor-4'])),
      ...Object.fromEntries(Array.from({ length: valves }, (_, i) => [`TS${i + 1}`, 'thermostat/two-wire'])),
    },
    nets: [
      'S.l XF.p1',
      'S.n XF.p2',
      ...Array.from({ length: valves }, (_, i) => [
        `XF.h TS${i + 1}.r`,
        `TS${i + 1}.w V${i + 1}.m1`,
        `XF.c V${i + 1}.m2`,
      ]).flat(),
    ],
  })

describe('a motor on too few volts', () => {
  it.each([
    [19.05, 'held open'],
    [18.95, 'shut'],
  ])('pulls in from 19 V and no less: at %s V it is %s', (volts, says) => {
    const rig = valveOn(volts)
    rig.set('TS1.calling', true).settle()
    expect(rig.says('V1')).toBe(says)
  })

  it.each([
    [18.9, 'stands at'],
    [11.1, 'stands at'],
    [10.9, 'shut'],
  ])('part-way on %s V it %s: neither opens on nor springs back while it is held', (volts, says) => {
    const rig = valveOn(24)
    rig.set('TS1.calling', true).run(7)
    expect(rig.says('V1')).toBe('opening 50 %')
    const { simulation } = rig
    simulation.alter({ ...simulation.alterations, figures: { XF: { openVolts: volts, ratedVolts: volts - 0.01 } } })
    rig.settle()
    expect(rig.says('V1')).toContain(says)
    if (says === 'stands at') {
      expect(rig.state('V1.travel')).toBeCloseTo(0.5, 6)
      simulation.alter({ ...simulation.alterations, figures: {} })
      rig.settle()
      expect(rig.says('V1')).toBe('held open')
    }
  })

  it('at its end it holds down to 11 V', () => {
    const states = [11.1, 10.9].map((volts) => {
      const rig = valveOn(24)
      rig.set('TS1.calling', true).settle()
      const { simulation } = rig
      simulation.alter({ ...simulation.alterations, figures: { XF: { openVolts: volts, ratedVolts: volts - 0.01 } } })
      rig.settle()
      return rig.says('V1')
    })
    expect(states).toEqual(['held open', 'shut'])
  })
})

describe('one instant', () => {
  it('three calls at once fare alike in whatever order they are told', () => {
    const outcome = (order: readonly number[]) => {
      const { simulation } = kestrel({
        alter: (job) => {
          for (const n of [1, 2, 3]) job.parts[`V${n}`]!.figures = { va: 22 }
        },
      })
      simulation.setTogether(Object.fromEntries(order.map((n) => [`TS${n}`, { calling: true }])))
      simulation.runTo(30)
      return { travel: [1, 2, 3].map((n) => simulation.stateOf(`V${n}`).travel), trace: simulation.trace }
    }
    const told = outcome([1, 2, 3])
    expect(new Set(told.travel).size).toBe(1)
    expect(told.trace.slice(0, 3).map(({ part }) => part)).toEqual(['TS1', 'TS2', 'TS3'])
    expect(outcome([3, 1, 2])).toEqual(told)
  })

  it('what hands move at once is told in the order of the parts', () => {
    const { simulation } = kestrel()
    simulation.setTogether({ V3: { travel: 1 }, V1: { travel: 1 }, V2: { travel: 1 } })
    const opened = simulation.trace.filter(({ says }) => says === 'fully open, motor holds').map(({ part }) => part)
    expect(opened).toEqual([...opened].sort())
    expect(opened.length).toBeGreaterThan(1)
  })

  it('refuses a state there is not, and moves nothing pinned', () => {
    const { simulation } = kestrel()
    expect(() => simulation.setTogether({ TS1: { asks: true } })).toThrow('no state TS1.asks')
    expect(() => simulation.setTogether({ TS99: { calling: true } })).toThrow('no state TS99.calling')
  })

  it('what a part was found with and does not have makes no state of it', () => {
    const bench = benchWith(kestrelPoint(), [], { V2: { lever: 'parked', colour: 'red' } })
    expect(bench.stateOf('V2').lever).toBe('parked')
    expect(Object.keys(bench.stateOf('V2'))).not.toContain('colour')
  })
})

describe('levels', () => {
  it('a switch that starts to fall exactly at its level opens at once, not at the bottom', () => {
    const rig = valveOn(24)
    rig.set('TS1.calling', true)
    rig.simulation.runTo(0.92 * 14)
    expect(rig.state('V1.travel')).toBe(0.92)
    rig.told()
    rig.set('TS1.calling', false).settle()
    expect(rig.told()).toEqual([
      '0 TS1 contact opens',
      '0 V1 motor lets go, spring shuts',
      '0 V1 end switch open',
      '5.52 V1 shut',
    ])
  })

  it('shutting, nothing happens as it leaves its stop, unless its switch opens there', () => {
    const shutting = (switchAt: number) => {
      const rig = valveOn(24)
      rig.simulation.alter({ ...rig.simulation.alterations, figures: { V1: { switchAt } } })
      rig.set('TS1.calling', true).settle()
      rig.told()
      rig.set('TS1.calling', false)
      const quiet = rig.simulation.quietFor!
      rig.settle()
      return { quiet, told: rig.told().at(-2) }
    }
    const usual = shutting(0.92)
    expect(usual.quiet).toBeCloseTo(0.08 * 6, 6)
    expect(usual.told).toBe('0.48 V1 end switch open')
    const late = shutting(1)
    expect(late.quiet).toBeLessThan(1e-6)
    expect(late.told).toBe('0 V1 end switch open')
  })

  it('a lever set by hand to a level and a number that turns round there both leave it', () => {
    const rig = valveOn(24)
    rig.simulation.set('V1', 'travel', 0.92)
    rig.run(0.01)
    expect(rig.told()).toContain('0 V1 end switch open')
  })
})

describe('hunting', () => {
  it('a valve fed through its own rest contact stands where that opens, and hums; time goes on', () => {
    const rig = new Rig({
      practice: '230',
      parts: { S: 'supply/line', ES: 'switch/service', V: ['valve/two-port-6', { restJoins: 2 }] },
      nets: ['S.l ES.in', 'ES.out V.feed', 'V.rest V.call', 'S.n V.n'],
    })
    expect(rig.simulation.buzzing).toContain('V')
    expect(rig.state('V.travel')).toBeCloseTo(0.92, 4)
    const solves = rig.simulation.circuit.solves
    rig.run(3600)
    expect(rig.simulation.circuit.solves - solves).toBeLessThan(100)
    rig.set('ES.closed', false).settle()
    expect(rig.says('V')).toBe('shut')
    expect(rig.simulation.buzzing).toEqual([])
  })
})

describe('wax', () => {
  const heated = (volts: number, figures: Record<string, number> = {}) =>
    new Rig({
      parts: {
        S: 'supply/line',
        XF: ['transformer/control', { va: 4000, openVolts: volts, ratedVolts: volts - 0.01 }],
        TS: 'thermostat/two-wire',
        V: ['valve/heat-2', figures],
      },
      nets: ['S.l XF.p1', 'S.n XF.p2', 'XF.h TS.r', 'TS.w V.m1', 'XF.c V.m2'],
    })

  it('moves nothing until it has melted', () => {
    const rig = heated(24)
    rig.set('TS.calling', true).run(14.9)
    expect(rig.state('V.travel')).toBe(0)
    rig.run(1)
    expect(Number(rig.state('V.travel'))).toBeGreaterThan(0)
  })

  it('is as quick as the square of its volts', () => {
    const opensIn = (volts: number) => {
      const rig = heated(volts)
      rig.set('TS.calling', true).settle()
      return rig.simulation.trace.find(({ says }) => says === 'fully open')!.at
    }
    expect(opensIn(24)).toBeCloseTo(70, 0)
    expect(opensIn(20) / opensIn(24)).toBeCloseTo((24 / 20) ** 2, 3)
  })

  it('lets go when it has cooled: a gap of seconds in its supply is not noticed', () => {
    const rig = heated(24)
    rig.set('TS.calling', true).settle()
    rig.set('TS.calling', false).run(20)
    expect(rig.says('V')).toBe('still open, cooling')
    expect(rig.state('V.travel')).toBe(1)
    rig.set('TS.calling', true).settle()
    expect(rig.state('V.travel')).toBe(1)
    rig.set('TS.calling', false).run(60)
    expect(Number(rig.state('V.travel'))).toBeLessThan(1)
    expect(Number(rig.state('V.travel'))).toBeGreaterThan(0)
  })

  it('of the self-limiting sort draws more until it is warm', () => {
    const rig = heated(24, { surge: 2.5 })
    rig.set('TS.calling', true)
    const first = rig.va('XF')
    rig.settle()
    expect(first / rig.va('XF')).toBeCloseTo(2.5, 1)
    const plain = heated(24)
    plain.set('TS.calling', true)
    const start = plain.va('XF')
    plain.settle()
    expect(start / plain.va('XF')).toBeCloseTo(1, 3)
  })
})

it.each([1.1, 1.115])(
  'a valve that is fully open just after another’s switch called the boiler has lost no time to what that moves (%f s)',
  (later) => {
    const bench = new Simulation(kestrelPoint())
    bench.set('TS1', 'calling', true)
    bench.runTo(later)
    bench.set('TS2', 'calling', true)
    bench.settle()
    const at = (part: string, says: string) => bench.trace.find((one) => one.part === part && one.says === says)!.at
    expect(at('V1', 'fully open, motor holds')).toBeCloseTo(at('V2', 'fully open, motor holds') - later, 6)
    expect(at('V2', 'end switch made') - at('V1', 'end switch made')).toBeCloseTo(later, 6)
  },
)
