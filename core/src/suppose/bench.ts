import type { Job } from '../job/schema.ts'
import { type Beginning, type Settings, Simulation } from '../motion/simulation.ts'
import { alterationsOf, reshaped } from './index.ts'
import type { Supposition } from './supposition.ts'

/**
 * A circuit on the bench with these things wrong with it.
 *
 * @example
 * const bench = benchWith(job, [{ id: 'wire:w21/open' }, { id: 'wire:w7.to/ohms', value: 80 }])
 */
export function benchWith(
  job: Job,
  suppositions: readonly Supposition[],
  settings: Settings = {},
  { unheard }: Pick<Beginning, 'unheard'> = {},
): Simulation {
  const shaped = reshaped(job, suppositions)
  return new Simulation(shaped, settings, { alterations: alterationsOf(shaped, suppositions), unheard })
}

/** Lets a bench run on while what comes and goes comes and goes. @param until seconds on its clock */
export function runWith(bench: Simulation, job: Job, suppositions: readonly Supposition[], until: number) {
  while (bench.now < until) {
    bench.alter(alterationsOf(job, suppositions, bench.now))
    bench.runTo(Math.min(until, nextEdge(suppositions, bench.now)))
  }
  bench.alter(alterationsOf(job, suppositions, bench.now))
}

/** The next second at which one of them comes or goes. */
function nextEdge(suppositions: readonly Supposition[], now: number): number {
  let soonest = Number.POSITIVE_INFINITY
  for (const { pattern } of suppositions) {
    if (!pattern) continue
    const round = pattern.reduce((sum, length) => sum + length, 0)
    let edge = Math.floor(now / round) * round
    for (let i = 0; edge <= now + 1e-9; i = (i + 1) % pattern.length) edge += pattern[i]!
    soonest = Math.min(soonest, edge)
  }
  return soonest
}
