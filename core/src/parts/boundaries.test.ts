import { describe, expect, it } from 'vitest'
import { openingOf } from '../motion/surroundings.ts'
import { benchWith } from '../suppose/bench.ts'
import { wired } from '../testing/benches.ts'
import { Rig } from '../testing/rig.ts'
import { waterRate } from './boiler-water.ts'
import { catalogue } from './index.ts'
import { warmthRate } from './room.ts'

/** What a part does the second time, and just under and over its figures. */

const stored = () =>
  new Rig({
    parts: {
      M: 'supply/line',
      SW: 'switch/service',
      XF: ['transformer/control', { va: 75 }],
      TS: 'thermostat/two-wire',
      V: 'valve/stored-charge',
    },
    nets: ['M.l SW.in', 'SW.out XF.p1', 'M.n XF.p2', 'XF.h TS.r', 'TS.w V.p', 'XF.c V.c'],
  })

describe('stored charge', () => {
  it('a closing stroke uses 70 % of a full store, so the next call charges for 14 s of 20', () => {
    const rig = stored()
    rig.set('TS.calling', true).settle()
    expect(rig.state('V.store')).toBe(1)
    rig.told()
    rig.set('TS.calling', false).run(6)
    expect(Number(rig.state('V.store'))).toBeCloseTo(0.3, 6)
    expect(rig.state('V.travel')).toBe(0)
    rig.told()
    rig.set('TS.calling', true).settle()
    expect(rig.told()).toEqual([
      '0 TS contact makes',
      '0 V charges, lamp blinks',
      '14 V charged',
      '19.52 V end switch made',
      '20 V fully open, trickle',
    ])
  })

  it('called again in the middle of its stroke it tops up what the half stroke used', () => {
    const rig = stored()
    rig.set('TS.calling', true).settle()
    rig.set('TS.calling', false).run(3)
    expect(Number(rig.state('V.store'))).toBeCloseTo(0.65, 6)
    rig.told()
    rig.set('TS.calling', true).settle()
    expect(rig.told()).toContain('7 V charged')
  })

  it('idle it has leaked dry after ten minutes, and then takes the whole 20 s', () => {
    const rig = stored()
    rig.set('TS.calling', true).settle()
    rig.set('TS.calling', false).run(6)
    rig.run(179)
    expect(Number(rig.state('V.store'))).toBeGreaterThan(0)
    rig.run(2)
    expect(rig.state('V.store')).toBe(0)
  })
})

describe('a parked lever', () => {
  it.each(['valve/motor-4', 'valve/stored-charge', 'valve/two-port-5'])(
    '%s stands 85 %% open, and makes no switch unless its make says so',
    (kind) => {
      const { figures, state } = catalogue.get(kind)!
      const values = Object.fromEntries(Object.entries(figures).map(([name, { value }]) => [name, value]))
      const part = { kind: catalogue.get(kind)!, figures: values } as Parameters<typeof openingOf>[0]
      expect(openingOf(part, { ...state, lever: 'parked' })).toBe(0.85)
      expect(openingOf(part, { ...state, lever: 'parked', travel: 0.9 })).toBe(0.9)
      expect(openingOf(part, { ...state, lever: 'auto' })).toBe(0)
    },
  )
})

describe('a start delay', () => {
  it.each([1, 2])('holds every call back, the first and the next: zone %i', (n) => {
    const job = wired({ zones: 2 })
    for (const id of ['TS1', 'TS2']) job.parts[id]!.figures = { ...job.parts[id]!.figures, startDelay: 60 }
    const bench = benchWith(job, [])
    bench.settle()
    const opens = (): number => {
      const from = bench.now
      const before = bench.trace.length
      bench.set(`TS${n}`, 'calling', true)
      bench.settle()
      return (
        bench.trace.slice(before).find(({ part, says }) => part === `V${n}` && says.startsWith('fully open'))!.at - from
      )
    }
    const first = opens()
    bench.set(`TS${n}`, 'calling', false)
    bench.settle()
    expect([first, opens()]).toEqual([74, 74])
  })

  it('a call taken back before it is over begins anew', () => {
    const job = wired({ zones: 1 })
    job.parts.TS1!.figures = { startDelay: 60 }
    const bench = benchWith(job, [])
    bench.set('TS1', 'calling', true)
    bench.runTo(59)
    expect(bench.stateOf('TS1').made).toBe(false)
    bench.set('TS1', 'calling', false)
    bench.set('TS1', 'calling', true)
    bench.runTo(118)
    expect(bench.stateOf('TS1').made).toBe(false)
    bench.runTo(120)
    expect(bench.stateOf('TS1').made).toBe(true)
  })
})

