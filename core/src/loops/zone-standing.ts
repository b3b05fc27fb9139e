import type { Job } from '../job/schema.ts'
import type { Simulation } from '../motion/simulation.ts'
import { followingValve } from './following-valve.ts'
import type { ZoneLoops } from './loops.ts'
import { ownValve } from './own-valve.ts'
import { restingSide } from './resting-side.ts'
import type { ZoneStanding } from './zone-state.ts'

/** How a zone stands, by what it has: a valve of its own, one that follows a signal, or the resting side of a diverter. */
export function zoneStanding(simulation: Simulation, job: Job, loops: ZoneLoops): ZoneStanding {
  const { thermostat: by, valve: of, valveKind } = job.zones[loops.zone]!
  const blank = { zone: loops.zone, calling: false, opening: 0, moving: false, proven: false, says: 'not wired' }
  const thermostat = by ? simulation.netlist.parts.get(by) : undefined
  const valve = of ? simulation.netlist.parts.get(of) : undefined
  if (!thermostat) return blank
  if (!valve) return valveKind === '' ? restingSide(simulation, loops, thermostat) : blank
  return valve.kind.roles?.listens
    ? followingValve(simulation, job, loops, thermostat, valve)
    : ownValve(simulation, job, loops, thermostat, valve)
}
