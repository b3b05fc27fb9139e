import type { Job } from '../job/schema.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { keeps, ProveBench } from './prove-bench.ts'
import type { Miss, Script } from './step.ts'

/**
 * Brings a plant through a script and tells what goes otherwise, in its order.
 * @param wrong what is wrong with the plant
 * @param most stops after so many misses
 */
export function triedBy(
  { steps }: Pick<Script, 'steps'>,
  job: Job,
  wrong: readonly Supposition[] = [],
  most = 1e9,
): Miss[] {
  const bench = new ProveBench(job, wrong)
  const misses: Miss[] = []
  for (const step of steps) {
    bench.bring(step)
    for (const one of step.expects)
      if (bench.shows(one) !== one.so) misses.push({ step: step.id, id: one.id, says: `not so: ${one.says}` })
    for (const one of step.reads) {
      const value = bench.reads(one)
      if (value === undefined || !keeps(one, value))
        misses.push({
          step: step.id,
          id: one.id,
          says: `${one.says}: ${value === undefined ? 'no such terminal' : value === null ? 'OL' : value.toFixed(1)}`,
        })
    }
    if (misses.length >= most) break
  }
  return misses
}
