import { type Ask, isSame } from './ask.ts'
import { Belief } from './belief.ts'
import { callsWhen, type Evidence, isRight, standOf } from './evidence.ts'
import { keyOfAsk, standKey } from './stand.ts'
import { NONE, type Suspect, WELL } from './suspects.ts'
import { type StandTable, shownAt } from './table.ts'
import { likeliestPairs } from './two-at-once.ts'

/** By what more than one thing wrong is told apart: what was seen since a repair that helped, one zone, or two things at once. */
export type Several = 'since' | 'zone' | 'two'

/** A suspect with its chance, and what puts it right: two units where it is two things at once. */
export interface Placed {
  readonly id: string
  readonly says: string
  readonly share: number
  readonly units: readonly string[]
}

/** The suspects by some of the evidence, and the chance that none of them is it. */
export interface View {
  readonly several?: Several
  readonly by: readonly Evidence[]
  /** What of it is left aside: asked again it would be left aside again. */
  readonly aside: readonly Evidence[]
  readonly placed: readonly Placed[]
  readonly open: number
}

type Tables = ReadonlyMap<string, StandTable>

/** What a search knows: the single suspects, what each shows in each stand, what can be asked, and how pairs are worked out. */
export interface Known {
  readonly suspects: readonly Suspect[]
  readonly tables: Tables
  readonly asks: readonly Ask[]
  /** Puts these on the bench in every stand that is known; they are given back once they are in the tables. */
  worked(pairs: readonly Suspect[]): Generator<number, readonly Suspect[]>
}

/**
 * Every suspect with its chance after what was seen, and what puts it right.
 * @param renewed units put right before that, too
 */
export function placedBy(
  suspects: readonly Suspect[],
  tables: Tables,
  evidence: readonly Evidence[],
  renewed = renewedIn(evidence),
): Placed[] {
  const made = new Belief(suspects, tables)
  const belief = made.after(evidence)
  const idle = made.idle(evidence)
  // What explains nothing of it is no more to it than nothing wrong at all; what still looks like a part that was renewed is
  // something else that looks like it.
  return suspects.map((one, i): Placed => {
    const own = unitsOf(one)
    const units = idle.has(one.id) ? [WELL] : own.some((unit) => renewed.has(unit)) ? [NONE] : own
    return { id: one.id, says: one.says, share: belief[i]!, units }
  })
}

/**
 * What may be wrong, and by what of the evidence. Where no single thing explains all that was seen there may be more than one:
 * then what was seen since a repair that helped is held by itself, for the plant was another before; then the zone in trouble by
 * itself; then two things at once. The first of these that explains it is taken.
 */
export function* explained(
  known: Known,
  evidence: readonly Evidence[],
  troubled: readonly string[],
): Generator<number, View> {
  const renewed = renewedIn(evidence)
  const view = (by: readonly Evidence[], several?: Several, more: readonly Suspect[] = []): View => {
    const placed = placedBy([...known.suspects, ...more], known.tables, by, renewed)
    const open = placed.reduce((sum, { share, units }) => (units[0] === NONE ? sum + share : sum), 0)
    const aside = several === undefined ? [] : since.filter((one) => !by.includes(one))
    return { by, aside, placed, open, ...(several ? { several } : {}) }
  }
  const since = evidence.slice(helpedAt(known, evidence) + 1)
  const belief = new Belief(known.suspects, known.tables)
  const views = [view(evidence)]
  const isOpen = () => views.at(-1)!.open > UNEXPLAINED
  // After so much in vain it is time to say that nothing on the list is it.
  if (since.filter((one) => one.is === 'repair').length > MOST_VAIN) return views[0]!
  // What was well before, and hid behind what was put right, is not outvoted by what was seen while it was hidden.
  const isOutvoted = isWellIn(views[0]!) && since.some((one) => one.is !== 'repair' && belief.isOdd(one))
  if ((isOpen() || isOutvoted) && since.length < evidence.length) views.push(view(since, 'since'))
  const [zone] = troubled
  const spoken = zone === undefined ? since : since.filter((one) => speaksOf(known, one, zone))
  // What is left aside is thought to come of something else that is wrong: what nothing explains at all does not.
  const strange = since.filter((one) => one.is !== 'repair' && !spoken.includes(one) && belief.isStrange(one))
  const own = strange.length === 0 ? spoken : since.filter((one) => spoken.includes(one) || strange.includes(one))
  if (isOpen() && own.length < since.length) views.push(view(own, 'zone'))
  if (isOpen()) {
    const pairs = yield* known.worked(pairsIn(known, own))
    if (pairs.length > 0) views.push(view(own, 'two', pairs))
  }
  return isOpen() ? views.reduce((best, one) => (one.open < best.open ? one : best)) : views.at(-1)!
}

