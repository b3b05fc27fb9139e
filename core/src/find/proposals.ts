import { type Ask, readIn } from './ask.ts'
import { askKind } from './asks/index.ts'
import { type Band, bandsIn, countLeft, type Sorted, sortedBy } from './likelihood.ts'
import { minutesTo, type Where, waitTo } from './minutes.ts'
import type { Stand } from './stand.ts'
import { type StandTable, shownBy } from './table.ts'

/** What an answer would mean, before it is given. */
export interface Answer {
  readonly says: string
  readonly chance: number
  /** Units that would be left: so many of the likeliest hold nine tenths. */
  readonly leaves: number
  readonly leads: string
}

export interface Proposed {
  readonly ask: Ask
  readonly stand: Stand
  /** Minutes with the walk, the change of who calls and the wait for it, and the power taken off or brought back. */
  readonly minutes: number
  /** Seconds of these that a sound plant takes to be at rest in the stand; what is seen before says nothing. */
  readonly waits: number
  readonly bits: number
  readonly answers: readonly Answer[]
}

/** Suspects with a share worth counting, their units, and the bits that are open over these. */
export interface Open {
  readonly suspects: readonly { readonly id: string; readonly unit: number; readonly share: number }[]
  readonly units: readonly { readonly says: string; readonly share: number }[]
  readonly bits: number
}

/** A share under which a unit is not worth naming. */
export const NAMED = 0.02
/** An ask that tells less than this is noise, bits. */
const LEAST_BITS = 0.01
/** Bits a minute under which what is asked dead or at low voltage parts nothing any more: only then is live line voltage read. */
export const LITTLE = 0.05

/** An ask with what it tells; its answers are put into words once somebody looks at them. */
export interface Weighed extends Proposed {
  /** Units that would lead after one of its answers, by where they stand among the open. */
  readonly leads: readonly number[]
  /** Who would give each of its answers, by where they stand among the open. */
  readonly parts: readonly (readonly number[])[]
}

/**
 * What an ask in a stand is expected to tell; nothing where that is noise.
 * @param column where the ask stands in the table
 * @param where where the technician stands now
 */
export function proposalOf(open: Open, table: StandTable, column: number, where: Where): Weighed | undefined {
  const ask = table.asks[column]!
  const { placed, sums, shares, touched } = madeFor(open, table)
  const bands = bandsIn(sortedColumn(table, column), placed)
  if (bands.length < 2) return undefined
  // What an answer says is held for true only as far as it can be trusted: it never tells quite all it seems to.
  const { trust } = askKind(ask.ask)
  const astray = (1 - trust) / (bands.length - 1)
  const leads: number[] = []
  let after = 0
  for (const { members } of bands) {
    let count = 0
    for (const at of members) {
      const { unit, share } = open.suspects[at]!
      if (shares[unit] === 0) touched[count++] = unit
      shares[unit]! += share
    }
    // A unit that never gives this answer has v = astray · share: all those together are what is open without the others.
    let [all, logs, otherwise, otherLogs, lead] = [0, 0, 1, sums, touched[0]!]
    for (let i = 0; i < count; i++) {
      const unit = touched[i]!
      const share = shares[unit]!
      const whole = open.units[unit]!.share
      const value = trust * share + astray * (whole - share)
      all += value
      logs += xLogX(value)
      otherwise -= whole
      otherLogs -= xLogX(whole)
      if (share > shares[lead]! || (share === shares[lead]! && unit < lead)) lead = unit
    }
    if (astray > 0) {
      const rest = Math.max(0, otherwise)
      all += astray * rest
      logs += astray * otherLogs + xLogX(astray) * rest
    }
    // The chance of the answer times the bits that are open after it.
    after += xLogX(all) - logs
    leads.push(lead)
    for (let i = 0; i < count; i++) shares[touched[i]!] = 0
  }
  const bits = open.bits - after
  if (bits < LEAST_BITS) return undefined
  return {
    ask,
    stand: table.stand,
    minutes: minutesTo(ask, table.stand, where, table.waits),
    waits: waitTo(table.stand, where, table.waits),
    bits,
    leads,
    parts: bands.map(({ members }) => members),
    get answers() {
      return answersOf(open, bands)
    },
  }
}

