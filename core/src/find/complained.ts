import type { Shown } from './ask.ts'
import type { Evidence } from './evidence.ts'
import type { Finder } from './finder.ts'
import { NOBODY } from './stand.ts'
import type { StandInWall } from './stand-in-wall.ts'

/** What is said when a search begins: the zones it is about, and what is known. */
export interface Complained {
  readonly troubled: readonly string[]
  readonly begins: readonly Evidence[]
}

/** What somebody notices of a wall without a meter. */
type Noticed = Pick<StandInWall, 'job' | 'alwaysHeats' | 'heatsUncalled' | 'runsUncalled'> & {
  shows(...asked: Parameters<StandInWall['shows']>): Shown | undefined
}

/** Zones that are said to heat, at most: the first of them. */
const SAID_TO_HEAT = 2

/** What would be complained of at a wall: zones that stay cold, or heat or run though nobody calls; nothing where nobody would notice. */
export function complainedOf(wall: Noticed, finder: Finder): Complained | undefined {
  const zones = Object.keys(wall.job.zones)
  const cold = zones.filter((zone) => !wall.alwaysHeats(zone))
  const uncalled = wall.heatsUncalled
  const warm = zones.filter((zone) => !cold.includes(zone)).slice(0, SAID_TO_HEAT)
  const begins: Evidence[] = [
    ...cold.map((zone) => ({ is: 'room' as const, zone, heats: false })),
    ...warm.map((zone) => ({ is: 'room' as const, zone, heats: true })),
    ...uncalled.map((zone) => ({ is: 'room' as const, zone, heats: true, calls: [] })),
  ]
  if (cold.length > 0 || uncalled.length > 0) return { troubled: [...cold, ...uncalled], begins }
  if (!wall.runsUncalled) return undefined
  const ran = finder.asks.filter((ask) => ask.ask === 'runs' && wall.shows(ask, NOBODY) === 'yes')
  const heard = ran.map((ask) => ({ is: 'shown' as const, ask: ask.id, stand: NOBODY, shown: 'yes' }))
  return { troubled: zones.slice(0, 1), begins: [...begins, ...heard] }
}
