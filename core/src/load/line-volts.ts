import type { Job } from '../job/schema.ts'
import { Simulation } from '../motion/simulation.ts'
import { Poles } from '../poles/poles.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { asking, coldWith } from './all-calling.ts'
import { callsTried } from './full-calls.ts'

/** Volts at a load on the line while it runs, the least of all cases, beside those at the supply. */
export interface LineDevice {
  readonly part: string
  readonly volts: number
  /** Share of the supply's volts that its run, there and back, takes. */
  readonly lost: number
  /** Zones that call then. */
  readonly zones: readonly string[]
}

/**
 * The volts that motors, pumps and boilers get on the line, each zone alone and all together run: what long thin runs take.
 * @param wrong what is known to be wrong with the plant
 * @returns the one that loses most first
 */
export function lineVolts(job: Job, wrong: readonly Supposition[] = []): LineDevice[] {
  const bench = new Simulation(job, {}, { alterations: coldWith(job, wrong) })
  const { netlist, circuit } = bench
  const { metal, line } = new Poles(netlist, job)
  if (!line) return []
  const hangs = (node: number) => metal.joined(node, line.hotNode) || metal.joined(node, line.backNode)
  const loads = netlist.branches.filter(
    ({ form, part, a, b }) => form === 'load' && part !== undefined && hangs(a) && hangs(b),
  )
  bench.settle()
  const worst = new Map<string, LineDevice>()
  for (const calling of callsTried(job)) {
    const mark = bench.mark()
    bench.setTogether(asking(job, calling, true))
    bench.settle()
    circuit.solve()
    const supply = circuit.volts(line.hotNode, line.backNode)
    for (const { part, a, b } of loads) {
      const volts = circuit.volts(a, b)
      // What is off, or fed only through another load, loses nothing on its run.
      if (volts < supply / 2 || volts >= (worst.get(part!)?.volts ?? Infinity)) continue
      worst.set(part!, { part: part!, volts, lost: 1 - volts / supply, zones: calling })
    }
    bench.back(mark)
  }
  return [...worst.values()].sort((a, b) => b.lost - a.lost)
}
