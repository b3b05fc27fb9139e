import type { Job } from '../job/schema.ts'
import type { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { briefly } from './briefly.ts'
import { LoadBench, type Moment, peakOf } from './carried.ts'
import { fullCalls } from './full-calls.ts'
import { transformersOf } from './transformers.ts'

/** What one transformer carries at worst, on the sound wiring of a job. */
export interface AtWorst {
  readonly part: string
  readonly rated: number
  /** The greatest VA, valves starting included. */
  readonly va: number
  /** Zones that call then. */
  readonly zones: readonly string[]
  /** Seconds for which it is more than the rating, where that is only while valves start and is borne. */
  readonly brief?: number
  /** Valves that get fewer volts than they need to start. */
  readonly starved: readonly { readonly part: string; readonly volts: number; readonly needs: number }[]
}

/** What one transformer carries against what it is rated for. VA = secondary volts x amps, as computed, not as labelled. */
export interface Budget {
  readonly part: string
  readonly ratedVa: number
  readonly nowVa: number
  readonly nowVolts: number
  /** At worst, and who calls then; for so many seconds, where it is more than the rating only while valves start. */
  readonly mostVa: number
  readonly zones: readonly string[]
  readonly brief?: number
}

/**
 * The greatest load of each transformer of a job, everything sound: everybody calling, and where a zone goes first, everybody
 * but that one. Looked at from the first second on: some valves draw most while they start.
 */
export function atWorst(job: Job): AtWorst[] {
  const bench = new LoadBench(job)
  const cases = fullCalls(job).map(({ zones }) => ({ zones, runs: bench.run(zones) }))
  return bench.sources.map(({ part, rated }) => {
    const runs = cases.map(({ zones, runs }) => ({ zones, moments: runs.get(part)! }))
    const most = runs.reduce((a, b) => (peakOf(b.moments) > peakOf(a.moments) ? b : a))
    // Only where every call that is too much is so for a moment.
    const lasting = runs.some(({ moments }) => peakOf(moments) > rated && briefly(moments, rated) === undefined)
    const brief = lasting ? undefined : briefly(most.moments, rated)
    return {
      part,
      rated,
      va: peakOf(most.moments),
      zones: most.zones,
      ...(brief === undefined ? {} : { brief }),
      starved: starvedIn(
        job,
        runs.flatMap(({ moments }) => moments),
      ),
    }
  })
}

/** Volts a valve needs to start, by its own plate or its kind's; undefined where neither says. */
export const voltsNeeded = (job: Job, valve: string): number | undefined =>
  job.parts[valve]?.figures?.minimumVolts ?? kindOf(job.parts[valve])?.figures.minimumVolts?.value

function starvedIn(job: Job, moments: readonly Moment[]): AtWorst['starved'] {
  const least = new Map<string, number>()
  for (const { there } of moments)
    for (const [valve, volts] of Object.entries(there)) least.set(valve, Math.min(volts, least.get(valve) ?? volts))
  return [...least].flatMap(([part, volts]) => {
    const needs = voltsNeeded(job, part)
    return needs !== undefined && volts < needs ? [{ part, volts, needs }] : []
  })
}

/** @param worst from `atWorst`, which only changes with the document */
export const budgetsOf = (simulation: Simulation, worst: readonly AtWorst[]): Budget[] =>
  transformersOf(simulation).map(({ part, rated, va, volts }) => {
    const most = worst.find((one) => one.part === part)
    const { va: mostVa = 0, zones = [], brief } = most ?? {}
    return {
      part,
      ratedVa: rated,
      nowVa: va,
      nowVolts: volts,
      mostVa,
      zones,
      ...(brief === undefined ? {} : { brief }),
    }
  })
