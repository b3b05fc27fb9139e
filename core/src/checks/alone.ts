import type { Job } from '../job/schema.ts'
import { allCalling } from '../load/all-calling.ts'
import { fullCalls } from '../load/full-calls.ts'
import type { Start } from '../load/start.ts'
import { ask } from '../motion/asking.ts'
import { is } from '../motion/plays.ts'
import { Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'

/** How the plant stands with some zones calling, settled. */
export interface Standing {
  readonly open: ReadonlySet<string>
  readonly pumps: ReadonlySet<string>
  readonly told: boolean
}

export interface Alone {
  readonly none: Standing
  readonly zones: ReadonlyMap<string, Standing>
  /** Everything calling, still on the bench, whatever should have let go; and without the zone that makes the others wait. */
  readonly full: readonly { readonly zones: readonly string[]; readonly bench: Simulation; readonly start: Start }[]
}

export function standingOf(simulation: Simulation): Standing {
  const open = new Set<string>()
  const pumps = new Set<string>()
  let told = false
  for (const part of simulation.netlist.parts.values()) {
    const { id, kind } = part
    const state = simulation.stateOf(id)
    if (kind.class === 'valve' && openingOf(part, state) > 0.5) open.add(id)
    if (kind.class === 'pump' && is(simulation, part, 'running')) pumps.add(id)
    if (is(simulation, part, 'told')) told = true
  }
  return { open, pumps, told }
}

/** Calls each zone alone, then all of them. */
export function calledAlone(job: Job): Alone {
  const simulation = new Simulation(job)
  simulation.settle()
  const none = standingOf(simulation)
  const zones = new Map<string, Standing>()
  for (const zone of Object.keys(job.zones)) {
    ask(simulation, job, zone, true)
    simulation.settle()
    zones.set(zone, standingOf(simulation))
    ask(simulation, job, zone, false)
    simulation.settle()
  }
  const full = fullCalls(job).map((call) => ({ zones: call.zones, ...allCalling(job, call.zones) }))
  return { none, zones, full }
}
