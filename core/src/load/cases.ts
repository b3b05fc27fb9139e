import type { Job } from '../job/schema.ts'
import type { Alterations } from '../motion/alterations.ts'
import { kindOf } from '../parts/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { LoadBench, peakOf, type Source } from './carried.ts'
import { fullCalls } from './full-calls.ts'

/** Most is drawn at once, and one thing is otherwise than it hangs: what the transformers would carry then. */
export interface LoadCase {
  readonly name: string
  /** Greatest VA by transformer. */
  readonly peaks: Readonly<Record<string, number>>
}

type Otherwise = (job: Job, sources: readonly Source[]) => Partial<Alterations> | undefined

/** What is taken to be otherwise, by what it is called; undefined where a job has nothing of the kind. A new one is one line here. */
const taken: Readonly<Record<string, Otherwise>> = {
  'with priority set off'(job) {
    const first = Object.entries(job.parts).filter(([, { figures }]) => (figures?.priority ?? 0) > 0)
    return first.length === 0 ? undefined : { figures: Object.fromEntries(first.map(([id]) => [id, { priority: 0 }])) }
  },
  'without what powered thermostats draw'(job) {
    // So little that a thermostat still wakes and still calls.
    const powered = Object.entries(job.parts).filter(([, part]) => {
      const kind = kindOf(part)
      return kind?.class === 'thermostat' && kind.figures.va !== undefined
    })
    return powered.length === 0
      ? undefined
      : { figures: Object.fromEntries(powered.map(([id]) => [id, { va: 0.001 }])) }
  },
  'without the boiler’s own gas valve, damper and controls'(job, sources) {
    const own = sources.flatMap(({ loads }) =>
      loads.filter(({ part }) => kindOf(job.parts[part]!)?.class === 'boiler').map(({ branch }) => branch.id),
    )
    return own.length === 0 ? undefined : { forces: Object.fromEntries(own.map((id) => [id, { as: 'open' } as const])) }
  },
}

/** What the transformers would carry at worst with one thing otherwise, each found by running it. */
export function casesOf(job: Job, wrong: readonly Supposition[] = []): LoadCase[] {
  const { sources } = new LoadBench(job, wrong)
  return Object.entries(taken).flatMap(([name, otherwise]) => {
    const changed = otherwise(job, sources)
    if (!changed || sources.length === 0) return []
    const bench = new LoadBench(job, wrong, changed)
    const runs = fullCalls(job).map(({ zones }) => bench.run(zones))
    const peak = (part: string) => Math.max(...runs.map((run) => peakOf(run.get(part)!)))
    return [{ name, peaks: Object.fromEntries(sources.map(({ part }) => [part, peak(part)])) }]
  })
}
