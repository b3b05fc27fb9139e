import { grouped } from './grouped.ts'
import type { Elimination } from './ordering.ts'
import { integers, vectors } from './vectors.ts'

/**
 * L D L^T of a complex symmetric matrix whose pattern is fixed (Davis, *Direct Methods for Sparse Linear Systems*,
 * ch. 4, left-looking). No pivoting: the nodal matrices here are dominated by their diagonal.
 * A changed entry spoils only the columns on its path to the root of the elimination tree; `factor` redoes just those,
 * with the same operations in the same order as a full factorisation, so the bits do not depend on what came before.
 * Steps, not nodes, index everything in this file.
 */
export class Ldl {
  readonly size: number
  /** Matrix entries: the diagonal first, then `entry(i, k)` for i > k. */
  readonly re: Float64Array
  readonly im: Float64Array
  /** Column k owns entries columnStart[k] up to columnStart[k + 1]; their rows are in rowOf. */
  readonly #columnStart: Int32Array
  readonly #rowOf: Int32Array
  /** For each column, triples (target, unscaled, scaled): target -= unscaled * scaled. */
  readonly #programStart: Int32Array
  readonly #program: Int32Array
  /** For each row, pairs (entry, column) to its left. */
  readonly #rowStart: Int32Array
  readonly #row: Int32Array
  readonly #parent: Int32Array
  readonly #uRe: Float64Array
  readonly #uIm: Float64Array
  readonly #lRe: Float64Array
  readonly #lIm: Float64Array
  readonly #dRe: Float64Array
  readonly #dIm: Float64Array
  readonly #spoilt: Uint8Array
  /** Work space of `across`, all zero between two calls. */
  readonly #wRe: Float64Array
  readonly #wIm: Float64Array

