import type { Shown, Unit } from './ask.ts'

/** One reading or word in so many is of something else: a lead misplaced, a display misread, another zone called. */
export const LIES = 0.02
/** What volts may differ from the expected, and share of the value; nameplates and lengths are uncertain. */
const SIGMA = { volts: 0.3, share: 0.035 } as const
/** The range a misplaced lead may show: up to so many volts on a circuit of so many, so many decades of ohms, so many amps. */
const ANY = 30
const DECADES = 10
const ANY_AMPS = 3
/** What ohms may differ from the expected, decades: windings, temperature, leads. */
const SIGMA_OHMS = 0.1
/** What a clamp may: its steps and its floor, and what motors of one nameplate draw apart from each other. */
const SIGMA_AMPS = { amps: 0.015, share: 0.12 } as const
/** Below this a meter's leads count for more than what is between them, ohms. */
const LEADS = 0.5
/** People say a room is warm or cold by what they felt last night. */
const SAID = 0.95

/** What the mains may stand at beside what they are rated, and how often; all readings of a plant move with them. */
export const SUPPLY: readonly { readonly times: number; readonly weight: number }[] = [
  { times: 0.93, weight: 0.25 },
  { times: 1, weight: 0.5 },
  { times: 1.07, weight: 0.25 },
]

/** The chance of what was seen, under a suspect that shows or does something; never nought, so nothing is ruled out for ever. */
export const likelihood = {
  TRUSTED: 1 - 2 * LIES,
  /** @returns chance of a reading, for each volt, decade of ohms (OL counts as one), or amp */
  ofReading(unit: Unit, seen: number, expected: number): number {
    return measures[unit].chance(seen, expected)
  },
  /** @param trust chance that the word is right */
  ofWord: (seen: Shown, expected: Shown, trust: number): number => (seen === expected ? trust : 1 - trust),
  ofRoom: (seen: boolean, expected: boolean): number => (seen === expected ? SAID : 1 - SAID),
  /** What nobody foresaw explains anything a little: any volts, any ohms, any word, any room. */
  ofAnything: (seen: Shown, unit: Unit = 'V'): number =>
    typeof seen === 'string' ? 0.3 : 1 / measures[unit].range(seen, 0),
  anyRoom: 0.5,
}

const bell = (off: number, sigma: number): number => Math.exp(-off * off * 0.5) / (sigma * Math.sqrt(2 * Math.PI))
const decades = (ohms: number): number => Math.log10(Math.max(LEADS, ohms))

/** Values farther apart than this many sigmas are told apart by one reading; what the mains stand at moves volts and amps by more. */
const APART = 2
const MOVED = 0.05

/** How readings in one unit differ from what is so. */
interface Measure {
  chance(seen: number, expected: number): number
  /** How much a lead in the wrong place may show. */
  range(seen: number, expected: number): number
  /** Are two values, the lower first, told apart by one reading? */
  apart(low: number, high: number): boolean
  /** A value as a display shows it. */
  says(value: number): string
}

/** A unit whose readings are off by so much, and by a share of the value. */
const spread = (least: number, share: number, most: number): Omit<Measure, 'says'> => {
  const range = (seen: number, expected: number) => Math.max(most, 1.2 * expected, 1.2 * seen)
  return {
    range,
    chance(seen, expected) {
      const sigma = Math.hypot(least, share * expected)
      return (1 - LIES) * bell((seen - expected) / sigma, sigma) + LIES / range(seen, expected)
    },
    apart: (low, high) => high - low > APART * Math.hypot(least, (share + MOVED) * high),
  }
}

const measures: Readonly<Record<Unit, Measure>> = {
  V: { ...spread(SIGMA.volts, SIGMA.share, ANY), says: (volts) => `${Number(volts.toFixed(1))} V` },
  A: {
    ...spread(SIGMA_AMPS.amps, SIGMA_AMPS.share, ANY_AMPS),
    says: (amps) => (amps < 1 ? `${(amps * 1e3).toFixed(0)} mA` : `${amps.toFixed(2)} A`),
  },
  Ω: {
    range: () => DECADES,
    chance(seen, expected) {
      if (seen === Number.POSITIVE_INFINITY || expected === Number.POSITIVE_INFINITY)
        return seen === expected ? 1 - LIES : LIES / DECADES
      return (1 - LIES) * bell((decades(seen) - decades(expected)) / SIGMA_OHMS, SIGMA_OHMS) + LIES / DECADES
    },
    apart: (low, high) => decades(high) - decades(low) > APART * SIGMA_OHMS,
    says: (ohms) => `${short(ohms)}Ω`,
  },
}

