import { describe, expect, it } from 'vitest'
import { Simulation } from '../motion/simulation.ts'
import { catalogue, kindOf } from '../parts/index.ts'
import { copyOf, wired } from '../testing/benches.ts'
import { line } from '../testing/ways.ts'
import { Circuit } from './circuit.ts'
import { figuresOf, netlistOf, spareEnds } from './netlist.ts'

const job = wired({ zones: 2 })
const netlist = netlistOf(job, catalogue)
const touches = (from: string) =>
  netlist.branches.filter(({ id }) => id.startsWith(`touch:${from}`)).map(({ id }) => id)

describe('a job as a circuit', () => {
  it('has a touch between neighbours of every part that is not all one, and between each conductor and earth', () => {
    for (const [id, { kind }] of Object.entries(job.parts)) {
      const terminals = Object.keys(kindOf({ kind })!.terminals)
      const expected = terminals.slice(1).map((name, i) => `touch:${id}.${terminals[i]}+${id}.${name}`)
      expect(touches(`${id}.`)).toEqual(kindOf({ kind })!.roles.connector ? [] : expected)
    }
    const earthed = netlist.branches.filter(({ id }) => id.endsWith('+earth')).map(({ id }) => id)
    expect(earthed).toEqual(Object.keys(job.wires).map((wire) => `touch:wire:${wire}.from+earth`))
  })

  it('what touches nothing carries nothing; a conductor has the ohms of its copper and a joint at each end', () => {
    const circuit = new Circuit(netlist)
    const lump = (id: string) => circuit.lump(netlist.branchOf.get(id)!)
    expect(lump(touches('V1.')[0]!).open).toBe(true)
    const [id, { length, size }] = Object.entries(job.wires)[0]!
    expect(lump(`wire:${id}`).ohms).toBeCloseTo(length / (58 * size), 6)
    for (const end of ['from', 'to']) expect(lump(`joint:${id}.${end}`).ohms).toBe(0.005)
  })

  it('until it is told how its parts stand, what follows them is open, and all else of them conducts', () => {
    const circuit = new Circuit(netlist)
    for (const { following, branches } of netlist.parts.values())
      for (const branch of branches.values())
        expect([branch.id, circuit.lump(branch).open]).toEqual([branch.id, following.includes(branch)])
  })

  it('keeps apart what the catalogue does not hold, and goes on without it', () => {
    const strange = copyOf(job)
    strange.parts.V2!.kind = 'valve/wings'
    const { unknown, parts, branches } = netlistOf(strange, catalogue)
    expect([...unknown]).toEqual([['V2', 'valve/wings']])
    expect([parts.has('V2'), parts.has('V1')]).toEqual([false, true])
    expect(branches.some(({ part }) => part === 'V2')).toBe(false)
  })

  it('a core that nothing uses can be probed at both its ends, and has the ohms of its cable', () => {
    const spared = copyOf(job)
    const [cable] = Object.keys(spared.cables)
    spared.cables[cable!]!.cores.spare = 'pink'
    const { nodeOf, branches } = netlistOf(spared, catalogue)
    const [near, far] = spareEnds(cable!, 'spare')
    const [a, b] = [nodeOf.get(near)!, nodeOf.get(far)!]
    expect(a).not.toBe(b)
    expect(branches.filter((branch) => branch.a === a && branch.b === b).map(({ form }) => form)).toEqual(['stray'])
    expect(netlist.nodeOf.get(near)).toBeUndefined()
  })
})

describe('other figures', () => {
  it('give the elements of a part other values, and nothing else a new one', () => {
    const bench = new Simulation(job)
    bench.set('TS1', 'calling', true)
    const { circuit } = bench
    const part = circuit.netlist.parts.get('V1')!
    const amps = () => {
      circuit.solve()
      return circuit.flow(part.branches.get('motor')!)
    }
    const usual = amps()
    expect(circuit.setFigures(part, { ...part.figures, va: part.figures.va! * 2 }, bench.stateOf('V1'))).toBe(true)
    expect(amps() / usual).toBeCloseTo(2, 1)
    expect(part.figures.va).toBe(figuresOf(part.kind, undefined).va! * 2)
  })

  it('give a winding its own, and the volts behind it follow', () => {
    const { circuit } = new Simulation(job)
    const part = circuit.netlist.parts.get('XF1')!
    const volts = () => {
      circuit.solve()
      return circuit.volts(part.nodes.get('h')!, part.nodes.get('c')!)
    }
    const usual = volts()
    circuit.setFigures(part, { ...part.figures, openVolts: part.figures.openVolts! * 1.1 }, part.kind.state)
    expect(volts() / usual).toBeCloseTo(1.1, 2)
  })

  it('that would join its terminals in another way are not taken', () => {
    const six = wired({ ...line, scheme: 's9', boiler: 'boiler/switched-live', valve: 'valve/two-port-6' })
    const circuit = new Circuit(netlistOf(six, catalogue))
    const part = circuit.netlist.parts.get('V1')!
    const { changes } = circuit
    const before = { ...part.figures }
    expect(circuit.setFigures(part, { ...before, restJoins: 2 }, part.kind.state)).toBe(false)
    expect([part.figures, circuit.changes]).toEqual([before, changes])
  })
})
