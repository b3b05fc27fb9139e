import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { Simulation } from '../motion/simulation.ts'
import { benchWith } from '../suppose/bench.ts'
import { kestrel, supposed, volts, wireAt, wired } from '../testing/benches.ts'
import { Circuit } from './circuit.ts'
import { type Phasor, times } from './complex.ts'

const conjugate = ({ re, im }: Phasor): Phasor => ({ re, im: -im })

/** Complex power taken by everything in a circuit, sources counted negative: zero where the solution is right. */
function powerBalance({ circuit, netlist }: Simulation): { sum: number; flow: number } {
  let re = 0
  let im = 0
  let flow = 0
  const add = (across: Phasor, current: Phasor) => {
    const power = times(across, conjugate(current))
    re += power.re
    im += power.im
    flow += Math.hypot(power.re, power.im)
  }
  for (const branch of netlist.branches) add(circuit.between(branch.a, branch.b), circuit.current(branch))
  for (const winding of netlist.windings) {
    const [a, b, c, d] = winding.nodes
    const [first, second] = circuit.windingCurrents(winding)
    add(circuit.between(a, b), first)
    add(circuit.between(c, d), second)
  }
  return { sum: Math.hypot(re, im), flow }
}

it('counts what it solves: once for whatever has changed, and not where nothing has', () => {
  const { circuit, netlist } = benchWith(wired({ zones: 1 }), [])
  const before = circuit.solves
  const [one, other] = netlist.branches.filter(({ form }) => form === 'wire')
  circuit.force(one!, { as: 'open' })
  circuit.force(other!, { as: 'open' })
  expect([circuit.solve(), circuit.solve()]).toEqual([true, false])
  circuit.force(one!, { as: 'open' })
  expect(circuit.solve()).toBe(false)
  expect(circuit.solves - before).toBe(1)
})

/** A job with random wires broken, lifted or landed elsewhere. */
const mangledJob = fc
  .record({
    zones: fc.integer({ min: 1, max: 4 }),
    hits: fc.array(fc.record({ wire: fc.nat(), what: fc.constantFrom('break', 'lift', 'move'), to: fc.nat() }), {
      maxLength: 4,
    }),
    calling: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
  })
  .map(({ zones, hits, calling }) => {
    const job = wired({ zones })
    const ids = Object.keys(job.wires)
    const wrong: string[] = []
    for (const { wire, what, to } of hits) {
      const id = ids[wire % ids.length]!
      if (what === 'break') wrong.push(`wire:${id}/open`)
      else if (what === 'lift') wrong.push(`wire:${id}.to/lifted`)
      else job.wires[id]!.to = job.wires[ids[to % ids.length]!]!.to
    }
    return { job, wrong, calling }
  })

function settled({ job, wrong, calling }: { job: Job; wrong: string[]; calling: boolean[] }): Simulation {
  const simulation = benchWith(job, supposed(wrong))
  for (const [i, on] of calling.entries())
    if (on && simulation.has(`TS${i + 1}`)) simulation.set(`TS${i + 1}`, 'calling', true)
  simulation.settle()
  return simulation
}

describe('a control transformer', () => {
  it('gives its unloaded volts at rest and about 24 V at its rated load', () => {
    const idle = kestrel()
    expect(idle.volts('XF1.h', 'XF1.c')).toBeCloseTo(27, 1)
    const loaded = kestrel({ calling: [1, 2, 3, 4, 5] })
    const { va } = loaded.simulation.windingLoad('XF1', 'core')
    expect(va).toBeGreaterThan(35)
    expect(loaded.volts('XF1.h', 'XF1.c')).toBeGreaterThan(24)
    expect(loaded.volts('XF1.h', 'XF1.c')).toBeLessThan(25)
  })

  it('puts line voltage on its dead primary when its secondary is fed by another', () => {
    const { job } = kestrel()
    // A second transformer stays fed; the first loses its line, and the secondaries are joined, same way round.
    job.parts.XF2 = { kind: 'transformer/control', label: 'Transformer 2', place: 'boiler' }
    const wire = (id: string, from: string, to: string) => {
      const end = (point: string) => ({ part: point.split('.')[0]!, terminal: point.split('.')[1]! })
      job.wires[id] = { from: end(from), to: end(to), colour: 'grey', size: 0.8, length: 1, label: id }
    }
    wire('x1', 'MAINS.l', 'XF2.p1')
    wire('x2', 'MAINS.n', 'XF2.p2')
    wire('x3', 'XF2.h', 'XF1.h')
    wire('x4', 'XF2.c', 'XF1.c')
    const simulation = new Simulation(job, { SS1: { closed: false } })
    simulation.settle()
    expect(volts(simulation)('SS1.in', 'MAINS.n')).toBeCloseTo(120, 0)
    expect(volts(simulation)('XF1.p1', 'XF1.p2')).toBeGreaterThan(90)
  })
})

describe('the solution', () => {
  it('balances power on any wiring, whole or mangled', () => {
    fc.assert(
      fc.property(mangledJob, (made) => {
        const { sum, flow } = powerBalance(settled(made))
        expect(Number.isFinite(sum)).toBe(true)
        expect(sum).toBeLessThan(1e-7 * flow + 1e-7)
      }),
      { numRuns: 60 },
    )
  })

  it('does not depend on the order in which the wires were written down', () => {
    fc.assert(
      fc.property(mangledJob, fc.integer(), (made, seed) => {
        const mixed = Object.entries(made.job.wires).sort(
          ([a], [b]) => ((a.charCodeAt(1) * seed) % 7) - ((b.charCodeAt(1) * seed) % 7),
        )
        const one = settled(made)
        const other = settled({ ...made, job: { ...made.job, wires: Object.fromEntries(mixed) } })
        for (const [a, b] of [
          ['XF1.h', 'XF1.c'],
          ['V1.m1', 'V1.m2'],
          ['B1.t1', 'B1.t2'],
          ['P1.l', 'P1.n'],
        ] as const)
          expect(volts(other)(a, b)).toBeCloseTo(volts(one)(a, b), 6)
      }),
      { numRuns: 40 },
    )
  })

  it('has the same bits after any number of changes as a circuit built afresh', () => {
    const job = wired({ zones: 3 })
    const worked = new Simulation(job)
    for (const n of [1, 3, 2, 1, 3, 1]) {
      worked.set(`TS${n}`, 'calling', worked.stateOf(`TS${n}`).calling !== true)
      worked.settle()
    }
    const fresh = new Circuit(worked.netlist)
    for (const part of worked.netlist.parts.values()) fresh.setState(part, worked.stateOf(part.id))
    fresh.solve()
    for (const [name, node] of worked.netlist.nodeOf) {
      const [ours, theirs] = [worked.circuit.between(node, 0), fresh.between(node, 0)]
      expect([name, ours.re, ours.im]).toEqual([name, theirs.re, theirs.im])
    }
  })

  it('gives a shorted secondary a finite current and almost no volts', () => {
    const { job } = kestrel({ alter: ({ parts }) => void (parts.F1!.figures = { amps: 1000 }) })
    const { wire } = wireAt(job, 'XF1.c')
    job.wires.short = {
      ...wire,
      from: { part: 'XF1', terminal: 'h' },
      to: { part: 'XF1', terminal: 'c' },
      length: 0.1,
      label: 'short',
    }
    const simulation = new Simulation(job)
    const { amps } = simulation.windingLoad('XF1', 'core')
    expect(amps).toBeGreaterThan(8)
    expect(amps).toBeLessThan(20)
    expect(volts(simulation)('XF1.h', 'XF1.c')).toBeLessThan(1)
  })
})
