import { plannedJob } from '../job/document.ts'
import type { Document, Job } from '../job/schema.ts'
import type { Settings } from '../motion/simulation.ts'
import type { Supposition } from '../suppose/supposition.ts'
import type { Entry } from './entry.ts'
import { foundOf } from './found.ts'

export type Which = 'planned' | 'found'

/** One circuit with everything that electricity can feel of it. */
export interface Standing {
  readonly as: Which
  readonly job: Job
  /** What is wrong with it. */
  readonly supposed: readonly Supposition[]
  /** Where switches, levers and thermostats were found. */
  readonly hands: Settings
  /** The same for circuits that are electrically the same: names, notes and places make no difference. */
  readonly key: string
}

/**
 * The planned circuit, or the one that was found.
 *
 * @param at an entry: as it was just before it
 * @example
 * const { job, supposed, hands } = circuitOf(document, entries, 'found')
 * const bench = benchWith(job, supposed, hands)
 */
export function circuitOf(document: Document, entries: readonly Entry[], as: Which, at?: Entry): Standing {
  if (as === 'planned') {
    const job = plannedJob(document)
    return { as, job, supposed: [], hands: {}, key: keyOf(job, [], {}) }
  }
  const { job, supposed, hands } = foundOf(document, entries, at)
  return { as, job, supposed, hands, key: keyOf(job, supposed, hands) }
}

/**
 * Which circuit to speak of where nobody has said: the wall, once somebody has been there. A complaint, a note or a proof say
 * nothing of what hangs, and a wall of which nothing is on record can answer nothing.
 */
export const usualCircuit = (document: Document, entries: readonly Entry[]): Which =>
  document.before !== null || Object.keys(foundOf(document, entries).job.parts).length > 0 ? 'found' : 'planned'

/** What of a circuit electricity, motion and intent can feel, as one string. */
export function keyOf(job: Job, supposed: readonly Supposition[], hands: Settings): string {
  const { parts, wires, cables, zones, intent, practice, scheme } = job
  return JSON.stringify([
    practice,
    scheme?.id,
    Object.entries(parts).map(([id, { kind, figures, place }]) => [id, kind, figures, place]),
    Object.entries(wires).map(([id, { from, to, size, length, cable, core, colour, sleeve }]) => [
      id,
      from,
      to,
      size,
      length,
      cable,
      core,
      colour,
      sleeve,
    ]),
    Object.entries(cables).map(([id, { length, from, to, cores }]) => [id, length, from, to, cores]),
    Object.entries(zones).map(([id, { number, thermostat, valve, alsoValves, relay, pump, hotWater, output }]) => [
      id,
      number,
      thermostat,
      valve,
      alsoValves,
      relay,
      pump,
      hotWater,
      output,
    ]),
    intent,
    supposed,
    hands,
  ])
}
