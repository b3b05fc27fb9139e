import type { Job, PumpIntent } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { kindOf } from '../parts/index.ts'

/** What a job is meant to do, complete: the document's own words over what scheme and zones say by themselves. */
export interface Intent {
  readonly pumps: ReadonlyMap<string, PumpIntent>
  /** While this zone heats no other does. */
  readonly first?: string
  /** The longest a pump may run against shut valves, seconds. */
  readonly deadEnd: number
}

const DEAD_END = 60

/** A pump serves the zones that own it; one that nobody owns serves them all. */
export function intentOf(job: Job): Intent {
  const zones = zonesInOrder(job)
  const pumps = new Map<string, PumpIntent>()
  for (const [id, part] of Object.entries(job.parts)) {
    if (kindOf(part)?.class !== 'pump') continue
    const own = job.intent?.pumps[id]
    const owners = zones.filter(({ pump }) => pump === id).map((zone) => zone.id)
    pumps.set(id, own ?? (owners.length > 0 ? { zones: owners } : { zones: zones.map((zone) => zone.id) }))
  }
  // Where heating zones own the system pump too, hot water keeps it off: each alone.
  const hot = zones.find(({ hotWater }) => hotWater)
  const system = zones.find(({ hotWater, pump }) => !hotWater && pump)?.pump
  const serves = system ? pumps.get(system) : undefined
  if (hot?.pump && system && serves && hot.pump !== system && !job.intent?.pumps[system] && isEachAlone(job))
    pumps.set(system, { zones: serves.zones, unless: [hot.id] })
  const first = priorityZone(job)
  return { pumps, ...(first ? { first } : {}), deadEnd: job.intent?.deadEnd ?? DEAD_END }
}

const isEachAlone = (job: Job) => job.scheme?.id === 's5c'

/** The zone whose call makes every other wait: hot water on a panel with priority. */
function priorityZone(job: Job): string | undefined {
  const priority = Object.values(job.parts).some((part) => (part.figures?.priority ?? 0) > 0)
  return priority ? zonesInOrder(job).find(({ hotWater }) => hotWater)?.id : undefined
}

/** The zones that should heat while these ask. */
export function heating(intent: Intent, asking: ReadonlySet<string>): ReadonlySet<string> {
  return intent.first && asking.has(intent.first) ? new Set([intent.first]) : asking
}

/** Should a pump run while these zones heat? */
export function servesNow({ pumps }: Intent, pump: string, heat: ReadonlySet<string>): boolean {
  const meant = pumps.get(pump)
  if (!meant || meant.unless?.some((zone) => heat.has(zone))) return false
  return meant.zones.some((zone) => heat.has(zone))
}
