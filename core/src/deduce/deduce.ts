import type { Job } from '../job/schema.ts'
import type { WallFacts } from './facts.ts'
import { type Group, groupsOf } from './groups.ts'
import { Joined } from './joined.ts'
import { type Joining, joiningsOf } from './joinings.ts'
import { agrees, apartBy } from './levels.ts'
import { type Likeness, likenessTo } from './likeness.ts'
import type { LooseEnd } from './loose-ends.ts'

/** What is known of a loose end: it cannot be otherwise; all that is likely says so; or neither. */
export type HowSure = 'certain' | 'deduced' | 'unknown'

export interface Deduced {
  readonly end: LooseEnd
  readonly is: HowSure
  /** The nodes of the wall it is one with beyond its own; where it is unknown, the likeliest. */
  readonly with: readonly string[]
  /** How likely that is; one where it is certain. */
  readonly share: number
}

/** One way in which the ends of a group may be joined, of those that differ electrically. */
export interface Candidate {
  readonly pairs: Joining
  /** Which of the group's nodes are one, as a number for each node. */
  readonly parts: readonly number[]
  readonly share: number
}

/** A group whose ends are not settled; without candidates where there are more than can be listed. */
export interface Open {
  readonly nodes: readonly string[]
  readonly candidates: readonly Candidate[]
}

export interface Deduction {
  readonly ends: readonly Deduced[]
  /** What is one with what, as far as it is certain. */
  readonly joined: Joined
  readonly open: readonly Open[]
  /** Ends of which no way of joining fits what was seen and measured. */
  readonly misfits: readonly LooseEnd[]
}

/** A share from which something is called deduced. */
const DEDUCED = 0.9
/** How much less likely a wall is for each joint by which it differs from a way of wiring. */
const EACH = 0.2
/** What is kept for walls that are wired like nothing on record. */
const OTHERWISE = 0.05
/** Groups lean on one another: a second round knows better than the first, a third no better. */
const ROUNDS = 2

/**
 * Finds out which loose ends belong together. *Certain* is what follows from the facts alone, whatever is planned and
 * whoever was wrong: one core, one conductor; the only partner left in a place all of which is written down; what the
 * ohms say; and what differs in volts while one supply is off, which no conductor joins. *Deduced* is what nearly everything says that is likely, each way of wiring counted with a mistake or two.
 * Neither makes a terminal safe.
 *
 * @param ways the wall as it may be wired: its plan, or each way that fits its survey
 * @param low pairs of nodes between which ohms are low though no conductor joins them: a winding of next to nothing
 * @example deduce(factsOf(found, entries), [plannedJob(document)]).ends.filter(({ is }) => is === 'certain')
 */
export function deduce(facts: WallFacts, ways: readonly Job[], low: Joining = []): Deduction {
  const joined = new Joined(facts.joined.pairs())
  const groups = groupsOf(facts).map((group) => new Sorting(group, facts))
  // What one group settles may settle the next: until nothing moves.
  for (let moved = true; moved; ) {
    moved = false
    for (const group of groups) if (group.narrow(joined, groups, low)) moved = true
  }
  const misfits = groups.filter(({ joinings }) => joinings?.length === 0)
  const open = weighed(
    groups.filter(({ joinings, candidates }) => !joinings || candidates.length > 1),
    joined,
    ways.map((way) => likenessTo(way, facts.job)),
  )
  const groupOf = new Map(groups.flatMap((one) => one.ends.map((end) => [end, one] as const)))
  return {
    joined,
    open,
    misfits: misfits.flatMap(({ ends }) => ends),
    ends: facts.ends.map((end) => {
      const group = groupOf.get(end)
      return told(end, group && (open.find(({ nodes }) => nodes === group.nodes) ?? group))
    }),
  }
}

/** A group while its ends are sorted out. */
class Sorting implements Open {
  readonly ends: readonly LooseEnd[]
  readonly nodes: readonly string[]
  /** Ways of joining that still fit; nothing where they are too many to list. */
  joinings: readonly Joining[] | undefined
  candidates: readonly Candidate[] = []
  readonly #facts: WallFacts

  constructor({ ends }: Group, facts: WallFacts) {
    this.ends = ends
    this.nodes = [...new Set(ends.map(({ node }) => node))]
    this.#facts = facts
    const apart = new Set(
      [...facts.measured.filter(({ joined }) => !joined), ...apartBy(facts.levels)].flatMap(({ from, to }) => [
        `${from} ${to}`,
        `${to} ${from}`,
      ]),
    )
    this.joinings = joiningsOf(
      ends.map(({ node }) => node),
      (a, b) => apart.has(`${a} ${b}`),
    )
  }

