import type { Job } from '../job/schema.ts'
import { valvesOf, zonesInOrder } from '../job/zones.ts'
import type { Step } from './step.ts'

/**
 * The zones that stay cold as a failed step shows: those whose valve should stand open and does not; where pump, boiler, burner
 * or a reading is what fell short, every zone that calls. None where something runs or stands open that should not: that is no
 * cold room, and the search for one would be led astray.
 *
 * @example coldAfter(job, alone, ['open:V2']) // ['signal']
 */
export function coldAfter(job: Job, { calls, expects, reads }: Step, misses: readonly string[]): string[] {
  const lacking = expects.filter(({ id, so }) => so && misses.includes(id))
  const shut = new Set(lacking.flatMap(({ looks, part }) => (looks === 'open' ? [part] : [])))
  const all =
    lacking.some(({ looks }) => looks !== 'open') || (calls.length > 0 && reads.some(({ id }) => misses.includes(id)))
  return zonesInOrder(job).flatMap((zone) =>
    calls.includes(zone.id) && (all || valvesOf(zone).some((valve) => shut.has(valve))) ? [zone.id] : [],
  )
}