describe('a room', () => {
  const figures = { setpoint: 21, warms: 3, cools: 0.6 }
  const perHour = (warmth: number, warming: number) =>
    warmthRate(figures, { warmth }, { draw: 0, flame: false, warming }) * 3600

  it('cools to the coldest there is and no further, and warms from there', () => {
    expect([5.01, 5, 4].map((warmth) => perHour(warmth, 0))).toEqual([-0.6, 0, 0].map((rate) => expect.closeTo(rate)))
    expect([5, 5.01].map((warmth) => perHour(warmth, 1))).toEqual([3, 3].map((rate) => expect.closeTo(rate)))
  })
})

describe('boiler water', () => {
  const figures = { limit: 82, differential: 8, fires: 9, draws: 7 }
  const perMinute = (draw: number, firing: boolean, water = 60) =>
    waterRate(figures, { water, limitOpen: false, cold: false }, firing, { draw, flame: false, warming: 0 }) * 60

  it('warms and cools by the share of the zones that draw', () => {
    expect(perMinute(0, true)).toBeCloseTo(8.8)
    expect(perMinute(0.25, true)).toBeCloseTo(7.05)
    expect(perMinute(0.5, true)).toBeCloseTo(5.3)
    expect(perMinute(1, true)).toBeCloseTo(1.8)
    expect(perMinute(0.5, false)).toBeCloseTo(-3.7)
  })

  it('cools to the room and no further', () => {
    expect(perMinute(1, false, 18.1)).toBeLessThan(0)
    expect(perMinute(1, false, 18)).toBe(0)
  })

  it('one of two zones draws half', () => {
    const job = wired({ zones: 2, boiler: 'boiler/gas' })
    const bench = benchWith(job, [])
    const at = (zones: number[]) => {
      for (const n of [1, 2]) bench.set(`TS${n}`, 'calling', zones.includes(n))
      bench.settle()
      bench.set('B1', 'water', 40)
      const from = bench.now
      bench.runTo(from + 60)
      return Number(bench.stateOf('B1').water) - 40
    }
    expect(at([1]) - at([1, 2])).toBeCloseTo(3.5, 1)
  })
})

describe('just under and just at the volts they need', () => {
  const jumps = (kind: string, state: object, over: number) => {
    const { figures, motion } = catalogue.get(kind)!
    const values = Object.fromEntries(Object.entries(figures).map(([name, { value }]) => [name, value]))
    return motion.jumps!(values as never, state as never, { over: () => over } as never)
  }

  it('a vent damper turns at its least volts and not under them, and holds to the half', () => {
    const least = catalogue.get('safety/damper')!.figures.minimumVolts!.value
    expect(jumps('safety/damper', { driven: false, travel: 0 }, least)).toEqual({ driven: true })
    expect(jumps('safety/damper', { driven: false, travel: 0 }, least - 0.01)).toBeUndefined()
    expect(jumps('safety/damper', { driven: true, travel: 1 }, least / 2)).toBeUndefined()
    expect(jumps('safety/damper', { driven: true, travel: 1 }, least / 2 - 0.01)).toEqual({ driven: false })
  })

  it('a mid-position valve is taken back by its spring while nothing drives it and it stands anywhere but at rest', () => {
    const { tells } = catalogue.get('valve/mid-position')!
    const back = tells!.find(({ starts }) => starts === 'spring takes it back')!
    const rest = { heat: false, off: false, way: 0, beyond: 0 }
    const so = (state: object) => back.is({} as never, { ...rest, ...state } as never)
    expect([{ way: 0.5 }, { way: 1, beyond: 0.5 }, {}].map(so)).toEqual([true, true, false])
    expect(
      [
        { heat: true, way: 0.5 },
        { heat: true, off: true, way: 1, beyond: 0.5 },
      ].map(so),
    ).toEqual([false, false])
  })

  it('a mid-position valve is urged by heating alone', () => {
    const { urged } = catalogue.get('valve/mid-position')!
    expect([true, false].map((heat) => urged!({} as never, { heat, off: false } as never))).toEqual([true, false])
  })
})
