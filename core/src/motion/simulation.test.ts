import { describe, expect, it } from 'vitest'
import { benchWith } from '../suppose/bench.ts'
import { kestrel, supposed, volts, wireAt, wired } from '../testing/benches.ts'
import { Simulation } from './simulation.ts'

const told = (simulation: Simulation) =>
  simulation.trace.map(({ at, part, says }) => `${at.toFixed(2)} ${part} ${says}`)

describe('one zone, from call to rest', () => {
  const bench = new Simulation(kestrel().job)
  bench.set('TS2', 'calling', true)
  bench.settle()
  const opened = told(bench)
  const from = bench.now
  bench.set('TS2', 'calling', false)
  bench.settle()

  it('opens for 14 s; the switch makes at 92 % and only then the boiler is called', () => {
    expect(opened).toEqual([
      '0.00 TS2 contact makes',
      '0.00 V2 motor runs',
      '12.88 V2 end switch made',
      '12.88 B1 is called: pump and burner on',
      '12.88 P1 starts',
      '12.88 BR1 motor starts',
      '14.00 V2 fully open, motor holds',
      '17.88 BR1 lights',
    ])
  })

  it('lets go at once, opens the switch on the way down and is shut after 6 s', () => {
    const shut = told(bench).slice(opened.length)
    expect(shut).toEqual([
      `${from.toFixed(2)} TS2 contact opens`,
      `${from.toFixed(2)} V2 motor lets go, spring shuts`,
      `${(from + 0.48).toFixed(2)} V2 end switch open`,
      `${(from + 0.48).toFixed(2)} B1 call ends: burner and pump off`,
      `${(from + 0.48).toFixed(2)} P1 stops`,
      `${(from + 0.48).toFixed(2)} BR1 motor stops`,
      `${(from + 0.48).toFixed(2)} BR1 goes out`,
      `${(from + 6).toFixed(2)} V2 shut`,
    ])
  })

  it('takes no more than seven solves for the whole cycle', () => {
    const counted = new Simulation(kestrel().job)
    const before = counted.circuit.solves
    for (const call of [true, false]) {
      counted.set('TS4', 'calling', call)
      counted.settle()
    }
    expect(counted.circuit.solves - before).toBeLessThanOrEqual(7)
  })
})

describe('time', () => {
  it('gives the same trace for the same settings, in one leap or in many', () => {
    const run = (steps: number) => {
      const bench = new Simulation(kestrel().job)
      for (const n of [1, 3]) bench.set(`TS${n}`, 'calling', true)
      for (let i = 1; i <= steps; i++) bench.runTo((20 * i) / steps)
      return told(bench)
    }
    expect(run(1)).toEqual(run(1))
    expect(run(173)).toEqual(run(1))
  })

  it('passes over a plant at rest as over one that moves: in steps it comes to where one leap does', () => {
    const stands = (steps: number) => {
      const bench = new Simulation(kestrel().job)
      bench.set('TS2', 'calling', true)
      bench.settle()
      const from = bench.now
      for (let i = 1; i <= steps; i++) bench.runTo(from + (3600 * i) / steps)
      return { now: bench.now, boiler: bench.stateOf('B1') }
    }
    expect(stands(3)).toEqual(stands(1))
    expect(stands(1).now).toBeGreaterThan(3600)
  })

  it('has no hand for a part or a state that is not there, and says which; nothing has moved then', () => {
    const bench = new Simulation(kestrel().job)
    for (const [part, state] of [
      ['nobody', 'calling'],
      ['TS2', 'travel'],
    ] as const) {
      expect(() => bench.set(part, state, true)).toThrow(new RangeError(`no state ${part}.${state}`))
      expect(() => bench.setTogether({ [part]: { [state]: true } })).toThrow(`no state ${part}.${state}`)
    }
    expect(() => bench.stateOf('nobody')).toThrow('no part nobody')
    expect(bench.trace).toEqual([])
  })

  it('says of a part what of its tells is so now', () => {
    const { job } = kestrel()
    const bench = new Simulation(job)
    const made = bench.netlist.parts.get('TS2')!.kind.tells!.findIndex(({ starts }) => starts === 'contact makes')
    expect(bench.tells('TS2', made)).toBe(false)
    bench.set('TS2', 'calling', true)
    expect(bench.tells('TS2', made)).toBe(true)
    expect(bench.tells('nobody', made)).toBe(false)
  })

  it('a valve on its way gets no hotter for it', () => {
    const bench = new Simulation(kestrel().job)
    bench.set('TS2', 'calling', true)
    bench.runTo(5)
    expect(bench.moving).toBe(true)
    expect(bench.overheating()).toEqual([])
  })

  it('waits out a start delay before the contact makes', () => {
    const { job } = kestrel({ alter: ({ parts }) => void (parts.TS1!.figures = { startDelay: 90 }) })
    const bench = new Simulation(job)
    bench.set('TS1', 'calling', true)
    bench.runTo(89)
    expect(bench.stateOf('V1').driven).toBe(false)
    bench.runTo(91)
    expect(bench.stateOf('V1').driven).toBe(true)
  })
})

