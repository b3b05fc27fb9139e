import { heating, type Intent, servesNow } from '../intent/intent.ts'
import type { Job } from '../job/schema.ts'
import { labelOf } from '../words/words.ts'
import type { ProvenPlant } from './plant.ts'
import type { Bringing, Expectation } from './step.ts'

/** What is seen at every step: each valve, pump and boiler as the intent has it. */
export function expectationsOf(
  job: Job,
  { parts, valves, pumps, boilers, burners }: ProvenPlant,
  intent: Intent,
  { calls, opened, warm = [], limited = [], cool = [], signals = {}, runsOn = [] }: Bringing,
): Expectation[] {
  const dead = opened.length > 0
  const asking = new Set(calls.filter((zone) => !warm.includes(zone)))
  const heat = dead ? new Set<string>() : heating(intent, asking)
  const found: Expectation[] = []
  const add = (looks: Expectation['looks'], part: string, so: boolean, [yes, no]: readonly [string, string]) =>
    found.push({ id: `${looks}:${part}`, part, looks, so, says: `${labelOf(job, part)} ${so ? yes : no}` })
  // While the boiler runs on the valves are on their way: they are looked at once all is at rest.
  if (runsOn.length > 0) {
    for (const id of runsOn)
      if (parts.get(id)?.kind.class === 'pump') add('runs', id, true, ['still runs', 'stands'])
      else add('runsOn', id, true, ['runs on', 'does not run on'])
    for (const id of boilers) add('called', id, false, ['called', 'not called'])
    for (const id of burners) add('burns', id, false, ['burns', 'dark'])
    return found
  }
  // Without power some stand where they were.
  for (const { id, stays, zone } of valves)
    if (signals[zone ?? ''] !== undefined) add('half', id, true, ['half open', 'not half open'])
    else if (!(dead && stays)) add('open', id, zone !== undefined && heat.has(zone), ['open', 'shut'])
  const atLimit = limited.length > 0
  if (!atLimit) {
    for (const id of pumps) add('runs', id, !dead && servesNow(intent, id, heat), ['runs', 'stands'])
    for (const id of boilers) add('called', id, heat.size > 0, ['called', 'not called'])
  }
  const keepsWarm = cool.length > 0 && !dead
  for (const id of burners) add('burns', id, (heat.size > 0 || keepsWarm) && !atLimit, ['burns', 'dark'])
  return found
}
