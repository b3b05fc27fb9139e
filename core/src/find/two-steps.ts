import type { Where } from './minutes.ts'
import { LITTLE, type Open, proposalOf, type Weighed, worth } from './proposals.ts'
import type { StandTable } from './table.ts'
import { whereThen } from './where.ts'

/** So many of the best are looked beyond, and so many asks are thought of as the second. */
const FIRST = 5
const SECOND = 60
/** Two asks that tell the same for a minute, but for this share, are a tie. */
const TIE = 0.02

/** Where the table of a proposal's stand is, and its ask in it. */
interface At {
  readonly table: StandTable
  readonly column: number
}

/**
 * What to ask first, one step further ahead: where the best tell about the same, or nothing much, each of them is taken with what would be
 * asked after each of its answers, and what both tell for the minutes of both counts.
 *
 * @param proposals the best for a minute first
 * @param where where the technician stands before the first
 * @param at where a proposal stands in the tables
 * @returns the same proposals, the first few in another order where that is better
 */
export function lookedAhead(
  open: Open,
  proposals: readonly Weighed[],
  where: Where,
  at: (one: Weighed) => At,
): readonly Weighed[] {
  const [best] = proposals
  if (!best || proposals.length < 2) return proposals
  const enough = worth(best) >= LITTLE
  const few = proposals.slice(0, FIRST).filter((one) => !enough || worth(one) >= (1 - TIE) * worth(best))
  if (few.length < 2) return proposals
  const seconds = proposals.slice(0, SECOND)
  const ahead = new Map(few.map((one) => [one, worthOfTwo(open, one, seconds, where, at)]))
  return [...few.toSorted((a, b) => ahead.get(b)! - ahead.get(a)!), ...proposals.slice(few.length)]
}

/** Bits a minute of an ask and of the best one after each of its answers. */
function worthOfTwo(
  open: Open,
  first: Weighed,
  seconds: readonly Weighed[],
  where: Where,
  at: (one: Weighed) => At,
): number {
  let { bits, minutes } = first
  const then = whereThen(first, where)
  for (const members of first.parts) {
    const { left, chance } = openAfter(open, members)
    if (left.units.length < 2) continue
    let best: Weighed | undefined
    for (const second of seconds) {
      if (second === first) continue
      const { table, column } = at(second)
      const one = proposalOf(left, table, column, then)
      if (one && (!best || worth(one) > worth(best))) best = one
    }
    if (!best) continue
    bits += chance * best.bits
    minutes += chance * best.minutes
  }
  return bits / minutes
}

/** What is still open after an answer that these suspects would give, and its chance. */
function openAfter({ suspects, units }: Open, members: readonly number[]): { left: Open; chance: number } {
  let chance = 0
  for (const member of members) chance += suspects[member]!.share
  const at = new Map<number, number>()
  const kept: { says: string; share: number }[] = []
  const left = members.map((member) => {
    const { id, unit, share } = suspects[member]!
    if (!at.has(unit)) at.set(unit, kept.push({ says: units[unit]!.says, share: 0 }) - 1)
    const own = at.get(unit)!
    kept[own]!.share += share / chance
    return { id, unit: own, share: share / chance }
  })
  const bits = kept.reduce((sum, { share }) => (share > 0 ? sum - share * Math.log2(share) : sum), 0)
  return { left: { suspects: left, units: kept, bits }, chance }
}
