import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { Ask } from './ask.ts'
import type { Evidence } from './evidence.ts'
import type { Finder } from './finder.ts'
import type { Where } from './minutes.ts'
import { keyOfAsk, type Stand, standsFor } from './stand.ts'
import { whereThen } from './where.ts'

/** An ask in a stand. */
export interface Turn {
  readonly ask: Ask
  readonly stand: Stand
}

/**
 * The order a good technician learns: lamps and switches first; the transformer; then for each zone that is complained of the
 * thermostat, the motor, its lever and its switch, and the splices in order; the call pair at the boiler; the boiler's chain
 * contact by contact; then everything else.
 */
export function fixedOrder(finder: Finder, job: Job, troubled: readonly string[]): Turn[] {
  const classOf = (ask: Ask) => kindOf(job.parts[(ask.part ?? ask.from ?? '').split('.')[0]!])?.class
  const own = new Set(
    troubled.flatMap((zone) => {
      const { valve, thermostat } = job.zones[zone] ?? {}
      return [valve, thermostat].filter((part): part is string => part !== undefined)
    }),
  )
  const isOwn = (ask: Ask) => own.has((ask.part ?? ask.from ?? '').split('.')[0]!) || troubled.includes(ask.zone ?? '')
  const stages: ((ask: Ask) => boolean)[] = [
    ({ ask }) => ['position', 'display', 'runs', 'flame'].includes(ask),
    (ask) => ask.ask === 'volts' && !ask.line && ['transformer', 'panel', 'protection'].includes(classOf(ask) ?? ''),
    (ask) => ask.ask === 'volts' && !ask.line && isOwn(ask) && classOf(ask) === 'thermostat',
    (ask) => ask.ask === 'volts' && !ask.line && isOwn(ask) && classOf(ask) === 'valve',
    (ask) => ['lever', 'pipe'].includes(ask.ask) && isOwn(ask),
    (ask) => ['ohms', 'alone', 'stem'].includes(ask.ask) && isOwn(ask),
    (ask) => ask.ask === 'joint' && isOwn(ask),
    (ask) => ask.ask === 'joint' && classOf(ask) === 'joint' && !ask.line,
    (ask) => ask.ask === 'volts' && classOf(ask) === 'boiler',
    (ask) => ['ohms', 'joint'].includes(ask.ask) && !isOwn(ask),
    (ask) => ask.ask === 'volts',
    () => true,
  ]
  const rank = (ask: Ask) => stages.findIndex((is) => is(ask))
  return standsFor(job, troubled)
    .flatMap((stand): Turn[] => finder.inStand(stand, troubled).map((ask) => ({ ask, stand })))
    .sort((a, b) => rank(a.ask) - rank(b.ask))
}

/** Minutes of the asks so far, and those after which the fixed order has dealt with the same asks. */
export interface Compared {
  readonly minutes: number
  readonly fixed: number
}

/** What was asked, beside the fixed order: what that never asks is left out of it. */
export function comparedWithFixed(finder: Finder, order: readonly Turn[], evidence: readonly Evidence[]): Compared {
  const asked = evidence.flatMap((one): Turn[] => {
    const ask = one.is === 'shown' ? finder.asks.find(({ id }) => id === one.ask) : undefined
    return ask && one.is === 'shown' ? [{ ask, stand: one.stand }] : []
  })
  const keys = new Set(asked.map(({ ask, stand }) => keyOfAsk(ask.id, stand)))
  const last = order.findLastIndex(({ ask, stand }) => keys.has(keyOfAsk(ask.id, stand)))
  return { minutes: minutesOf(finder, asked), fixed: minutesOf(finder, order.slice(0, last + 1)) }
}

/** Minutes of turns one after the other, walks, waits and switching off between them included. */
function minutesOf(finder: Finder, turns: readonly Turn[]): number {
  let where: Where = {}
  let sum = 0
  for (const turn of turns) {
    sum += finder.minutesTo(turn.ask, turn.stand, where)
    where = whereThen(turn, where)
  }
  return sum
}
