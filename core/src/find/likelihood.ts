import type { Ask } from './ask.ts'
import type { Shown } from './table.ts'

/** One reading or word in so many is of something else: a lead misplaced, a display misread, another zone called. */
const LIES = 0.02
/** What a reading may differ from the expected: volts, and share of the value; supply, nameplates and lengths are uncertain. */
const SIGMA = { volts: 0.3, share: 0.05 } as const
/** The range a misplaced lead may show, volts. */
const ANY = 30
/** People say a room is warm or cold by what they felt last night. */
const SAID = 0.95

/** The chance of what was seen, under a suspect that shows or does something; never nought, so nothing is ruled out for ever. */
export const likelihood = {
  TRUSTED: 1 - 2 * LIES,
  /** @returns chance for each volt, or of the word */
  ofShown(seen: Shown, expected: Shown): number {
    if (typeof seen !== 'number' || typeof expected !== 'number') return seen === expected ? 1 - LIES : LIES
    const sigma = Math.hypot(SIGMA.volts, SIGMA.share * expected)
    const off = (seen - expected) / sigma
    return ((1 - LIES) * Math.exp(-off * off * 0.5)) / (sigma * Math.sqrt(2 * Math.PI)) + LIES / ANY
  },
  ofRoom: (seen: boolean, expected: boolean): number => (seen === expected ? SAID : 1 - SAID),
  /** What nobody foresaw explains anything a little: any volts, any word, any room. */
  ofAnything: (seen: { readonly is: 'room' } | { readonly is: 'shown'; readonly shown: Shown }): number =>
    seen.is === 'room' ? 0.5 : typeof seen.shown === 'number' ? 1 / ANY : 0.3,
}

/** Edges by which readings are sorted to choose what to ask; belief uses the number itself, volts. */
const EDGES = [0.5, 2, 6, 12, 18, 22, 24.3, 26, 29] as const

/** The band a reading falls in, with the words for it. */
export function bandOf({ ask }: Pick<Ask, 'ask'>, shown: Shown): { key: string; says: string } {
  if (typeof shown === 'string') return { key: shown, says: shown }
  const over = EDGES.findLastIndex((edge) => shown >= edge)
  const [from, to] = [EDGES[over] ?? 0, EDGES[over + 1]]
  const says = over < 0 ? `under ${EDGES[0]} V` : to === undefined ? `over ${from} V` : `${from} to ${to} V`
  return { key: `${ask} ${over}`, says }
}

/** Shares that add up to one. */
export function normal(shares: readonly number[]): number[] {
  const sum = shares.reduce((a, b) => a + b, 0)
  return sum > 0 ? shares.map((share) => share / sum) : shares.map(() => 0)
}

/** Bits that are still open. */
export function entropy(shares: readonly number[]): number {
  let bits = 0
  for (const share of shares) if (share > 0) bits -= share * Math.log2(share)
  return bits
}
