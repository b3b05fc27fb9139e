import type { Job } from '../job/schema.ts'
import { labelOf } from '../words/words.ts'
import { type Difference, ProofBench, type Row } from './proof-bench.ts'

export interface Proof {
  readonly zones: readonly string[]
  readonly valves: readonly string[]
  readonly pumps: readonly string[]
  readonly rows: readonly Row[]
  readonly differences: readonly Difference[]
  /** How long each pump pushed against shut valves, at most, seconds. */
  readonly deadEnds: readonly { readonly pump: string; readonly zone: string; readonly seconds: number }[]
  /** Solves it took. */
  readonly solves: number
}

export interface Progress {
  readonly done: number
  readonly of: number
  readonly differences: number
}

/** The most zones whose every combination is tried. */
export const MOST_PROVEN = 12
/** Combinations between two looks up. */
const BATCH = 64

/**
 * Settles every combination of calls, and with tanks warm, limits open and power lost and back, and holds the plant against
 * what the job intends. Combinations follow one another by one call at a time (Gray order), so that each settles from its
 * neighbour. Stops where its caller stops asking for more.
 */
export function* prove(job: Job): Generator<Progress, Proof> {
  const bench = new ProofBench(job)
  const { zones } = bench
  if (zones.length > MOST_PROVEN)
    throw new RangeError(`${zones.length} zones are more than ${MOST_PROVEN}; their combinations are too many.`)
  const combinations = 2 ** zones.length
  const trials = bench.trials()
  const of = combinations + trials.length + zones.length
  const rows: Row[] = []
  let mask = 0
  for (let i = 0; i < combinations; i++) {
    if (i > 0) {
      const bit = Math.log2(i & -i)
      mask ^= 1 << bit
      bench.ask(bit, (mask & (1 << bit)) !== 0)
    }
    bench.settle()
    rows.push(bench.look('calls', mask))
    if (i % BATCH === BATCH - 1) yield { done: i + 1, of, differences: bench.found }
  }
  for (const [i, trial] of trials.entries()) {
    trial()
    yield { done: combinations + i + 1, of, differences: bench.found }
  }
  const pushing = bench.deadEnds()
  const pushes: { pump: string; zone: string; seconds: number }[] = []
  for (const [i, zone] of zones.entries()) {
    for (const push of pushing.of(zone.id)) {
      pushes.push(push)
      if (push.seconds > bench.intent.deadEnd)
        bench.note({
          trial: 'dead end',
          asking: 1 << i,
          part: push.pump,
          should: false,
          seconds: push.seconds,
          says: `${labelOf(job, push.pump)} pushes against shut valves for ${Math.round(push.seconds)} s when ${zone.name} calls and stops.`,
        })
    }
    yield { done: combinations + trials.length + i + 1, of, differences: bench.found }
  }
  return {
    zones: zones.map(({ id }) => id),
    valves: bench.valves.map(({ id }) => id),
    pumps: bench.pumps.map(({ id }) => id),
    rows: rows.sort((a, b) => a.asking - b.asking),
    differences: bench.differences(),
    deadEnds: pushes,
    solves: bench.solves,
  }
}

/** The whole proof at once. */
export function proven(job: Job): Proof {
  const work = prove(job)
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
  }
}
