import { entropy } from '../find/likelihood.ts'
import type { Candidate, Deduction, Open } from './deduce.ts'
import type { WallFacts } from './facts.ts'
import type { Joined } from './joined.ts'
import type { Joining } from './joinings.ts'

/** Two nodes to put the leads on, everything dead, and what that would settle. */
export interface Beep {
  readonly from: string
  readonly to: string
  /** How likely it is that they are one. */
  readonly share: number
  readonly bits: number
  /** May one of them be joined to something that stays live with everything off? Then the tester comes first, at these two. */
  readonly mayBeLive: boolean
}

/** A pair that parts the ways in which a group may be joined: by place in the list of its nodes. */
type Pair = readonly [number, number]

const joins = ({ parts }: Candidate, [a, b]: Pair) => parts[a] === parts[b]

function pairsOf({ nodes, candidates }: Open): Pair[] {
  const found: Pair[] = []
  for (let a = 0; a < nodes.length; a++)
    for (let b = a + 1; b < nodes.length; b++) {
      const count = candidates.filter((one) => joins(one, [a, b])).length
      if (count > 0 && count < candidates.length) found.push([a, b])
    }
  return found
}

interface Choice {
  readonly pair: Pair
  readonly share: number
  readonly bits: number
}

/** The pair that tells most about a group, of those let in. */
function bestPair({ candidates }: Open, pairs: readonly Pair[]): Choice | undefined {
  const whole = candidates.reduce((sum, { share }) => sum + share, 0)
  let best: Choice | undefined
  for (const pair of pairs) {
    const share = candidates.reduce((sum, one) => sum + (joins(one, pair) ? one.share : 0), 0) / whole
    const bits = entropy([share, 1 - share])
    if (!best || bits > best.bits + 1e-12) best = { pair, share, bits }
  }
  return best
}

/**
 * The next two points to beep: those whose answer settles most. Not offered is a pair that ohms cannot part, because a
 * winding of next to nothing lies between, one that was measured already, and one with a point that stays live.
 *
 * @param low pairs of nodes between which ohms are low though no conductor joins them
 * @param live nodes that stay live with everything off that can be switched off
 */
export function nextBeep(
  { open, joined }: Pick<Deduction, 'open' | 'joined'>,
  { measured }: Pick<WallFacts, 'measured'>,
  low: Joining,
  live: readonly string[] = [],
): Beep | undefined {
  const key = (a: string, b: string) => [joined.of(a), joined.of(b)].sort().join(' ')
  const blind = new Set([...low.map(([a, b]) => key(a, b)), ...measured.map(({ from, to }) => key(from, to))])
  const stays = new Set(live.map((node) => joined.of(node)))
  const left = (a: string, b: string) =>
    !joined.are(a, b) && !blind.has(key(a, b)) && !stays.has(joined.of(a)) && !stays.has(joined.of(b))
  let best: Omit<Beep, 'mayBeLive'> | undefined
  for (const { nodes, candidates } of open) {
    const one = bestPair(
      { nodes, candidates },
      pairsOf({ nodes, candidates }).filter(([a, b]) => left(nodes[a]!, nodes[b]!)),
    )
    if (one && (!best || one.bits > best.bits))
      best = { from: nodes[one.pair[0]]!, to: nodes[one.pair[1]]!, share: one.share, bits: one.bits }
  }
  best ??= anyOf(open, left)
  if (!best) return undefined
  const hot = mayBeLive(open, joined, stays)
  return { ...best, mayBeLive: [best.from, best.to].some((node) => hot.has(joined.of(node))) }
}

/** Names of all that may be one with what stays live, in any way that still fits, one group after the other. */
function mayBeLive(open: readonly Open[], joined: Joined, stays: ReadonlySet<string>): ReadonlySet<string> {
  const hot = new Set(stays)
  for (let before = -1; before !== hot.size; ) {
    before = hot.size
    for (const { nodes, candidates } of open) {
      const names = nodes.map((node) => joined.of(node))
      // Where the ways are too many to list, any may be one with any.
      const ways = candidates.length > 0 ? candidates.map(({ parts }) => parts) : [nodes.map(() => 0)]
      for (const parts of ways)
        for (const [i, name] of names.entries())
          if (hot.has(name)) for (const [k, other] of names.entries()) if (parts[k] === parts[i]) hot.add(other)
    }
  }
  return hot
}

/** Where a group has too many ways to list, any pair of it makes them fewer. */
function anyOf(open: readonly Open[], left: (a: string, b: string) => boolean): Omit<Beep, 'mayBeLive'> | undefined {
  for (const { nodes, candidates } of open) {
    if (candidates.length > 0) continue
    for (const from of nodes)
      for (const to of nodes) {
        const share = 1 / (nodes.length - 1)
        if (from < to && left(from, to)) return { from, to, share, bits: entropy([share, 1 - share]) }
      }
  }
  return undefined
}

/** How many beeps settle a group on the average, each chosen as `nextBeep` does. */
export function beepsNeeded(group: Open): number {
  const best = bestPair(group, pairsOf(group))
  if (!best) return 0
  const after = (joined: boolean) => ({
    ...group,
    candidates: group.candidates.filter((one) => joins(one, best.pair) === joined),
  })
  return 1 + best.share * beepsNeeded(after(true)) + (1 - best.share) * beepsNeeded(after(false))
}

/** The most candidates for which the fewest beeps are searched. */
export const SEARCHED = 12

/**
 * The fewest beeps that settle a group on the average, by search over all orders.
 * @throws where it has more than `SEARCHED` candidates
 */
export function fewestBeeps(group: Open): number {
  const { candidates } = group
  if (candidates.length > SEARCHED) throw new Error(`Searched up to ${SEARCHED} candidates, not ${candidates.length}.`)
  const masks = pairsOf(group).map((pair) =>
    candidates.reduce((mask, one, i) => (joins(one, pair) ? mask | (1 << i) : mask), 0),
  )
  const weightOf = (set: number) => candidates.reduce((sum, { share }, i) => (set & (1 << i) ? sum + share : sum), 0)
  const memo = new Map<number, number>()
  const fewest = (set: number): number => {
    if ((set & (set - 1)) === 0) return 0
    const known = memo.get(set)
    if (known !== undefined) return known
    const whole = weightOf(set)
    let best = Number.POSITIVE_INFINITY
    for (const mask of masks) {
      const [yes, no] = [set & mask, set & ~mask]
      if (yes === 0 || no === 0) continue
      best = Math.min(best, 1 + (weightOf(yes) / whole) * fewest(yes) + (weightOf(no) / whole) * fewest(no))
    }
    memo.set(set, best)
    return best
  }
  return fewest((1 << candidates.length) - 1)
}
