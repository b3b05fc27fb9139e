import type { Job } from '../job/schema.ts'
import { type atWorst, budgetsOf } from '../load/budget.ts'
import { litWires } from '../loops/lit.ts'
import { loopsOf } from '../loops/loops.ts'
import { type Chain, offBecause } from '../loops/off-because.ts'
import { verdictOf } from '../loops/verdict.ts'
import type { Simulation } from '../motion/simulation.ts'
import type { State } from '../parts/kind.ts'

/** Everything a screen shows of a circuit at one moment, as plain values. */
export function snapshotOf(simulation: Simulation, job: Job, all: ReturnType<typeof atWorst>) {
  const loops = loopsOf(simulation, job)
  const states: Record<string, { says: string; state: State }> = {}
  for (const { id, kind, figures } of simulation.netlist.parts.values()) {
    const state = simulation.stateOf(id)
    states[id] = { says: kind.says(figures, state), state: { ...state } }
  }
  const verdict = verdictOf(simulation, job, loops)
  const chains: Record<string, Chain> = {}
  for (const [i, { zone }] of loops.zones.entries())
    chains[zone] = offBecause(simulation, job, loops, i, verdict.zones[i]!)
  return {
    now: simulation.now,
    moving: simulation.moving,
    loops,
    verdict,
    chains,
    states,
    wires: litWires(simulation, job),
    budgets: budgetsOf(simulation, all),
  }
}
