import type { Job } from '../job/schema.ts'
import { type Alterations, together, unaltered } from '../motion/alterations.ts'
import { askingOf } from '../motion/asking.ts'
import { type Settings, Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { alterationsOf } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { type Start, startOf } from './start.ts'

/** Keeps every fuse and winding cold: what the loads would draw, so that an overload is found before it is run. */
export function neverTooHot(job: Job): Alterations {
  const cold = Object.entries(job.parts).flatMap(([id, part]) => {
    const heats = kindOf(part)?.motion.heats
    return heats ? [[id, Object.fromEntries(heats.map((heat) => [heat, 0]))] as const] : []
  })
  return { ...unaltered, pins: Object.fromEntries(cold) }
}

/** The same with what is known to be wrong with the plant. */
export const coldWith = (job: Job, wrong: readonly Supposition[]): Alterations =>
  wrong.length === 0 ? neverTooHot(job) : together([neverTooHot(job), alterationsOf(job, wrong)])

/** What hands set to make these zones ask, all in one moment. */
export function asking(job: Job, zones: readonly string[], on: boolean): Settings {
  const settings: Record<string, Record<string, number | boolean | string>> = {}
  for (const id of zones) {
    const how = askingOf(job, job.zones[id]!)
    if (how && job.parts[how.part]) settings[how.part] = { ...settings[how.part], [how.state]: on ? how.on : how.off }
  }
  return settings
}

/** The sound wiring of a job with these zones calling, at rest: what the loads would draw. */
export function allCalling(job: Job, zones: readonly string[]): { readonly bench: Simulation; readonly start: Start } {
  const bench = new Simulation(job, {}, { alterations: neverTooHot(job) })
  bench.settle()
  bench.setTogether(asking(job, zones, true))
  return { bench, start: startOf(bench) }
}
