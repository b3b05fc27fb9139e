import { feedsOf } from '../feeds/feeds.ts'
import { Metal } from '../feeds/metal.ts'
import type { Job } from '../job/schema.ts'
import type { Simulation } from '../motion/simulation.ts'
import type { CircuitClass } from '../parts/kind.ts'

/** How a wire stands: which circuit it belongs to, its volts over that circuit's return, and what flows in it. */
export interface WireLight {
  readonly circuit: CircuitClass | 'none'
  readonly volts: number
  readonly amps: number
  readonly lit: boolean
  readonly flowing: boolean
}

/** A conductor is lit from this share of its source's healthy volts. */
export const LIT = 0.2
/** A loop carries current from here on, amps; stray paths carry millionths. */
export const FLOWS = 1e-3

/** The light of every wire of a job at this moment. A wire joined to no source is of no circuit and never lit. */
export function litWires(simulation: Simulation, job: Job): Record<string, WireLight> {
  const { circuit, netlist } = simulation
  circuit.solve()
  const metal = new Metal(netlist)
  const feeds = feedsOf(netlist, job)
  const found: Record<string, WireLight> = {}
  for (const branch of netlist.branches) {
    if (branch.form !== 'wire') continue
    const wire = job.wires[branch.wire!]!
    const amps = circuit.flow(branch)
    const flowing = amps >= FLOWS
    const lands = [wire.from, wire.to].map(
      ({ part, terminal }) => netlist.parts.get(part)?.kind.terminals[terminal]?.circuit,
    )
    const earth = lands.includes('earth')
    // Signals share their common with the supply; a conductor on a signal terminal carries the signal.
    const signal = lands.includes('signal')
    const feed = feeds.find(
      ({ hotNode, backNode, circuit }) =>
        (circuit === 'signal') === signal && (metal.joined(branch.a, hotNode) || metal.joined(branch.a, backNode)),
    )
    const volts = feed ? Math.max(...[branch.a, branch.b].map((node) => circuit.level(node, feed.backNode))) : 0
    const lit = feed !== undefined && ((flowing && feed.circuit === 'call') || volts >= LIT * feed.volts)
    found[branch.wire!] = {
      circuit: earth ? 'earth' : (feed?.circuit ?? 'none'),
      volts,
      amps,
      lit: lit && !earth,
      flowing,
    }
  }
  return found
}
