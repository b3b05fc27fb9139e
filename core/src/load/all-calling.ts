import type { Job } from '../job/schema.ts'
import { unaltered } from '../motion/alterations.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'

/**
 * The sound wiring of a job with every zone calling, settled: what the loads would draw. No fuse lets go and nothing burns
 * meanwhile, so that an overload is found before it is run.
 */
export function allCalling(job: Job): Simulation {
  const cold = Object.entries(job.parts).flatMap(([id, part]) => {
    const heats = kindOf(part)?.motion?.heats
    return heats ? [[id, Object.fromEntries(heats.map((heat) => [heat, 0]))] as const] : []
  })
  const simulation = new Simulation(job, {}, { alterations: { ...unaltered, pins: Object.fromEntries(cold) } })
  for (const zone of Object.keys(job.zones)) ask(simulation, job, zone, true)
  simulation.settle()
  return simulation
}