const xLogX = (value: number) => (value > 0 ? value * Math.log2(value) : 0)

const columns = new WeakMap<StandTable, Map<number, Sorted>>()

/** What all suspects of a table show in a column, put in order once. */
function sortedColumn(table: StandTable, column: number): Sorted {
  const known = columns.get(table) ?? new Map<number, Sorted>()
  columns.set(table, known)
  const made = known.get(column) ?? sortedBy(shownBy(table, column), readIn(table.asks[column]!.ask))
  known.set(column, made)
  return made
}

/** What every column of a table needs of what is open; the last two are work space, all nought between two columns. */
interface Made {
  readonly placed: Int32Array
  readonly sums: number
  readonly shares: Float64Array
  readonly touched: Int32Array
}
const made = new WeakMap<Open, WeakMap<StandTable, Made>>()

function madeFor(open: Open, table: StandTable): Made {
  const tables = made.get(open) ?? new WeakMap<StandTable, Made>()
  made.set(open, tables)
  const known = tables.get(table)
  if (known) return known
  const at = new Map(open.suspects.map(({ id }, i) => [id, i]))
  const one = {
    placed: Int32Array.from(table.rows.keys(), (id) => at.get(id) ?? -1),
    sums: open.units.reduce((sum, { share }) => sum + xLogX(share), 0),
    shares: new Float64Array(open.units.length),
    touched: new Int32Array(open.units.length),
  }
  tables.set(table, one)
  return one
}

const answersOf = ({ suspects, units }: Open, bands: readonly Band[]): Answer[] =>
  bands
    .map(({ says, members }) => {
      const shares = new Float64Array(units.length)
      for (const at of members) shares[suspects[at]!.unit]! += suspects[at]!.share
      const chance = shares.reduce((sum, share) => sum + share, 0)
      return {
        says,
        chance,
        leaves: countLeft(shares.map((share) => share / chance)),
        leads: units[shares.indexOf(Math.max(...shares))]!.says,
      }
    })
    .sort((a, b) => b.chance - a.chance)

/** What an ask tells for a minute, bits. */
export const worth = ({ bits, minutes }: Proposed): number => bits / minutes
const isLive = ({ ask, stand }: Proposed) => ask.line === true && stand.power

/** Does what is asked dead or at low voltage part nothing any more? */
export const tellLittle = (proposals: readonly Proposed[]): boolean =>
  !proposals.some((one) => !isLive(one) && worth(one) >= LITTLE)

/** What can be asked at a place first, if anything can; the rest as it was. */
export const beginningAt = (place: string | undefined, proposals: readonly Weighed[]): readonly Weighed[] => {
  const isThere = ({ ask }: Proposed) => ask.place === place
  return [...proposals.filter(isThere), ...proposals.filter((one) => !isThere(one))]
}

/**
 * Minutes that an ask costs beyond what the best would take to tell as much.
 * @example dearer({ minutes: 6, bits: 1 }, { minutes: 2, bits: 1 }) // 4
 */
export const dearer = (one: Pick<Proposed, 'bits' | 'minutes'>, best: Pick<Proposed, 'bits' | 'minutes'>): number =>
  Math.max(0, one.minutes - (one.bits * best.minutes) / best.bits)

/** The best for a minute first. Readings on live line voltage are among them only where nothing else tells anything. */
export function ranked<One extends Proposed>(proposals: readonly One[]): One[] {
  const all = proposals.toSorted((a, b) => worth(b) - worth(a))
  return tellLittle(all) ? all : all.filter((one) => !isLive(one))
}
