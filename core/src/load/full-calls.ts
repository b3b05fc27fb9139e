import { intentOf } from '../intent/intent.ts'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { listed } from '../words/listed.ts'

/** Zones that call together when a transformer or a contact may have most to carry. */
export interface FullCall {
  /** Ids of the zones. */
  readonly zones: readonly string[]
  /** The zone that is left out, for its call would make all others wait. */
  readonly but?: string
}

/**
 * Everybody; and where one zone goes first, everybody but that one too: while it calls the others draw nothing, and what a
 * plant has to carry is what they draw together once it is satisfied.
 * @example fullCalls(sableRow()) // all three; and Press hall with Bindery, without the hot water
 */
export function fullCalls(job: Job): readonly FullCall[] {
  const zones = zonesInOrder(job).map(({ id }) => id)
  const { first } = intentOf(job)
  const others = zones.filter((id) => id !== first)
  return first === undefined || others.length === 0 ? [{ zones }] : [{ zones }, { zones: others, but: first }]
}

/** Every zone alone, and all that call together. */
export function callsTried(job: Job): readonly (readonly string[])[] {
  const full = fullCalls(job).map(({ zones }) => zones)
  return full[0]!.length > 1 ? [...full[0]!.map((zone) => [zone]), ...full] : full
}

/** More zones than this are counted and not named. */
const MOST_NAMED = 3

/** Which of a job's zones call, in words. @example 'all 5 call', 'all but Hot-water tank call', 'Attic calls' */
export function whoCallsInWords(job: Job, zones: readonly string[]): string {
  const all = zonesInOrder(job)
  const names = zones.map((id) => job.zones[id]?.name ?? id)
  if (names.length === 0) return 'nobody calls'
  if (names.length === 1) return `${names[0]} calls`
  if (names.length === all.length) return names.length === 2 ? 'both call' : `all ${names.length} call`
  if (names.length <= MOST_NAMED) return `${listed(names)} call`
  const out = all.filter(({ id }) => !zones.includes(id))
  return out.length === 1 ? `all but ${out[0]!.name} call` : `${names.length} of ${all.length} call`
}
