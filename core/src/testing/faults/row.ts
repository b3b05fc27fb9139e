import type { Job } from '../../job/schema.ts'
import type { MeterMode } from '../../meter/meter.ts'
import type { Settings } from '../../motion/simulation.ts'
import type { StateValue } from '../../parts/kind.ts'

/**
 * The faults of the trade by their numbers: how each is supposed, and one reading that tells it from the sound plant. Written
 * once, held by a test in three spreads of time, and told in the documents.
 */
export interface FaultRow {
  readonly f: number
  readonly what: string
  readonly plant: (job?: Job) => Job
  /** Ids of suppositions, in a plant. */
  readonly supposed: (job: Job) => readonly (string | readonly [id: string, value: number])[]
  /** Numbers of the zones that call; nobody where it is left out. */
  readonly calling?: readonly number[]
  readonly hands?: Settings
  /** What hands do only in the faulty plant: a lever left parked is no supposition but an act. */
  readonly left?: Settings
  /** Seconds after the call; settled where it is left out. */
  readonly at?: number
  /** What hands do one after another once the zones have called, on the sound plant and on the other. */
  readonly afterwards?: { readonly sound: readonly Settings[]; readonly faulty: readonly Settings[] }
  /** Where the sound plant is read in another way: before, after, or with another range of the meter. */
  readonly plain?: Partial<Pick<FaultRow, 'supposed' | 'calling' | 'at' | 'reads'>>
  readonly reads: Reading
  readonly sound: Bounds
  readonly faulty: Bounds
}
export type Bounds = readonly [from: number, to: number] | StateValue
export type Reading =
  | readonly [mode: Exclude<MeterMode, 'amps'>, from: string, to: string]
  | readonly [mode: 'state', part: string, state: string]
  | readonly [mode: 'clamp', point: string]
  | readonly [mode: 'opening', part: string]
