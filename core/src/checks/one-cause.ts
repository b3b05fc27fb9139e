import type { Poles } from '../poles/poles.ts'
import { listed } from '../words/listed.ts'
import type { Spot } from '../words/spot.ts'
import type { Found } from './finding.ts'

/** What a rule found, before it has its id. */
export type Ruled = Found & { readonly rule: string }

/** Rules that tell of a conductor that is missing, the one that says most of it first. */
const MISSING = [
  'neutral-whole',
  'permanent-feed',
  'thermostat-common',
  'contact-link',
  'rest-contact',
  'panel-link',
  'half-landed',
  'load-has-loop',
]

/** Where leads are exchanged, what these say of the same part is what follows from it. */
const FOLLOWS: Readonly<Record<string, readonly string[]>> = {
  'pairs-exchanged': ['loads-in-series', 'own-thermostat'],
}

/**
 * One finding for one thing to put right: what several parts lack because one conductor is missing is said of all of them at
 * once, and of rules that find the same gap the one speaks that says most of it.
 */
export function oneCause(found: readonly Ruled[], poles: Poles): Ruled[] {
  const merged = together(found)
  return merged.filter((one) => !merged.some((other) => speaksFor(other, one, poles)))
}

function speaksFor(other: Ruled, one: Ruled, poles: Poles): boolean {
  if (FOLLOWS[other.rule]?.includes(one.rule)) return other.at[0]!.part === one.at[0]!.part
  const rank = MISSING.indexOf(other.rule)
  if (rank < 0 || rank >= MISSING.indexOf(one.rule) || other.severity !== 'fails') return false
  const lacking = groupsOf(other.at, poles)
  const own = [...groupsOf(one.at, poles)]
  return own.length > 0 && own.every((group) => lacking.has(group))
}

const groupsOf = (at: readonly Spot[], poles: Poles) =>
  new Set(
    at.flatMap(({ part, terminal }) => {
      const node = part !== undefined && terminal !== undefined ? poles.node(part, terminal) : undefined
      return node === undefined ? [] : [poles.copper.of(node)]
    }),
  )

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
