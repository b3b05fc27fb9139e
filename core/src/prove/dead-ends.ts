import type { Job } from '../job/schema.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import type { Intent } from './intent.ts'

/** Seconds between two looks, and the longest a zone is watched after its call and after its end. */
const STEP = 1
const LONGEST = 900
/** From here on water gets through. */
const LETS_BY = 0.05

/**
 * How long each pump pushes against shut valves while one zone opens and shuts, seconds. A boiler's own over-run is not
 * counted: it is meant, and wants a bypass.
 */
export function deadEnds(job: Job, zone: string, intent: Intent): { pump: string; zone: string; seconds: number }[] {
  const simulation = new Simulation(job)
  const pumps = [...simulation.netlist.parts.values()].filter(({ kind }) => kind.class === 'pump')
  if (pumps.length === 0) return []
  const valves = [...simulation.netlist.parts.values()].filter(({ kind }) => kind.class === 'valve')
  const seconds = new Map<string, number>()
  const served = new Map(
    pumps.map(({ id }) => {
      const own = new Set((intent.pumps.get(id)?.zones ?? []).map((one) => job.zones[one]?.valve))
      return [id, valves.filter((valve) => own.has(valve.id))]
    }),
  )
  const watch = () => {
    for (let at = 0; at < LONGEST; at += STEP) {
      const runsOn = [...simulation.netlist.parts.values()].some(
        ({ id, kind }) =>
          kind.class === 'boiler' &&
          Number(simulation.stateOf(id).runOn ?? 0) > 0 &&
          simulation.stateOf(id).called !== true,
      )
      for (const { id, kind } of pumps) {
        if (simulation.stateOf(id)[kind.roles?.running ?? ''] !== true || runsOn) continue
        const ways = served.get(id) ?? []
        if (ways.length === 0) continue
        if (ways.some((valve) => openingOf(valve, simulation.stateOf(valve.id)) > LETS_BY)) continue
        seconds.set(id, (seconds.get(id) ?? 0) + STEP)
      }
      if (!simulation.moving) {
        // At rest a pump that still pushes will push for good.
        for (const [id, count] of seconds) {
          const part = simulation.netlist.parts.get(id)!
          const still =
            simulation.stateOf(id)[part.kind.roles?.running ?? ''] === true &&
            !(served.get(id) ?? []).some((valve) => openingOf(valve, simulation.stateOf(valve.id)) > LETS_BY)
          if (still) seconds.set(id, count + LONGEST)
        }
        return
      }
      simulation.runTo(simulation.now + STEP)
    }
  }
  simulation.settle()
  ask(simulation, job, zone, true)
  watch()
  ask(simulation, job, zone, false)
  watch()
  return [...seconds].map(([pump, count]) => ({ pump, zone, seconds: count }))
}
