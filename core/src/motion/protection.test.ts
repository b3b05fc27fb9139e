import { describe, expect, it } from 'vitest'
import { curves, secondsAt } from '../parts/curves.ts'
import { benchWith } from '../suppose/bench.ts'
import { alterationsOf } from '../suppose/index.ts'
import { wired } from '../testing/benches.ts'
import { type Board, Rig } from '../testing/rig.ts'
import { isWhole } from './actor.ts'
import { unaltered } from './alterations.ts'
import { Simulation } from './simulation.ts'

/** What opens on too much current: how soon, and before what. */

const shortedAt230 = (thermostat: 'thermostat/receiver-230' | 'clock/programmer-2'): Board => ({
  practice: '230',
  parts: {
    S: 'supply/line',
    SP: 'switch/fused-spur',
    TS: thermostat,
    V: 'valve/two-port-5',
  },
  nets: [
    'S.l SP.lin',
    'S.n SP.nin',
    ...(thermostat === 'clock/programmer-2'
      ? ['SP.lout TS.l', 'TS.htg V.call', 'SP.nout TS.n', 'TS.n V.n']
      : ['SP.lout TS.l', 'TS.l TS.com', 'TS.no V.call', 'SP.nout TS.n', 'TS.n V.n']),
  ],
  faults: { V: ['windingShorted'] },
})

describe('a short behind electronics', () => {
  it('blows the fuse of the isolator before a receiver notices anything', () => {
    const rig = new Rig(shortedAt230('thermostat/receiver-230'))
    rig.told()
    rig.set('TS.calling', true).settle()
    expect(rig.says('SP')).toBe('fuse blown')
    expect(rig.simulation.buzzing).toEqual([])
    expect(rig.told().slice(0, 2)).toEqual(['0 TS contact makes', '0 SP fuse blows'])
    expect(rig.volts('TS.l', 'TS.n')).toBeLessThan(1)
  })

  it('blows it behind a programmer whose time has come', () => {
    const rig = new Rig(shortedAt230('clock/programmer-2'))
    expect(rig.says('SP')).toBe('fuse blown')
    expect(rig.simulation.buzzing).toEqual([])
  })

  it('blows the 2 A fuse behind a powered 24 V thermostat', () => {
    const rig = new Rig({
      parts: {
        S: 'supply/line',
        XF: 'transformer/control',
        F: 'protection/fuse',
        TS: 'thermostat/powered',
        V: 'valve/motor-4',
      },
      nets: ['S.l XF.p1', 'S.n XF.p2', 'XF.h F.in', 'F.out TS.r', 'TS.w V.m1', 'XF.c TS.c', 'XF.c V.m2'],
      faults: { V: ['windingShorted'] },
    })
    rig.set('TS.calling', true).settle()
    expect(rig.says('F')).toBe('blown')
    expect(rig.says('XF')).toBe('')
    expect(rig.simulation.buzzing).toEqual([])
  })

  it.each([
    ['breaker', 'CB1', 'pole', 'part:B1/l+n/short'],
    ['fuse', 'F1', 'element', 'part:V1/windingShorted'],
  ])(
    'a %s knows the way of the current it let go on until it is whole again, and stays whole while nothing is shorted',
    (_what, guard, element, wrong) => {
      const job = wired({ zones: 1 })
      const bench = benchWith(job, [])
      bench.set('TS1', 'calling', true)
      bench.settle()
      const short = alterationsOf(job, [{ id: wrong }])
      for (const time of [1, 2]) {
        bench.alter(short)
        bench.settle()
        expect([time, bench.stateOf(guard).gone]).toEqual([time, true])
        expect(bench.blownBy(guard)).toContain(`${guard}.${element}`)
        bench.alter(unaltered)
        expect(bench.blownBy(guard)).toContain(`${guard}.${element}`)
        bench.set(guard, 'gone', false)
        bench.settle()
        expect([time, bench.stateOf(guard).gone, bench.blownBy(guard)]).toEqual([time, false, undefined])
      }
      const told = bench.trace.filter(({ part }) => part === guard).map(({ path }) => path !== undefined)
      expect(told).toEqual([true, false, true, false])
      // With the short still there it lets go again.
      bench.alter(short)
      bench.settle()
      bench.set(guard, 'gone', false)
      bench.settle()
      expect(bench.stateOf(guard).gone).toBe(true)
    },
  )

  it('a part that starves itself buzzes so many times a second, and stands still meanwhile', () => {
    // A relay fed through its own rest contact.
    const rig = new Rig({
      parts: { S: 'supply/line', XF: 'transformer/control', R: 'relay/single', ES: 'switch/service' },
      nets: ['S.l ES.in', 'ES.out XF.p1', 'S.n XF.p2', 'XF.h R.com', 'R.nc R.a1', 'XF.c R.a2'],
    })
    expect(rig.simulation.buzzing).toEqual(['R'])
    expect(rig.simulation.hertzOf('R')).toBeCloseTo(1 / 0.03, 3)
    expect(rig.simulation.hertzOf('XF')).toBeUndefined()
    expect(rig.told().filter((line) => line.endsWith('buzzes'))).toHaveLength(1)
    rig.set('ES.closed', false).settle()
    expect(rig.simulation.buzzing).toEqual([])
  })
})