/** Is it likelier than not that nothing is wrong? */
const isWellIn = ({ placed }: View): boolean =>
  placed.reduce((sum, { share, units }) => (units[0] === WELL ? sum + share : sum), 0) > WELL_LED

/** The last repair after which something was as it should be that was not before; -1 where none was. */
function helpedAt({ suspects, tables }: Known, evidence: readonly Evidence[]): number {
  const belief = new Belief(suspects, tables)
  const odd = new Set<string>()
  let [helped, repair] = [-1, -1]
  for (const [at, one] of evidence.entries()) {
    if (one.is === 'repair') {
      repair = at
      continue
    }
    const key = one.is === 'room' ? `room:${one.zone} ${standKey(standOf(one))}` : keyOfAsk(one.ask, one.stand)
    if (belief.isOdd(one)) odd.add(key)
    else if (odd.delete(key)) helped = repair
  }
  return helped
}

/** Does what was seen tell anything of a zone? What another zone lacks, called without it, does not; what works there does. */
function speaksOf({ tables, asks }: Known, one: Evidence, zone: string): boolean {
  if (one.is === 'repair') return true
  if (one.is === 'room') return one.zone === zone || callsWhen(one).includes(zone) || isRight(one)
  const { calls } = one.stand
  const others = calls.length > 0 && !calls.includes(zone)
  const at = asks.find(({ id }) => id === one.ask)?.zone
  if (!others && (at === undefined || at === zone)) return true
  const table = tables.get(standKey(one.stand))
  const column = table?.asks.findIndex(({ id }) => id === one.ask) ?? -1
  return !table || column < 0 || isSame(one.shown, shownAt(table, WELL, column))
}

/**
 * The likeliest two things at once: told from what was seen before anything was put right, and from what was seen since the last
 * time.
 */
function pairsIn({ suspects, tables }: Known, evidence: readonly Evidence[]): Suspect[] {
  const first = evidence.findIndex((one) => one.is === 'repair')
  const last = evidence.findLastIndex((one) => one.is === 'repair')
  const parts = first < 0 ? [evidence] : [evidence.slice(0, first), evidence.slice(last + 1)]
  const wanted = parts.flatMap((part) => {
    const seen = part.flatMap((one) => (one.is === 'repair' ? [] : [one]))
    return likeliestPairs(suspects, tables, seen, MOST_PAIRS)
  })
  return [...new Map(wanted.map((one) => [one.id, one])).values()]
}

const renewedIn = (evidence: readonly Evidence[]): ReadonlySet<string> =>
  new Set(evidence.flatMap((one) => (one.is === 'repair' ? [one.unit] : [])))
/** What puts it right: of two things at once either, of a cause with its consequence the cause. */
const unitsOf = ({ unit, both }: Suspect): readonly string[] => {
  const units = both?.map((one) => one.unit) ?? [unit]
  return units.includes(unit) ? [unit] : units
}

/** Chance of what nothing explains from which more than one thing is thought of, and how many pairs are worked out. */
const UNEXPLAINED = 0.3
/** Chance of nothing wrong from which what is odd since the last repair is looked at by itself. */
const WELL_LED = 0.5
/** Repairs in vain, since the last that helped, after which nothing more is thought of. */
const MOST_VAIN = 2
const MOST_PAIRS = 16
