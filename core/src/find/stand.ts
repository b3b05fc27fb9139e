import type { InstalledPart } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { asking } from '../load/all-calling.ts'
import { put } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import { isIsolator } from '../prove/prove-bench.ts'
import type { Stand as EntryStand } from '../record/stand.ts'

/** Who calls, everything else at rest and waited for; or the whole plant isolated, locked off and proven dead. */
export interface Stand {
  readonly calls: readonly string[]
  readonly power: boolean
}

export const calling = (...calls: readonly string[]): Stand => ({ calls, power: true })
export const NOBODY: Stand = calling()
export const DEAD: Stand = { calls: [], power: false }

/** The same for the same stand, whatever the order of who calls. */
export const standKey = ({ calls, power }: Stand): string => (power ? [...calls].sort().join(' ') : 'dead')

/**
 * The stand as an entry carries it.
 * @param lifted the terminal whose leads were off
 */
export const stampOf = (job: Job, { calls, power }: Stand, lifted?: string): EntryStand => ({
  calls: Object.fromEntries(Object.keys(job.zones).map((zone) => [zone, { on: calls.includes(zone) }])),
  ...(power ? {} : { power: { on: false } }),
  ...(lifted === undefined ? {} : { lifted: [lifted] }),
})

/** Brings a bench that is at rest and on power into a stand, and waits until it is at rest again. */
export function bring(bench: Simulation, job: Job, { calls, power }: Stand) {
  if (power) bench.setTogether(asking(job, [...calls], true))
  else for (const part of bench.netlist.parts.values()) if (opensByHand(part)) put(bench, part, 'closed', false)
  bench.settle()
}

/** A switch or a breaker: what stands open, locked, while the plant is dead. */
const opensByHand = (part: InstalledPart): boolean =>
  isIsolator(part) || (part.kind.class === 'protection' && part.kind.roles.closed !== undefined)

/** The most zones of a complaint that are called one by one: what is wrong with many at once shows at the first. */
const MOST_CALLED = 2

/**
 * The stands that a complaint makes worth while: the zones it is about, each alone; one that heats; nobody; all dead.
 * @param troubled zones that stay cold, or heat without a call
 */
export function standsFor(job: Job, troubled: readonly string[]): Stand[] {
  const sound = zonesInOrder(job).find(({ id }) => !troubled.includes(id))
  return [
    ...troubled.slice(0, MOST_CALLED).map((zone) => calling(zone)),
    ...(sound ? [calling(sound.id)] : []),
    NOBODY,
    DEAD,
  ]
}

/** One ask in one stand. */
export const keyOfAsk = (id: string, stand: Stand): string => `${id} @ ${standKey(stand)}`