export interface Band {
  readonly says: string
  /** Whose answer it is: where in the list they stood. */
  readonly members: readonly number[]
}

/** What may be shown, in an order made once: words by what they say, numbers by their size. */
export interface Sorted {
  readonly words: ReadonlyMap<string, readonly number[]>
  /** Whose number it is, the smallest first, and the numbers. */
  readonly order: readonly number[]
  readonly values: readonly number[]
  readonly unit: Unit
}

export function sortedBy(shown: readonly Shown[], unit: Unit = 'V'): Sorted {
  const words = new Map<string, number[]>()
  const numbers: { value: number; at: number }[] = []
  for (const [at, value] of shown.entries()) {
    if (typeof value === 'number' && value !== Number.POSITIVE_INFINITY) numbers.push({ value, at })
    else {
      const word = typeof value === 'number' ? 'OL' : value
      const same = words.get(word)
      if (same) same.push(at)
      else words.set(word, [at])
    }
  }
  numbers.sort((a, b) => a.value - b.value)
  return { words, order: numbers.map(({ at }) => at), values: numbers.map(({ value }) => value), unit }
}

/**
 * What may be shown, sorted into what one answer tells apart: the same word; numbers with no gap between them that is wider than
 * what a reading may be off. Only for choosing what to ask: belief uses the number itself.
 *
 * @param placed where each stands in the list of those that count; -1 for one that does not
 */
export function bandsIn({ words, order, values, unit }: Sorted, placed: ArrayLike<number>): Band[] {
  const bands: Band[] = []
  for (const [says, all] of words) {
    const members: number[] = []
    for (const at of all) if (placed[at]! >= 0) members.push(placed[at]!)
    if (members.length > 0) bands.push({ says, members })
  }
  const { apart } = measures[unit]
  let members: number[] = []
  let [low, high] = [0, 0]
  const close = () => {
    if (members.length === 0) return
    const [from, to] = [low, high]
    // In words only where somebody reads it: most of what could be asked is never offered.
    bands.push({
      get says() {
        return rangeInWords(from, to, unit)
      },
      members,
    })
    members = []
  }
  for (let i = 0; i < order.length; i++) {
    const place = placed[order[i]!]!
    if (place < 0) continue
    const value = values[i]!
    if (members.length > 0 && apart(high, value)) close()
    if (members.length === 0) low = value
    high = value
    members.push(place)
  }
  close()
  return bands
}

/** The same of a list in which all count. @param shown what each would show */
export const bandsOf = (shown: readonly Shown[], unit?: Unit): Band[] =>
  bandsIn(
    sortedBy(shown, unit),
    shown.map((_, at) => at),
  )

/** A range of readings as a display would show its ends. */
function rangeInWords(low: number, high: number, unit: Unit): string {
  const [from, to] = [low, high].map(measures[unit].says)
  return from === to ? `about ${from}` : `${from} to ${to}`
}

/** Three figures of ohms, the thousands in letters, with the space before the unit. */
function short(figure: number): string {
  const [by, letter] = figure >= 1e6 ? [1e6, 'M'] : figure >= 1e3 ? [1e3, 'k'] : [1, '']
  const shown = figure / by
  return `${Number(shown < 1 ? shown.toFixed(1) : shown.toPrecision(3))} ${letter}`
}

/** Share of the chance that those which are said to be left hold together. */
const LEFT = 0.9

/** How many are left: so many of the likeliest hold nine tenths of the chance. @param shares that add up to one */
export function countLeft(shares: Iterable<number>): number {
  let held = 0
  let count = 0
  for (const share of [...shares].sort((a, b) => b - a)) {
    if (held >= LEFT) break
    held += share
    count++
  }
  return count
}

/** Shares that add up to one. */
export function normal(shares: readonly number[]): number[] {
  const sum = shares.reduce((a, b) => a + b, 0)
  return sum > 0 ? shares.map((share) => share / sum) : shares.map(() => 0)
}

/** Bits that are still open. */
export function entropy(shares: ArrayLike<number>): number {
  let bits = 0
  for (let i = 0; i < shares.length; i++) {
    const share = shares[i]!
    if (share > 0) bits -= share * Math.log2(share)
  }
  return bits
}
