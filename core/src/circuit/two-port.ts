import type { Windings } from '../parts/element.ts'
import type { State } from '../parts/kind.ts'
import { type Phasor, zero } from './complex.ts'

/** What is left of a pair of windings: which of the two are whole, and siemens that burnt turns carry across the second. */
export interface Wound {
  readonly whole: readonly [first: boolean, second: boolean]
  readonly within: number
}

/** How a part's state leaves its windings. */
export const woundOf = ({ intact, shorted }: Windings<State>, state: State): Wound => ({
  whole: intact(state),
  within: shorted?.(state) ?? 0,
})

export const sameWound = (a: Wound, b: Wound) =>
  a.whole[0] === b.whole[0] && a.whole[1] === b.whole[1] && a.within === b.within

/** Admittances of a pair of windings, siemens: each one's own, and what couples them. */
export interface TwoPort {
  readonly first: Phasor
  readonly second: Phasor
  readonly mutual: Phasor
}

/**
 * The two-port of a pair of windings: the inverse of [[R1 + jwL1, jwM], [jwM, R2 + jwL2]]; an open winding couples nothing.
 *
 * @param omega radians a second
 */
export function twoPort({ ohms, henries, mutual }: Windings<State>, omega: number, { whole, within }: Wound): TwoPort {
  const [r1, r2] = ohms
  const [x1, x2] = [omega * henries[0], omega * henries[1]]
  if (!whole[0] || !whole[1])
    return {
      first: whole[0] ? alone(r1, x1) : zero,
      second: whole[1] ? alone(r2, x2) : zero,
      mutual: zero,
    }
  const xm = omega * mutual
  // Determinant of the impedance matrix: (r1 + jx1)(r2 + jx2) + xm^2.
  const detRe = r1 * r2 - x1 * x2 + xm * xm
  const detIm = r1 * x2 + x1 * r2
  const norm = detRe * detRe + detIm * detIm
  const over = (re: number, im: number, more = 0): Phasor => ({
    re: (re * detRe + im * detIm) / norm + more,
    im: (im * detRe - re * detIm) / norm,
  })
  return { first: over(r2, x2), second: over(r1, x1, within), mutual: over(0, -xm) }
}

/** A winding with its partner open: an inductance and its copper. */
function alone(r: number, x: number): Phasor {
  const norm = r * r + x * x
  return { re: r / norm, im: -x / norm }
}