describe('curves', () => {
  it.each(Object.entries(curves))('%s: the more current the sooner, without a break', (_name, curve) => {
    for (const [i, [times, seconds]] of curve.points.entries()) {
      expect(secondsAt(curve, times)).toBeCloseTo(seconds, 9)
      const next = curve.points[i + 1]
      if (!next) continue
      const between = secondsAt(curve, (times + next[0]) / 2)
      expect(between).toBeLessThan(seconds)
      expect(between).toBeGreaterThan(next[1])
    }
    expect(secondsAt(curve, curve.points[0]![0] - 0.001)).toBe(Number.POSITIVE_INFINITY)
    expect(secondsAt(curve, 1000)).toBe(curve.points.at(-1)![1])
  })

  // What each family promises: carries so much for ever or so long, opens within so long.
  it.each([
    ['glass120', 1.09, Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY],
    ['glass120', 1.35, 120, 3600],
    ['glass120', 2, 1, 120],
    ['glass230', 1.49, Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY],
    ['glass230', 2.1, 60, 1800],
    ['glass230Slow', 2.1, 5, 120],
    ['glass120Slow', 2.75, 0.6, 10],
    ['glass230Slow', 4, 0.15, 3],
    ['glass120Slow', 10, 0.02, 0.3],
    ['glass230', 2.75, 0, 3],
    ['glass120', 4, 0, 0.3],
    ['glass230', 10, 0, 0.02],
    ['spur', 1.6, 1800, 7200],
    ['spur', 1.9, 60, 1800],
    ['breakerB', 1.12, Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY],
    ['breakerB', 1.45, 60, 3600],
    ['breakerB', 5, 0, 0.1],
    ['breakerC', 4.9, 1, 60],
    ['breakerC', 10, 0, 0.1],
    ['breaker120', 1, Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY],
    ['breaker120', 1.35, 60, 3600],
    ['winding', 1.1, Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY],
    ['winding', 2, 60, 600],
  ] as const)('%s at %s times its rating lasts from %s to %s s', (name, times, from, to) => {
    const seconds = secondsAt(curves[name], times)
    expect(seconds).toBeGreaterThanOrEqual(from)
    expect(seconds).toBeLessThanOrEqual(to)
  })
})

/** A fuse of this rating with one 24 V load of about so many amps behind it. */
const loaded = (amps: number, rating: number, practice: '120' | '230' = '120', slow = 1): Board => ({
  practice,
  parts: {
    S: 'supply/line',
    XF: ['transformer/control', { va: 400 }],
    F: ['protection/fuse', { amps: rating, slow }],
    V: ['valve/motor-4', { va: amps * 24 }],
  },
  nets: ['S.l XF.p1', 'S.n XF.p2', 'XF.h F.in', 'F.out V.m1', 'XF.c V.m2'],
})

describe('a fuse', () => {
  it('two per cent over its rating carries on, for good', () => {
    const rig = new Rig(loaded(1.9, 2))
    rig.run(86_400)
    expect(rig.says('F')).toBe('sound')
    expect(rig.state('F.heat')).toBe(0)
  })

  it('at 1.5 times is gone within the hour in 120 V practice and carries that hour in 230 V practice', () => {
    const states = (['120', '230'] as const).map((practice) => {
      const rig = new Rig(loaded(2.75, 2, practice))
      rig.run(3000)
      return rig.says('F')
    })
    expect(states).toEqual(['blown', 'sound'])
  })

  it('what takes minutes is not waited for, and happens when its time has come', () => {
    const rig = new Rig(loaded(2.75, 2))
    expect(rig.says('F')).toBe('sound')
    expect(rig.simulation.now).toBeLessThan(60)
    rig.run(60)
    expect(rig.state('F.heat')).toBeGreaterThan(0)
    rig.run(3600)
    expect(rig.says('F')).toBe('blown')
  })

  it('a quick one lets go sooner than a slow one, and one that lasts longer than its curve later', () => {
    const blows = (slow: number, lasts: number) => {
      const board = loaded(6, 2, '120', slow)
      const rig = new Rig({ ...board, parts: { ...board.parts, F: ['protection/fuse', { amps: 2, slow, lasts }] } })
      rig.settle()
      return rig.simulation.trace.find(({ says }) => says === 'blows')!.at
    }
    expect(blows(0, 1)).toBeLessThan(blows(1, 1))
    expect(blows(1, 1.5) / blows(1, 1)).toBeCloseTo(1.5, 6)
  })

  it('remembers how hot it was, and forgets when left alone', () => {
    const board = loaded(2.75, 2)
    const rig = new Rig({
      ...board,
      parts: { ...board.parts, ES: 'switch/service' },
      nets: ['S.l ES.in', 'ES.out XF.p1', 'S.n XF.p2', 'XF.h F.in', 'F.out V.m1', 'XF.c V.m2'],
    })
    rig.run(600)
    const warm = Number(rig.state('F.heat'))
    expect(warm).toBeGreaterThan(0.2)
    rig.set('ES.closed', false).run(5)
    expect(rig.state('F.heat')).toBeCloseTo(warm - 5 / 60, 6)
    rig.run(120)
    expect(rig.state('F.heat')).toBe(0)
  })
})

