import type { Poles } from '../poles/poles.ts'
import { listed } from '../words/listed.ts'
import type { Ruled } from './finding.ts'
import { MISSING } from './missing.ts'

/**
 * One finding for one thing to put right: what several parts lack because one conductor is missing is said of all of them at
 * once, of rules that find the same gap the one speaks that says most of it, and what only follows from another is not said.
 */
export function oneCause(found: readonly Ruled[], poles: Poles): Ruled[] {
  const merged = together(found)
  const left = merged.filter((one) => !merged.some((other) => other !== one && speaksFor(other, one, poles)))
  return bothEnds(left, poles)
}

/** Where a supply itself goes dark all that hangs on it does: that is said first. */
const rankOf = ({ rule, upstream }: Ruled) => (upstream ? 0 : MISSING.indexOf(rule) + 1 || undefined)

function speaksFor(other: Ruled, one: Ruled, poles: Poles): boolean {
  // What can hurt is not left unsaid for what cannot.
  if (one.severity === 'danger' && other.severity !== 'danger') return false
  if (one.explainedBy?.(other)) return true
  const [rank, own] = [rankOf(other), rankOf(one)]
  if (rank === undefined || own === undefined || rank >= own || other.severity !== 'fails') return false
  const lacking = poles.gaps(other.at)
  const gaps = [...poles.gaps(one.at)]
  return gaps.length > 0 && gaps.every((gap) => lacking.has(gap))
}

/**
 * A conductor that is missing has two ends: where nothing else is missing than what leads on from a source at one place and what no
 * source reaches at another, they are one.
 */
function bothEnds(found: readonly Ruled[], poles: Poles): Ruled[] {
  const missing = found.filter(({ rule, severity }) => MISSING.includes(rule) && severity === 'fails')
  const areLost = ({ at }: Ruled, lost: boolean) => {
    const nodes = at.flatMap(({ part = '', terminal = '' }) => poles.node(part, terminal) ?? [])
    return nodes.length > 0 && nodes.every((node) => poles.isLost(node) === lost)
  }
  const leads = missing.find((one) => areLost(one, false))
  const waits = missing.find((one) => areLost(one, true))
  if (missing.length !== 2 || !leads || !waits) return [...found]
  const one = {
    ...leads,
    at: [...leads.at, ...waits.at],
    says: `${leads.says.slice(0, -1)}: ${waits.says}`,
    remedy: 'Land the conductor that is missing between them.',
  }
  return found.flatMap((each) => (each === leads ? [one] : each === waits ? [] : [each]))
}

/** Findings of one rule that are the same fact of several parts, as one; each in the place of the first. */
function together(found: readonly Ruled[]): Ruled[] {
  const groups = new Map<unknown, Ruled[]>()
  for (const one of found) {
    const key = one.together ? `${one.rule} ${one.together.key}` : one
    groups.set(key, [...(groups.get(key) ?? []), one])
  }
  return [...groups.values()].map((group) => {
    const [first] = group as [Ruled, ...Ruled[]]
    // A part is named once, whichever of its terminals it is.
    const named = group.filter(({ at }, i) => group.findIndex((other) => other.at[0]!.part === at[0]!.part) === i)
    if (named.length === 1 || !first.together) return first
    const names = named.map((one) => one.together!.name)
    const said = listed(names.length > 4 ? [...names.slice(0, 3), `${names.length - 3} more`] : names)
    return {
      ...first,
      at: group.flatMap(({ at }) => at),
      says: first.together.says(said),
      remedy: first.together.remedy,
    }
  })
}
