import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { Ask } from './ask.ts'
import type { Stand } from './stand.ts'
import { standKey } from './stand.ts'

/** Minutes a technician needs, by what is done; usual figures, shown beside each proposal. */
export const MINUTES = {
  /** A reading at a panel, a boiler, a transformer; at a valve; at a thermostat, its cover off; at a splice to uncap. */
  reading: { near: 0.5, valve: 1.5, thermostat: 2, splice: 2.5 },
  /** A clamp round one core among others, touching none. */
  clamp: 0.8,
  /** A reading on live line voltage. */
  liveLine: 3,
  /** What ohms take beyond volts, and a tug at every conductor beyond a reading. */
  ohms: 0.3,
  tug: 1,
  /** To lift what is landed on a terminal and land it again; to try a conductor by itself, both its ends lifted. */
  lift: 3,
  core: 4,
  /** A stick held beside a conductor. */
  stick: 0.5,
  /** To see whether something runs; to feel a lever; a pipe, with the wait for water; a stem, with the head off and on again. */
  look: 0.3,
  lever: 1,
  pipe: 3,
  stem: 6,
  /** To somewhere else, and to let another zone call. */
  walk: 3,
  call: 1,
  /** To isolate and prove dead what is at low voltage; with lock and tester what is on the line; to bring the power back, and wait. */
  off: 1,
  lockOff: 5,
  on: 2,
} as const

/** What was done before, as far as it decides what the next thing costs. */
export interface Where {
  /** Where the technician stands; nowhere yet where it is left out. */
  readonly place?: string | undefined
  readonly stand?: Stand | undefined
  /** Is it locked off and proven on the line too? */
  readonly locked?: boolean
}

/**
 * Minutes to come to an ask in its stand from where one is, and to do it.
 * @param waits seconds until the plant is at rest in that stand
 */
export function minutesTo(ask: Ask, stand: Stand, where: Where, waits = 0): number {
  const { place, stand: now, locked = false } = where
  const walk = place === undefined || place === ask.place ? 0 : MINUTES.walk
  return ask.minutes + walk + changeTo(ask, stand, now, locked) + waitTo(stand, where, waits) / 60
}

/** Seconds to wait for a stand from where one is: none in the stand one is in, nor with the plant dead. */
export const waitTo = (stand: Stand, { stand: now }: Where, waits: number): number =>
  !stand.power || (now && standKey(now) === standKey(stand)) ? 0 : waits

function changeTo(ask: Ask, stand: Stand, now: Stand | undefined, locked: boolean): number {
  if (!stand.power) {
    if (ask.line) return locked ? 0 : MINUTES.lockOff
    return now?.power === false ? 0 : MINUTES.off
  }
  if (now?.power === false) return MINUTES.on + (stand.calls.length > 0 ? MINUTES.call : 0)
  return now && standKey(now) === standKey(stand) ? 0 : MINUTES.call
}

/** Minutes to put a piece of a part right; a wrong one costs them again, its price, and another closing check. */
const pieces: readonly { readonly form: RegExp; readonly minutes: number; readonly price: number }[] = [
  { form: /^(setting|switch|battery|override|link|lever)$/, minutes: 2, price: 1 },
  { form: /^(head|motor)$/, minutes: 20, price: 30 },
  { form: /^head seat$/, minutes: 5, price: 0 },
  { form: /^body$/, minutes: 60, price: 30 },
  { form: /./, minutes: 20, price: 40 },
]
/** A joint made anew, or a core exchanged for a spare one; leads landed again. */
const JOINT = { minutes: 6, price: 1 } as const
const LEADS = { minutes: 5, price: 0 } as const

function repairOf(job: Pick<Job, 'parts'>, unit: string) {
  const [id = '', piece] = unit.split('/')
  const own = job.parts[id]
  if (!own || kindOf(own)?.class === 'joint') return JOINT
  return piece === undefined ? LEADS : pieces.find(({ form }) => form.test(piece))!
}

export const repairMinutes = (job: Pick<Job, 'parts'>, unit: string): number => repairOf(job, unit).minutes
/** Minutes that a repair costs that was the wrong one, its price counted as time. */
export const wrongRepair = (job: Pick<Job, 'parts'>, unit: string): number => {
  const { minutes, price } = repairOf(job, unit)
  return minutes + price + CLOSING
}

/** A closing check that fails. */
const CLOSING = 5

/** Minutes for a reading at a part. */
export function readingMinutes(job: Job, part: string): number {
  const { reading } = MINUTES
  const of = kindOf(job.parts[part])?.class
  if (of === 'valve') return reading.valve
  if (of === 'thermostat') return reading.thermostat
  return of === 'joint' ? reading.splice : reading.near
}
