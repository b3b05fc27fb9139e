import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { askingOf } from '../motion/asking.ts'
import { Chronicle } from '../motion/chronicle.ts'
import { kindOf } from '../parts/index.ts'
import { labelOf } from '../words/words.ts'
import { windows } from './windows.ts'

/** One step of the sequence of operation, with where to stand for it and what is noticed there. */
export interface SequenceStep {
  readonly at: number
  readonly earliest: number
  readonly latest: number
  readonly part: string
  readonly label: string
  readonly place: string
  readonly says: string
  readonly sign?: string
}

export interface Sequence {
  readonly zone: string
  /** From the call to rest; times since the call. */
  readonly opening: readonly SequenceStep[]
  /** From the end of the call to rest; times since then. */
  readonly closing: readonly SequenceStep[]
}

/** Seconds between all at rest and the call. */
const AWAKE = 1

/** The sequence of operation of one zone by itself, made by running it: sound parts, everything at rest before. */
export function sequenceOf(job: Job, zoneId: string): Sequence {
  const asking = askingOf(job, job.zones[zoneId]!)
  if (!asking) return { zone: zoneId, opening: [], closing: [] }
  const quiet: Record<string, Record<string, string | number | boolean>> = {}
  for (const zone of zonesInOrder(job)) {
    const other = askingOf(job, zone)
    if (other) quiet[other.part] = { ...quiet[other.part], [other.state]: other.off }
  }
  const chronicle = new Chronicle(job, { settings: quiet })
  chronicle.settle()
  // What wakes as the power comes is over before anybody calls.
  chronicle.rest(AWAKE)
  const called = chronicle.now
  chronicle.set(asking.part, asking.state, asking.on)
  chronicle.settle()
  // The slowest sound parts need longer than the usual ones.
  chronicle.rest(chronicle.now - called)
  const ended = chronicle.now
  chronicle.set(asking.part, asking.state, asking.off)
  chronicle.settle()
  const all = windows(job, chronicle.start, chronicle.doings)
  const step = (since: number, { part, says, usual, earliest, latest, key }: (typeof all)[number]): SequenceStep => {
    const tells = kindOf(job.parts[part]!)?.tells
    const begins = key.split(' ').at(-2) === 'true'
    const sign = begins ? tells?.[Number(key.split(' ')[1])]?.sign : undefined
    return {
      at: usual - since,
      earliest: Math.max(0, earliest - since),
      latest: Math.max(0, latest - since),
      part,
      label: labelOf(job, part),
      place: job.places[job.parts[part]?.place ?? '']?.name ?? '',
      says,
      ...(sign ? { sign } : {}),
    }
  }
  const between = (from: number, to: number) =>
    all
      .filter(({ usual }) => usual >= from && usual < to)
      .sort((a, b) => a.usual - b.usual)
      .map((window) => step(from, window))
  return { zone: zoneId, opening: between(called, ended), closing: between(ended, Number.POSITIVE_INFINITY) }
}
