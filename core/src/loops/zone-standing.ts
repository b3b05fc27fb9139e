import type { Job } from '../job/schema.ts'
import type { Simulation } from '../motion/simulation.ts'
import { followingValve } from './following-valve.ts'
import type { Loops, ZoneLoops } from './loops.ts'
import { ownValve } from './own-valve.ts'
import { restingSide } from './resting-side.ts'
import type { ZoneStanding } from './zone-state.ts'

/**
 * How a zone stands, by what it has: a valve of its own, one that follows a signal, or the resting side of a diverter.
 * @param all the loops of the whole job, for what the zone shares with others
 */
export function zoneStanding(simulation: Simulation, job: Job, loops: ZoneLoops, all: Loops): ZoneStanding {
  const { thermostat: by, valve: of, valveKind } = job.zones[loops.zone]!
  const blank = { zone: loops.zone, calling: false, opening: 0, moving: false, proven: false, says: 'not wired' }
  const thermostat = by ? simulation.netlist.parts.get(by) : undefined
  const valve = of ? simulation.netlist.parts.get(of) : undefined
  if (!thermostat) return blank
  if (!valve) return valveKind === '' ? restingSide(simulation, loops, thermostat) : blank
  if (valve.kind.roles.listens) return followingValve(simulation, job, loops, all, thermostat, valve)
  const first = ownValve(simulation, job, loops, all, thermostat, valve)
  const further = (loops.also ?? []).flatMap((strip) => {
    const head = simulation.netlist.parts.get(strip.subject.part)
    return head ? [ownValve(simulation, job, { ...loops, valve: strip }, all, thermostat, head)] : []
  })
  return further.reduce(together, first)
}

/** Two valves of one zone as one standing: the one in trouble speaks, then the one that has the furthest to go. */
function together(one: ZoneStanding, other: ZoneStanding): ZoneStanding {
  const slower = one.calling ? other.opening < one.opening : other.opening > one.opening
  const speaks = one.trouble ? one : other.trouble || slower ? other : one
  return {
    ...speaks,
    opening: one.calling ? Math.min(one.opening, other.opening) : Math.max(one.opening, other.opening),
    moving: one.moving || other.moving,
    proven: one.proven && other.proven,
    ...(one.assumed || other.assumed ? { assumed: true } : {}),
  }
}