  /** Drops what does not fit any more, and joins what is one in all that is left. Answers whether it joined anything. */
  narrow(joined: Joined, groups: readonly Sorting[], low: Joining): boolean {
    if (!this.joinings) return false
    const others = groups.filter((one) => one !== this && one.candidates.length !== 1)
    this.joinings = this.joinings.filter((pairs) => this.#fits(pairs, joined, others, low))
    this.candidates = distinct(this.joinings, this.nodes, joined)
    if (this.candidates.length === 0) return false
    let moved = false
    for (const [i, node] of this.nodes.entries())
      for (const [k, other] of this.nodes.entries())
        if (k > i && !joined.are(node, other) && this.candidates.every(({ parts }) => parts[i] === parts[k])) {
          joined.join(node, other)
          moved = true
        }
    return moved
  }

  /** Does a way of joining agree with what was measured? Where another group could have made a reading, it says nothing. */
  #fits(pairs: Joining, joined: Joined, others: readonly Sorting[], low: Joining): boolean {
    const { measured, levels } = this.#facts
    if (measured.length + levels.length === 0) return true
    const copper = new Joined([...joined.pairs(), ...pairs])
    if (!agrees(levels, copper)) return false
    let most: Joined | undefined
    return measured.every(({ from, to, joined: one }) => {
      if (!one) return !copper.are(from, to)
      if (copper.are(from, to)) return true
      most ??= new Joined([
        ...copper.pairs(),
        ...low,
        ...others.flatMap(({ nodes }) => nodes.slice(1).map((node) => [nodes[0]!, node] as const)),
      ])
      return most.are(from, to)
    })
  }
}

/** Ways of joining that differ electrically, once each. */
function distinct(joinings: readonly Joining[], nodes: readonly string[], joined: Joined): Candidate[] {
  const found = new Map<string, Candidate>()
  for (const pairs of joinings) {
    const here = new Joined(pairs.map(([a, b]) => [joined.of(a), joined.of(b)]))
    const names = new Map<string, number>()
    const parts = nodes.map((node) => {
      const root = here.of(joined.of(node))
      if (!names.has(root)) names.set(root, names.size)
      return names.get(root)!
    })
    const key = parts.join()
    if (!found.has(key)) found.set(key, { pairs, parts, share: 0 })
  }
  return [...found.values()].map((one) => ({ ...one, share: 1 / found.size }))
}

/** How likely each way is, by how near it brings the wall to the ways of wiring, the other groups at their likeliest. */
function weighed(open: readonly Open[], joined: Joined, ways: readonly Likeness[]): Open[] {
  let now = open.map(({ nodes, candidates }): Open => ({ nodes, candidates }))
  if (ways.length === 0) return now
  for (let round = 0; round < ROUNDS; round++)
    for (const [i, { nodes, candidates }] of now.entries()) {
      const rest = round === 0 ? [] : now.flatMap((one, k) => (k === i ? [] : likeliest(one)))
      const far = candidates.map(({ pairs }) => {
        const here = new Joined([...joined.pairs(), ...rest, ...pairs])
        return ways.map((way) => way.distance(here))
      })
      const nearest = Math.min(...far.flat())
      const weights = far.map((distances) => distances.reduce((sum, d) => sum + EACH ** (d - nearest), 0))
      const sum = weights.reduce((a, b) => a + b, 0)
      const share = (k: number) => (1 - OTHERWISE) * (weights[k]! / sum) + OTHERWISE / candidates.length
      now = now.with(i, { nodes, candidates: candidates.map((one, k) => ({ ...one, share: share(k) })) })
    }
  return now
}

const likeliest = ({ candidates }: Open): Joining =>
  candidates.length === 0 ? [] : candidates.reduce((a, b) => (b.share > a.share ? b : a)).pairs

function told(end: LooseEnd, group: Open | undefined): Deduced {
  if (!group || group.candidates.length === 0) return { end, is: 'unknown', with: [], share: 0 }
  const at = group.nodes.indexOf(end.node)
  const shares = new Map<string, number>()
  for (const { parts, share } of group.candidates) {
    const mates = group.nodes.filter((_, i) => i !== at && parts[i] === parts[at]).join('\n')
    shares.set(mates, (shares.get(mates) ?? 0) + share)
  }
  const [mates, share] = [...shares].reduce((a, b) => (b[1] > a[1] ? b : a))
  const one = { end, with: mates === '' ? [] : mates.split('\n') }
  if (shares.size === 1) return { ...one, is: 'certain', share: 1 }
  return { ...one, is: share >= DEDUCED ? 'deduced' : 'unknown', share }
}
