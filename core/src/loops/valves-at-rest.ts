import type { Job } from '../job/schema.ts'
import { valvesOf } from '../job/zones.ts'
import type { Simulation } from '../motion/simulation.ts'
import { isThreePort } from '../parts/three-port.ts'
import { labelOf } from '../words/words.ts'

/**
 * How the valves of the zones stand while nobody calls and none of them lets water by: shut; a valve that turns water from one
 * outlet to another never is, and is told with where it stands.
 *
 * @example valvesAtRest(simulation, job) // 'every valve shut', 'Valve 1 at rest (hot water)'
 */
export function valvesAtRest(simulation: Simulation, job: Job): string {
  const own = new Set(Object.values(job.zones).flatMap(valvesOf))
  const valves = [...simulation.netlist.parts.values()].filter(({ id }) => own.has(id))
  const turns = valves.filter(({ kind }) => isThreePort(kind))
  const stand = turns.map(
    ({ id, kind, figures }) => `${labelOf(job, id)} at rest (${kind.says(figures, simulation.stateOf(id))})`,
  )
  if (turns.length === 0) return 'every valve shut'
  return [...(turns.length < valves.length ? ['every other valve shut'] : []), ...stand].join(', ')
}
