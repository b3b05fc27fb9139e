import { readIn, type Shown, type Unit } from './ask.ts'
import { askKind } from './asks/index.ts'
import { type Evidence, standOf } from './evidence.ts'
import { THERE } from './goes.ts'
import { likelihood, normal, SUPPLY } from './likelihood.ts'
import { standKey } from './stand.ts'
import { NONE, type Suspect, WELL } from './suspects.ts'
import { rowAt, type StandTable, shownAt } from './table.ts'

/** What was seen, apart from what was put right. */
export type Seen = Exclude<Evidence, { is: 'repair' }>

/**
 * How likely each suspect is after what was seen, by Bayes: weights, then each thing in its order. What the mains stand at is
 * carried beside each suspect, for every reading of a plant moves with it.
 */
export class Belief {
  readonly #suspects: readonly Suspect[]
  readonly #tables: ReadonlyMap<string, StandTable>

  /** @param tables by the key of their stand; every stand in the evidence has one */
  constructor(suspects: readonly Suspect[], tables: ReadonlyMap<string, StandTable>) {
    this.#suspects = suspects
    this.#tables = tables
  }

  /** The chance of every suspect, in their order. */
  after(evidence: readonly Evidence[]): number[] {
    let logs = this.#weights()
    // What was seen before a repair and came of what was repaired then tells nothing of what else is wrong.
    const explained = new Set<Evidence>()
    for (const [at, one] of evidence.entries())
      if (one.is === 'repair') logs = this.#repaired(logs, one.unit, evidence.slice(0, at), explained)
      else this.#see(logs, one)
    return this.#shares(logs)
  }

  /**
   * Suspects that explain nothing of what is not as in a sound plant, *nothing wrong* among them: be they there or not, they are
   * not what is complained of. Only what was seen since the last repair counts: before it the plant was another.
   */
  idle(evidence: readonly Evidence[]): ReadonlySet<string> {
    const since = evidence.slice(evidence.findLastIndex((one) => one.is === 'repair') + 1)
    const odd = since.flatMap((one) => (one.is !== 'repair' && this.isOdd(one) ? [one] : []))
    if (odd.length === 0) return new Set([WELL])
    return new Set(
      this.#suspects.flatMap(({ id, goes }) =>
        id !== NONE && !odd.some((one) => this.#changes(goes ?? id, one)) ? [id] : [],
      ),
    )
  }

  /** Would a sound plant have shown something else? */
  isOdd(one: Seen): boolean {
    const table = this.#tables.get(standKey(standOf(one)))!
    if (one.is === 'room') return one.heats !== rowAt(table, WELL).heats.has(one.zone)
    const column = table.asks.findIndex(({ id }) => id === one.ask)
    return column >= 0 && differs(one.shown, shownAt(table, WELL, column), readIn(table.asks[column]!.ask))
  }

  /** Does nothing on the list show it better than what nobody foresaw? */
  isStrange(one: Seen): boolean {
    const table = this.#tables.get(standKey(standOf(one)))!
    const column = one.is === 'room' ? -1 : table.asks.findIndex(({ id }) => id === one.ask)
    if (one.is === 'shown' && column < 0) return false
    const unforeseen = chanceOf(one, NONE, table, column)
    return !this.#suspects.some(
      (suspect) => suspect.id !== NONE && SUPPLY.some((_, k) => chanceBy(one, suspect, table, column, k) > unforeseen),
    )
  }

  #weights(): Float64Array {
    const logs = new Float64Array(this.#suspects.length * SUPPLY.length)
    for (const [i, { weight }] of this.#suspects.entries())
      for (const [k, supply] of SUPPLY.entries()) logs[i * SUPPLY.length + k] = Math.log(weight * supply.weight)
    return logs
  }

  #see(logs: Float64Array, one: Seen) {
    const table = this.#tables.get(standKey(standOf(one)))!
    const column = one.is === 'room' ? -1 : table.asks.findIndex(({ id }) => id === one.ask)
    if (one.is === 'shown' && column < 0) return
    for (const [i, suspect] of this.#suspects.entries())
      for (let k = 0; k < SUPPLY.length; k++)
        logs[i * SUPPLY.length + k]! += Math.log(chanceBy(one, suspect, table, column, k))
  }

  /** Of each suspect, whatever the mains stand at. */
  #shares(logs: Float64Array): number[] {
    const most = logs.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY)
    return normal(
      this.#suspects.map((_, i) =>
        SUPPLY.reduce((sum, _one, k) => sum + Math.exp(logs[i * SUPPLY.length + k]! - most), 0),
      ),
    )
  }

  /**
   * A repair moves what its unit had to *nothing wrong*, but for the chance that the new one is no better, and the chance that
   * something else was wrong beside it: of that, what was seen before tells only as far as the first did not change it.
   */
  #repaired(logs: Float64Array, unit: string, before: readonly Evidence[], explained: Set<Evidence>): Float64Array {
    const shares = this.#shares(logs)
    const had = this.#suspects.reduce((sum, one, i) => sum + (one.unit === unit ? shares[i]! : 0), 0)
    const second = this.#besides(unit, shares, before, explained)
    const left = this.#leftOfTwo(unit, shares)
    const next = new Float64Array(logs.length)
    for (const [i, one] of this.#suspects.entries()) {
      const own =
        one.unit === unit || holds(one, unit)
          ? BAD_AGAIN * shares[i]!
          : shares[i]! +
            (1 - BAD_AGAIN) * (left.get(one.id) ?? 0) +
            had *
              (one.id === WELL
                ? 1 - BAD_AGAIN - SECOND - UNFORESEEN
                : SECOND * second[i]! + (one.id === NONE ? UNFORESEEN : 0))
      for (const [k, { weight }] of SUPPLY.entries()) next[i * SUPPLY.length + k] = Math.log(own * weight + TINY)
    }
    return next
  }

  /** Of two things at once, of which a unit is put right, the other one is left. */
  #leftOfTwo(unit: string, shares: readonly number[]): ReadonlyMap<string, number> {
    const left = new Map<string, number>()
    for (const [i, { both }] of this.#suspects.entries()) {
      const other = both?.find((one) => one.unit !== unit)
      if (both && other && both.some((one) => one.unit === unit))
        left.set(other.id, (left.get(other.id) ?? 0) + shares[i]!)
    }
    return left
  }

  /** What else may have been wrong while the likeliest of a unit was: by what that one leaves as it is in a sound plant. */
  #besides(unit: string, shares: readonly number[], before: readonly Evidence[], explained: Set<Evidence>): number[] {
    const [first] = this.#suspects
      .map((one, i) => ({ one, share: shares[i]! }))
      .filter(({ one }) => one.unit === unit)
      .sort((a, b) => b.share - a.share)
    const logs = this.#weights()
    for (const one of before) {
      if (one.is === 'repair') continue
      if (first && this.#changes(first.one.goes ?? first.one.id, one)) explained.add(one)
      if (!explained.has(one)) this.#see(logs, one)
    }
    const found = this.#shares(logs)
    return normal(
      found.map((share, i) => {
        const { id, unit: own, both } = this.#suspects[i]!
        return own === unit || id === WELL || both ? 0 : share
      }),
    )
  }

  /** Does a suspect show something else there than a sound plant? */
  #changes(suspect: string, one: Seen): boolean {
    const table = this.#tables.get(standKey(standOf(one)))!
    return changedBy(suspect, one, table, one.is === 'room' ? -1 : table.asks.findIndex(({ id }) => id === one.ask))
  }
}

