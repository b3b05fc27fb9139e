import type { Shown } from './ask.ts'

/** One reading or word in so many is of something else: a lead misplaced, a display misread, another zone called. */
export const LIES = 0.02
/** What a reading may differ from the expected: volts, and share of the value; nameplates and lengths are uncertain. */
const SIGMA = { volts: 0.3, share: 0.035 } as const
/** The range a misplaced lead may show: up to so many volts on a circuit of so many, and so many decades of ohms. */
const ANY = 30
const DECADES = 10
/** What ohms may differ from the expected, decades: windings, temperature, leads. */
const SIGMA_OHMS = 0.1
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
  /** @returns chance for each volt */
  ofVolts(seen: number, expected: number): number {
    const sigma = Math.hypot(SIGMA.volts, SIGMA.share * expected)
    const any = Math.max(ANY, 1.2 * expected, 1.2 * seen)
    return (1 - LIES) * bell((seen - expected) / sigma, sigma) + LIES / any
  },
  /** @returns chance for each decade; OL counts as one */
  ofOhms(seen: number, expected: number): number {
    if (seen === Number.POSITIVE_INFINITY || expected === Number.POSITIVE_INFINITY)
      return seen === expected ? 1 - LIES : LIES / DECADES
    return (1 - LIES) * bell((decades(seen) - decades(expected)) / SIGMA_OHMS, SIGMA_OHMS) + LIES / DECADES
  },
  /** @param trust chance that the word is right */
  ofWord: (seen: Shown, expected: Shown, trust: number): number => (seen === expected ? trust : 1 - trust),
  ofRoom: (seen: boolean, expected: boolean): number => (seen === expected ? SAID : 1 - SAID),
  /** What nobody foresaw explains anything a little: any volts, any ohms, any word, any room. */
  ofAnything: (seen: Shown, ohms: boolean): number =>
    typeof seen === 'string' ? 0.3 : ohms ? 1 / DECADES : 1 / Math.max(ANY, 1.2 * seen),
  anyRoom: 0.5,
}

const bell = (off: number, sigma: number): number => Math.exp(-off * off * 0.5) / (sigma * Math.sqrt(2 * Math.PI))
const decades = (ohms: number): number => Math.log10(Math.max(LEADS, ohms))

/** Values farther apart than this many sigmas are told apart by one reading; what the mains stand at moves volts by more. */
const APART = 2
const MOVED = 0.05

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
  readonly ohms: boolean
}

export function sortedBy(shown: readonly Shown[], ohms: boolean): Sorted {
  const words = new Map<string, number[]>()
  const numbers: { value: number; at: number }[] = []
  for (const [at, value] of shown.entries()) {
    if (typeof value === 'number' && value !== Number.POSITIVE_INFINITY) numbers.push({ value, at })
    else {
      const word = typeof value === 'number' ? 'OL' : value
      words.set(word, [...(words.get(word) ?? []), at])
    }
  }
  numbers.sort((a, b) => a.value - b.value)
  return { words, order: numbers.map(({ at }) => at), values: numbers.map(({ value }) => value), ohms }
}

/**
 * What may be shown, sorted into what one answer tells apart: the same word; numbers with no gap between them that is wider than
 * what a reading may be off. Only for choosing what to ask: belief uses the number itself.
 *
 * @param placed where each stands in the list of those that count; -1 for one that does not
 */
export function bandsIn({ words, order, values, ohms }: Sorted, placed: ArrayLike<number>): Band[] {
  const bands: Band[] = []
  for (const [says, all] of words) {
    const members: number[] = []
    for (const at of all) if (placed[at]! >= 0) members.push(placed[at]!)
    if (members.length > 0) bands.push({ says, members })
  }
  let members: number[] = []
  let [low, high] = [0, 0]
  const close = () => {
    if (members.length === 0) return
    const [from, to] = [low, high]
    // In words only where somebody reads it: most of what could be asked is never offered.
    bands.push({
      get says() {
        return rangeInWords(from, to, ohms)
      },
      members,
    })
    members = []
  }
  for (let i = 0; i < order.length; i++) {
    const place = placed[order[i]!]!
    if (place < 0) continue
    const value = values[i]!
    if (members.length > 0 && apart(high, value, ohms)) close()
    if (members.length === 0) low = value
    high = value
    members.push(place)
  }
  close()
  return bands
}

/** The same of a list in which all count. @param shown what each would show */
export const bandsOf = (shown: readonly Shown[], ohms: boolean): Band[] =>
  bandsIn(
    sortedBy(shown, ohms),
    shown.map((_, at) => at),
  )

const apart = (low: number, high: number, ohms: boolean): boolean =>
  ohms
    ? decades(high) - decades(low) > APART * SIGMA_OHMS
    : high - low > APART * Math.hypot(SIGMA.volts, (SIGMA.share + MOVED) * high)

/** A range of readings as a display would show its ends. */
function rangeInWords(low: number, high: number, ohms: boolean): string {
  const [from, to] = [low, high].map((figure) => (ohms ? `${short(figure)}Ω` : `${Number(figure.toFixed(1))} V`))
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