describe('a transformer', () => {
  const over = (share: number, figures: Record<string, number> = {}): Board => ({
    parts: {
      S: 'supply/line',
      XF: ['transformer/control', { va: 40, ...figures }],
      V: ['valve/motor-4', { va: 40 * share }],
    },
    nets: ['S.l XF.p1', 'S.n XF.p2', 'XF.h V.m1', 'XF.c V.m2'],
  })

  it('a tenth over is warm for years', () => {
    const rig = new Rig(over(1.1))
    rig.run(30 * 86_400)
    expect(rig.says('XF')).toBe('')
  })

  it('at about twice it is gone in minutes, and no volts are left', () => {
    const rig = new Rig(over(2.6))
    expect(rig.told()).toContainEqual(expect.stringMatching(/^\d+(\.\d+)? XF transformer burns out$/))
    expect(rig.says('XF')).toBe('burnt out')
    expect(rig.volts('XF.h', 'XF.c')).toBeLessThan(1)
    expect(rig.simulation.now).toBeGreaterThan(30)
    expect(rig.simulation.now).toBeLessThan(600)
  })

  it('remembers what it burnt out on, until it is whole again', () => {
    const rig = new Rig(over(2.6))
    expect(rig.simulation.blownBy('XF')).toContain('V.motor')
    // A moment later it is as it was left, and another is put in.
    const mark = rig.simulation.mark()
    rig.simulation.setTogether({ XF: { primary: true, coreHeat: 0 } })
    expect(rig.simulation.blownBy('XF')).toBeUndefined()
    rig.simulation.back(mark)
    expect(rig.simulation.blownBy('XF')).toContain('V.motor')
    expect(new Rig(over(1)).simulation.blownBy('XF')).toBeUndefined()
  })

  it('of a sort that goes weak it hums at low volts first', () => {
    const rig = new Rig(over(2.6, { failsWeak: 1 }))
    const [first] = rig.told().filter((line) => line.includes('XF'))
    expect(first).toMatch(/turns short/)
  })

  it('a thermal link that opens once keeps it dead; one that resets itself comes and goes', () => {
    const states = [1, 2].map((thermalLink) => {
      const rig = new Rig(over(2.6, { thermalLink }))
      const dead = rig.says('XF')
      rig.run(400)
      const told = rig.told().filter((line) => line.includes('link closes again')).length
      return [dead, told > 0]
    })
    expect(states).toEqual([
      ['link open, hot', false],
      ['link open, hot', true],
    ])
  })
})

describe('a board that takes a dry contact only', () => {
  it('is burnt by the line on its pair, for good, and the call is dead after that', () => {
    const rig = new Rig({
      parts: { S: 'supply/line', B: 'boiler/dry-call', ES: 'switch/service' },
      nets: ['S.l B.l', 'S.n B.n', 'S.l ES.in', 'ES.out B.t1', 'S.n B.t2'],
      settings: { ES: { closed: false } },
    })
    expect(rig.says('B')).toBe('idle, 40 °C')
    rig.set('ES.closed', true).settle()
    expect(rig.says('B')).toBe('board burnt, 40 °C')
    rig.set('ES.closed', false).settle()
    expect(rig.says('B')).toBe('board burnt, 40 °C')
    expect(rig.volts('B.t1', 'B.t2')).toBeLessThan(2)
    rig.set('B.board', true).settle()
    expect(rig.says('B')).toBe('idle, 40 °C')
  })

  it('a volt-free pair fed with 230 V too', () => {
    const rig = new Rig({
      practice: '230',
      parts: { S: 'supply/line', B: 'boiler/volt-free' },
      nets: ['S.l B.l', 'S.n B.n', 'S.l B.v1', 'S.n B.v2'],
    })
    expect(rig.says('B')).toContain('board burnt')
  })
})

it('a pair of windings is whole while both of them are', () => {
  const part = new Simulation(wired()).netlist.parts.get('XF1')!
  const whole = part.kind.state
  expect([whole, { ...whole, primary: false }, { ...whole, secondary: false }].map((s) => isWhole(part, s))).toEqual([
    true,
    false,
    false,
  ])
})