describe('power', () => {
  it('lost while a zone calls: the spring shuts the valve, and it opens again when power returns', () => {
    const { simulation } = kestrel({ calling: [3] })
    simulation.set('SS1', 'closed', false)
    simulation.settle()
    expect(simulation.stateOf('V3').travel).toBe(0)
    expect(volts(simulation)('XF1.h', 'XF1.c')).toBeLessThan(0.1)
    simulation.set('SS1', 'closed', true)
    simulation.settle()
    expect(simulation.stateOf('V3').travel).toBe(1)
  })

  it('holds a valve that is open at volts that would not start it', () => {
    const { job } = kestrel({
      alter: ({ parts }) => void (parts.XF1!.figures = { openVolts: 16, va: 40, ratedVolts: 14 }),
    })
    const bench = new Simulation(job, { V1: { travel: 1, driven: true }, TS1: { calling: true, made: true } })
    bench.set('TS2', 'calling', true)
    bench.settle()
    expect(bench.stateOf('V1')).toMatchObject({ driven: true, travel: 1 })
    expect(bench.stateOf('V2')).toMatchObject({ driven: false, travel: 0 })
  })
})

describe('a short', () => {
  it('blows the secondary fuse within seconds and remembers the way the current took', () => {
    const { simulation } = kestrel({ suppose: () => ['part:V2/windingShorted'], calling: [2] })
    expect(simulation.stateOf('F1').gone).toBe(true)
    expect(simulation.now).toBeLessThan(5)
    const way = simulation.trace.find(({ part, says }) => part === 'F1' && says === 'blows')?.path
    expect(way).toEqual(expect.arrayContaining(['F1.element', 'TS2.contact', 'V2.motor']))
    expect(simulation.stateOf('B1').called).toBe(false)
  })

  it('on the line side trips the breaker', () => {
    const { job } = kestrel()
    const { wire } = wireAt(job, 'B1.l')
    job.wires.short = {
      ...wire,
      from: { part: 'B1', terminal: 'l' },
      to: { part: 'B1', terminal: 'n' },
      length: 0.1,
      label: 'short',
    }
    const bench = new Simulation(job)
    bench.settle()
    expect(bench.stateOf('CB1').gone).toBe(true)
    expect(bench.stateOf('F1').gone).toBe(false)
  })
})

it('the clock runs where nothing ever happens', () => {
  const job = wired({ zones: 1 })
  for (const id of Object.keys(job.parts)) if (!job.parts[id]!.kind.startsWith('supply/')) delete job.parts[id]
  job.wires = {}
  job.zones = {}
  const bench = new Simulation(job)
  expect(bench.quietFor).toBeUndefined()
  expect([bench.runTo(40), bench.now]).toEqual([false, 40])
  // To settle takes no time.
  expect([bench.settle().atRest, bench.now]).toEqual([true, 40])
})

describe('a stand-in relay', () => {
  it('calls the boiler only after the time the valve takes, whether the valve moved or not', () => {
    const job = wired({ scheme: 's6', zones: 1, twoLead: true })
    const bench = benchWith(job, supposed(['part:V1/bodySeizedShut']))
    bench.set('TS1', 'calling', true)
    bench.runTo(15.9)
    expect(bench.stateOf('B1').called).toBe(false)
    bench.settle()
    expect(bench.stateOf('V1').travel).toBe(0)
    expect(bench.stateOf('B1').called).toBe(true)
  })

  it('wired through its own rest contact buzzes, and the run still ends', () => {
    const job = wired({ scheme: 's6', zones: 1, twoLead: true })
    job.parts.K1!.figures = { delay: 0 }
    const coil = wireAt(job, 'K1.a1').wire
    const feed = coil.from.part === 'K1' ? coil.to : coil.from
    Object.assign(coil, { from: feed, to: { part: 'K1', terminal: 'com' } })
    job.wires.loop = {
      ...coil,
      from: { part: 'K1', terminal: 'nc' },
      to: { part: 'K1', terminal: 'a1' },
      label: 'loop',
    }
    for (const [id, w] of Object.entries(job.wires))
      if (
        id !== 'loop' &&
        w !== coil &&
        [w.from, w.to].some(({ part, terminal }) => part === 'K1' && terminal === 'com')
      )
        delete job.wires[id]
    const bench = new Simulation(job)
    bench.set('TS1', 'calling', true)
    expect(bench.settle().buzzing).toEqual(['K1'])
    // A hand that moves something else changes nothing of that: it is asked again, and buzzes again.
    bench.set('TS1', 'warmth', 12)
    expect(bench.buzzing).toEqual(['K1'])
    const mark = bench.mark()
    bench.set('TS1', 'calling', false)
    expect(bench.settle().buzzing).toEqual([])
    bench.back(mark)
    expect(bench.buzzing).toEqual(['K1'])
  })
})
