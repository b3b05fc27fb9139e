import { describe, expect, it } from 'vitest'
import { wired } from '../testing/benches.ts'
import { together } from './alterations.ts'
import { Simulation } from './simulation.ts'

/** Two zones, the first asked for: its motor runs. */
function opening() {
  const bench = new Simulation(wired({ zones: 2 }))
  bench.set('TS1', 'calling', true)
  return bench
}

describe('a look ahead', () => {
  it('shows how a part will stand while nothing happens, and moves nothing', () => {
    const bench = opening()
    const quiet = bench.quietFor!
    const seen = bench.ahead('V1', quiet / 2)
    expect(bench.now).toBe(0)
    expect(bench.stateOf('V1').travel).toBe(0)
    bench.runTo(quiet / 2)
    expect(Number(seen.travel)).toBeCloseTo(Number(bench.stateOf('V1').travel), 12)
    expect(bench.quietFor).toBeCloseTo(quiet / 2, 9)
  })

  it('nothing happens before the end of the quiet, and something does at it', () => {
    const bench = opening()
    const happened = bench.trace.length
    const quiet = bench.quietFor!
    bench.runTo(quiet - 1e-3)
    expect(bench.trace.length).toBe(happened)
    bench.runTo(quiet)
    expect(bench.trace.slice(happened).map(({ says }) => says)).toContain('end switch made')
  })

  it('counts what moves in the background: a room that will call is something that happens', () => {
    const bench = opening()
    bench.settle()
    expect(bench.moving).toBe(false)
    expect(bench.quietFor).toBeGreaterThan(60)
  })

  it('knows no part that is not there', () => {
    expect(() => opening().ahead('V9', 1)).toThrow('no part V9')
  })
})

describe('what is wrong with a part is looked at anew when it changes, though nothing else has', () => {
  it('a figure: a motor that is slower from now on arrives later', () => {
    const [slow, plain] = [opening(), opening()]
    const before = slow.quietFor!
    slow.alter(together([{ figures: { V1: { opensIn: 2 * Number(slow.netlist.parts.get('V1')!.figures.opensIn) } } }]))
    expect(slow.quietFor).toBeCloseTo(2 * before, 6)
    slow.alter(together([]))
    expect(slow.quietFor).toBeCloseTo(plain.quietFor!, 9)
  })

  it('what only the building tells is told the second time as it was the first: dirt on a seat draws heat off the boiler', () => {
    const bench = new Simulation(wired({ zones: 2 }))
    bench.set('TS2', 'calling', true)
    bench.settle()
    const mark = bench.mark()
    const waterWith = (pins: Record<string, Record<string, boolean>>, times = 1) => {
      for (let i = 1; i < times; i++) {
        bench.alter(together([{ pins }]))
        bench.back(mark)
      }
      bench.alter(together([{ pins }]))
      bench.runTo(bench.now + 30)
      const { water } = bench.stateOf('B1')
      bench.back(mark)
      return water
    }
    const dirt = { V1: { passes: true } }
    const [sound, first] = [waterWith({}), waterWith(dirt)]
    expect(Number(first)).toBeLessThan(Number(sound))
    expect([waterWith(dirt, 2), waterWith(dirt, 3), waterWith({}, 2)]).toEqual([first, first, sound])
  })

  it('a pin that is taken away: the part moves on from where it was held', () => {
    const bench = opening()
    bench.alter(together([{ pins: { V1: { travel: 0 } } }]))
    bench.settle()
    expect(bench.stateOf('V1').travel).toBe(0)
    bench.alter(together([]))
    bench.settle()
    expect(bench.stateOf('V1').travel).toBe(1)
  })
})
