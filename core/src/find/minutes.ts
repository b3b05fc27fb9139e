import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'

/** Minutes a technician needs, by what is done; usual figures, shown beside each proposal. */
export const MINUTES = {
  /** A reading at a panel, a boiler, a transformer; at a valve; at a thermostat, its cover off; at a splice to uncap. */
  reading: { near: 0.5, valve: 1.5, thermostat: 2, splice: 2.5 },
  /** To see whether something runs; to feel a lever. */
  look: 0.3,
  lever: 1,
  /** To somewhere else, and to let another zone call. */
  walk: 3,
  call: 1,
} as const

/** Minutes to put a unit right, and what a wrong one costs again. */
const repairs: readonly { readonly form: RegExp; readonly minutes: number }[] = [
  { form: /\/(setting|switch|battery)$/, minutes: 2 },
  { form: /\/(head|motor)$/, minutes: 20 },
  { form: /\/body$/, minutes: 60 },
  { form: /^(S\d+|C\d+|w\d+|wire:)/, minutes: 8 },
]
export const repairMinutes = (unit: string): number => repairs.find(({ form }) => form.test(unit))?.minutes ?? 20

/** Minutes for a reading at a part. */
export function readingMinutes(job: Job, part: string): number {
  const { reading } = MINUTES
  const of = kindOf(job.parts[part] ?? { kind: '' })?.class
  if (of === 'valve') return reading.valve
  if (of === 'thermostat') return reading.thermostat
  return of === 'joint' ? reading.splice : reading.near
}
