import type { Job } from '../job/schema.ts'
import type { Simulation } from '../motion/simulation.ts'
import { allCalling } from './all-calling.ts'
import { transformersOf } from './transformers.ts'

/** What one transformer carries against what it is rated for. VA = secondary volts x amps, as computed, not as labelled. */
export interface Budget {
  readonly part: string
  readonly ratedVa: number
  readonly nowVa: number
  readonly nowVolts: number
  /** With every thermostat calling, everything sound and settled. */
  readonly allVa: number
  readonly allVolts: number
}

/** The load with every thermostat calling on the sound wiring of a job, by transformer. */
export const everythingCalling = (job: Job): ReadonlyMap<string, { va: number; volts: number }> =>
  new Map(transformersOf(allCalling(job)).map(({ part, va, volts }) => [part, { va, volts }]))

/** @param all from `everythingCalling`, which only changes with the document */
export const budgetsOf = (simulation: Simulation, all: ReturnType<typeof everythingCalling>): Budget[] =>
  transformersOf(simulation).map(({ part, rated, va, volts }) => ({
    part,
    ratedVa: rated,
    nowVa: va,
    nowVolts: volts,
    allVa: all.get(part)?.va ?? 0,
    allVolts: all.get(part)?.volts ?? 0,
  }))