/** Does a suspect show something else there than a sound plant? @param column of what was asked; none for a room */
export function changedBy(suspect: string, one: Seen, table: StandTable, column: number): boolean {
  if (one.is === 'room') return rowAt(table, suspect).heats.has(one.zone) !== rowAt(table, WELL).heats.has(one.zone)
  if (column < 0) return false
  return differs(shownAt(table, suspect, column), shownAt(table, WELL, column), readIn(table.asks[column]!.ask))
}

/** Are there two things, of which a unit is one? */
export const holds = ({ both }: Suspect, unit: string): boolean => both?.some((one) => one.unit === unit) === true

/**
 * What a reading may differ and count as the same: a share of the value, of so much at the least. What motors of one nameplate
 * draw differs by more than volts do, and a motor that is a coil and some wax draws less than a tenth of an amp.
 */
const SAME: Readonly<Record<Unit, { readonly share: number; readonly least: number }>> = {
  V: { share: 0.1, least: 1 },
  Ω: { share: 0.1, least: 1 },
  A: { share: 0.25, least: 0.1 },
}

function differs(one: Shown, other: Shown, unit: Unit = 'V'): boolean {
  if (typeof one === 'string' || typeof other === 'string') return one !== other
  const { share, least } = SAME[unit]
  return one !== other && !(Math.abs(one - other) <= share * Math.max(least, Math.abs(other)))
}

/** The chance of what was seen; of what comes and goes, as far as it was there then, unless a hand finds it at any time. */
function chanceBy(one: Seen, { id, goes }: Suspect, table: StandTable, column: number, k: number): number {
  const now = chanceOf(one, id, table, column, k)
  if (goes === undefined || (one.is === 'shown' && askKind(table.asks[column]!.ask).byHand)) return now
  return (1 - THERE) * now + THERE * chanceOf(one, goes, table, column, k)
}

/** @param k which of `SUPPLY`; as rated where nothing is said */
export function chanceOf(one: Seen, suspect: string, table: StandTable, column: number, k?: number): number {
  if (one.is === 'room')
    return suspect === NONE
      ? likelihood.anyRoom
      : likelihood.ofRoom(one.heats, rowAt(table, suspect, k).heats.has(one.zone))
  const { ask } = table.asks[column]!
  if (suspect === NONE) return likelihood.ofAnything(one.shown, readIn(ask))
  const expected = shownAt(table, suspect, column, k)
  if (typeof one.shown !== 'number' || typeof expected !== 'number')
    return likelihood.ofWord(one.shown, expected, askKind(ask).trust)
  return likelihood.ofReading(readIn(ask)!, one.shown, expected)
}

/** Chance that what was put in or remade is no better than what it replaced. */
const BAD_AGAIN = 0.03
/** Chance that something else was wrong beside it. */
const SECOND = 0.05
/** Chance that it was never that, but something nobody foresaw that looks like it. */
const UNFORESEEN = 0.03
/** Nothing is ever wholly impossible. */
const TINY = 1e-12