  constructor({ below }: Elimination) {
    const size = below.length
    this.size = size
    const total = below.reduce((sum, { length }) => sum + length, size)
    const [columnStart, rowOf, parent] = integers(size + 1, total, size)
    let place = size
    for (let k = 0; k < size; k++) {
      columnStart[k] = place
      parent[k] = below[k]![0] ?? -1
      for (const row of below[k]!) rowOf[place++] = row
    }
    columnStart[size] = total
    this.#columnStart = columnStart
    this.#rowOf = rowOf
    this.#parent = parent
    const program: number[] = []
    const row: number[] = []
    for (let j = 0; j < size; j++) {
      const own = below[j]!
      const first = columnStart[j]!
      for (let at = 0; at < own.length; at++) {
        const k = own[at]!
        row.push(k, first + at, j)
        program.push(k, k, first + at, first + at)
        // What is left of this column lies in that one too, in the same order: its places are met on the way.
        let target = columnStart[k]!
        for (let other = at + 1; other < own.length; other++) {
          while (this.#rowOf[target] !== own[other]) target++
          program.push(k, target, first + other, first + at)
        }
      }
    }
    ;[this.#programStart, this.#program] = grouped(size, 3, program)
    ;[this.#rowStart, this.#row] = grouped(size, 2, row)
    const entries = vectors(total, 6)
    this.re = entries()
    this.im = entries()
    this.#uRe = entries()
    this.#uIm = entries()
    this.#lRe = entries()
    this.#lIm = entries()
    const steps = vectors(size, 4)
    this.#dRe = steps()
    this.#dIm = steps()
    this.#wRe = steps()
    this.#wIm = steps()
    this.#spoilt = new Uint8Array(size).fill(1)
  }

  /** Where entry (i, k) of the matrix is kept, either way round. */
  entry(i: number, k: number): number {
    if (i === k) return i
    const [column, row] = i > k ? [k, i] : [i, k]
    const end = this.#columnStart[column + 1]!
    for (let place = this.#columnStart[column]!; place < end; place++) if (this.#rowOf[place] === row) return place
    throw new RangeError(`entry (${i}, ${k}) is not in the pattern`)
  }

  /** Says that an entry of column k was changed. */
  spoil(k: number) {
    const spoilt = this.#spoilt
    for (let at = k; at !== -1 && spoilt[at] === 0; at = this.#parent[at]!) spoilt[at] = 1
  }

  /**
   * Brings the factors up to date and carries a right side forward over the columns that were redone.
   * @param bRe,bIm right side @param yRe,yIm the forward solution, kept by the caller between calls
   */
  factor(bRe: Float64Array, bIm: Float64Array, yRe: Float64Array, yIm: Float64Array) {
    const { re, im } = this
    const size = this.size
    const uRe = this.#uRe
    const uIm = this.#uIm
    const lRe = this.#lRe
    const lIm = this.#lIm
    const program = this.#program
    for (let k = 0; k < size; k++) {
      if (this.#spoilt[k] === 0) continue
      this.#spoilt[k] = 0
      const from = this.#columnStart[k]!
      const to = this.#columnStart[k + 1]!
      uRe[k] = re[k]!
      uIm[k] = im[k]!
      for (let e = from; e < to; e++) {
        uRe[e] = re[e]!
        uIm[e] = im[e]!
      }
      const end = this.#programStart[k + 1]!
      for (let p = this.#programStart[k]!; p < end; p += 3) {
        const t = program[p]!
        const u = program[p + 1]!
        const l = program[p + 2]!
        uRe[t] = uRe[t]! - (uRe[u]! * lRe[l]! - uIm[u]! * lIm[l]!)
        uIm[t] = uIm[t]! - (uRe[u]! * lIm[l]! + uIm[u]! * lRe[l]!)
      }
      const dRe = uRe[k]!
      const dIm = uIm[k]!
      const norm = dRe * dRe + dIm * dIm
      const invRe = dRe / norm
      const invIm = -dIm / norm
      this.#dRe[k] = invRe
      this.#dIm[k] = invIm
      for (let e = from; e < to; e++) {
        lRe[e] = uRe[e]! * invRe - uIm[e]! * invIm
        lIm[e] = uRe[e]! * invIm + uIm[e]! * invRe
      }
      this.#forwardRow(k, bRe, bIm, yRe, yIm)
    }
  }

  /** Forward substitution of a whole right side with the factors as they stand. */
  forward(bRe: Float64Array, bIm: Float64Array, yRe: Float64Array, yIm: Float64Array) {
    for (let k = 0; k < this.size; k++) this.#forwardRow(k, bRe, bIm, yRe, yIm)
  }

  #forwardRow(k: number, bRe: Float64Array, bIm: Float64Array, yRe: Float64Array, yIm: Float64Array) {
    const row = this.#row
    const lRe = this.#lRe
    const lIm = this.#lIm
    let sumRe = bRe[k]!
    let sumIm = bIm[k]!
    const end = this.#rowStart[k + 1]!
    for (let r = this.#rowStart[k]!; r < end; r += 2) {
      const e = row[r]!
      const j = row[r + 1]!
      sumRe -= lRe[e]! * yRe[j]! - lIm[e]! * yIm[j]!
      sumIm -= lRe[e]! * yIm[j]! + lIm[e]! * yRe[j]!
    }
    yRe[k] = sumRe
    yIm[k] = sumIm
  }

  /** Back substitution: the solution x from a forward solution y. */
  backward(yRe: Float64Array, yIm: Float64Array, xRe: Float64Array, xIm: Float64Array) {
    const rowOf = this.#rowOf
    const lRe = this.#lRe
    const lIm = this.#lIm
    for (let k = this.size - 1; k >= 0; k--) {
      const dRe = this.#dRe[k]!
      const dIm = this.#dIm[k]!
      let sumRe = yRe[k]! * dRe - yIm[k]! * dIm
      let sumIm = yRe[k]! * dIm + yIm[k]! * dRe
      const end = this.#columnStart[k + 1]!
      for (let e = this.#columnStart[k]!; e < end; e++) {
        const i = rowOf[e]!
        sumRe -= lRe[e]! * xRe[i]! - lIm[e]! * xIm[i]!
        sumIm -= lRe[e]! * xIm[i]! + lIm[e]! * xRe[i]!
      }
      xRe[k] = sumRe
      xIm[k] = sumIm
    }
  }

  /**
   * What lies between two steps with the factors as they stand: bᵀ A⁻¹ b, with b one at the first and minus one at the other.
   * With y = L⁻¹ b it is Σ y² / d, and y is zero off the two paths to the root: nothing else is looked at, and nothing is
   * carried back. @param a,b steps; -1 for what is not among the unknowns
   */
  across(a: number, b: number): { re: number; im: number } {
    const wRe = this.#wRe
    const wIm = this.#wIm
    if (a >= 0) wRe[a] = 1
    if (b >= 0) wRe[b] = wRe[b]! - 1
    let sumRe = 0
    let sumIm = 0
    let [one, other] = [a, b]
    while (one >= 0 || other >= 0) {
      // Parents come after their children: the lower of the two is next, and both where the paths have met.
      const k = other < 0 || (one >= 0 && one <= other) ? one : other
      if (one === k) one = this.#parent[k]!
      if (other === k) other = this.#parent[k]!
      const re = wRe[k]!
      const im = wIm[k]!
      wRe[k] = 0
      wIm[k] = 0
      if (re === 0 && im === 0) continue
      const squareRe = re * re - im * im
      const squareIm = 2 * re * im
      sumRe += squareRe * this.#dRe[k]! - squareIm * this.#dIm[k]!
      sumIm += squareRe * this.#dIm[k]! + squareIm * this.#dRe[k]!
      const end = this.#columnStart[k + 1]!
      for (let e = this.#columnStart[k]!; e < end; e++) {
        const i = this.#rowOf[e]!
        wRe[i] = wRe[i]! - (this.#lRe[e]! * re - this.#lIm[e]! * im)
        wIm[i] = wIm[i]! - (this.#lRe[e]! * im + this.#lIm[e]! * re)
      }
    }
    return { re: sumRe, im: sumIm }
  }
}
