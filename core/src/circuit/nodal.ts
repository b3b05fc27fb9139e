import type { Phasor } from './complex.ts'
import { grouped } from './grouped.ts'
import { Ldl } from './ldl.ts'
import type { Netlist } from './netlist.ts'
import { type Elimination, eliminate } from './ordering.ts'
import { integers, vectors } from './vectors.ts'

/** The pattern of a netlist's nodal matrix, shared by its AC and DC solution. */
export const patternOf = (netlist: Netlist): Elimination => eliminate(netlist.nodes.length - 1, couples(netlist))

function couples({ branches, windings }: Netlist): number[] {
  const pairs: number[] = []
  for (const { a, b } of branches) if (a > 0 && b > 0) pairs.push(a - 1, b - 1)
  for (const { nodes } of windings)
    for (const a of nodes) for (const b of nodes) if (a > b && b > 0) pairs.push(a - 1, b - 1)
  return pairs
}

/**
 * Nodal equations Y v = i of one frequency. Values are admittances: one for each branch, three for each pair of
 * windings (own, own, mutual). Every entry of the matrix is summed afresh from its values when one of them changes, so
 * nothing drifts however often contacts make and break.
 */
export class Nodal {
  readonly #ldl: Ldl
  readonly #stepOf: Int32Array
  readonly #valueRe: Float64Array
  readonly #valueIm: Float64Array
  /** For each value, the entries it touches; and the column each entry lies in. */
  readonly #touchStart: Int32Array
  readonly #touches: Int32Array
  readonly #columnOf: Int32Array
  /** For each entry, pairs (value, sign). */
  readonly #stampStart: Int32Array
  readonly #stamps: Int32Array
  readonly #bRe: Float64Array
  readonly #bIm: Float64Array
  readonly #yRe: Float64Array
  readonly #yIm: Float64Array
  readonly #xRe: Float64Array
  readonly #xIm: Float64Array
  /** The refined solution, made when it is first asked for. */
  readonly #zRe: Float64Array
  readonly #zIm: Float64Array
  #refined = false
  /** Steps of the two ends of every branch, one past the last for earth; and of the four ends of every pair of windings. */
  readonly #ends: Int32Array
  readonly #windingEnds: Int32Array
  readonly #scratch: readonly [Float64Array, Float64Array, Float64Array, Float64Array, Float64Array, Float64Array]
  /** How often the equations were solved since the start. */
  solves = 0

  constructor(netlist: Netlist, pattern: Elimination) {
    const ldl = new Ldl(pattern)
    const values = netlist.branches.length + 3 * netlist.windings.length
    const entries = ldl.re.length
    const [touchStart, columnOf] = integers(values + 1, entries)
    const touches: number[] = []
    const stamps: number[] = []
    const { stepOf } = pattern
    const stamp = (value: number, a: number, b: number, sign: number) => {
      if (a === 0 || b === 0) return
      const i = stepOf[a - 1]!
      const k = stepOf[b - 1]!
      const entry = ldl.entry(i, k)
      columnOf[entry] = Math.min(i, k)
      stamps.push(entry, value, sign)
      touches.push(entry)
    }
    // Value by value: what the next one touches comes after.
    const stamped = (value: number) => {
      touchStart[value + 1] = touches.length
    }
    const twoTerminal = (value: number, a: number, b: number) => {
      if (a !== b) {
        stamp(value, a, a, 1)
        stamp(value, b, b, 1)
        stamp(value, a, b, -1)
      }
      stamped(value)
    }
    for (const { index, a, b } of netlist.branches) twoTerminal(index, a, b)
    for (const [w, { nodes }] of netlist.windings.entries()) {
      const [a, b, c, d] = nodes
      const first = netlist.branches.length + 3 * w
      twoTerminal(first, a, b)
      twoTerminal(first + 1, c, d)
      // The mutual admittance couples each end of one winding with each end of the other. Where an end is shared the
      // entry is on the diagonal and counts twice, once from each side.
      for (const [p, x] of [
        [a, 1],
        [b, -1],
      ] as const)
        for (const [s, y] of [
          [c, 1],
          [d, -1],
        ] as const) {
          stamp(first + 2, p, s, x * y)
          if (p === s) stamp(first + 2, p, s, x * y)
        }
      stamped(first + 2)
    }
    this.#ldl = ldl
    this.#stepOf = stepOf
    this.#columnOf = columnOf
    this.#touchStart = touchStart
    this.#touches = Int32Array.from(touches)
    ;[this.#stampStart, this.#stamps] = grouped(entries, 2, stamps)
    const value = vectors(values, 2)
    this.#valueRe = value()
    this.#valueIm = value()
    const end = (node: number) => (node === 0 ? ldl.size : stepOf[node - 1]!)
    this.#ends = new Int32Array(2 * netlist.branches.length)
    for (const { index, a, b } of netlist.branches) {
      this.#ends[2 * index] = end(a)
      this.#ends[2 * index + 1] = end(b)
    }
    this.#windingEnds = Int32Array.from(netlist.windings.flatMap(({ nodes }) => nodes.map(end)))
    // One place more than there are unknowns: earth's, always zero in a solution.
    const vector = vectors(ldl.size + 1, 14)
    this.#scratch = [vector(), vector(), vector(), vector(), vector(), vector()]
    this.#bRe = vector()
    this.#bIm = vector()
    this.#yRe = vector()
    this.#yIm = vector()
    this.#xRe = vector()
    this.#xIm = vector()
    this.#zRe = vector()
    this.#zIm = vector()
  }

  /** Sets an admittance, siemens. Returns whether it changed. */
  set(value: number, re: number, im: number): boolean {
    if (this.#valueRe[value] === re && this.#valueIm[value] === im) return false
    this.#valueRe[value] = re
    this.#valueIm[value] = im
    const { re: entryRe, im: entryIm } = this.#ldl
    const stamps = this.#stamps
    const last = this.#touchStart[value + 1]!
    for (let t = this.#touchStart[value]!; t < last; t++) {
      const entry = this.#touches[t]!
      let sumRe = 0
      let sumIm = 0
      const end = this.#stampStart[entry + 1]!
      for (let s = this.#stampStart[entry]!; s < end; s += 2) {
        sumRe += stamps[s + 1]! * this.#valueRe[stamps[s]!]!
        sumIm += stamps[s + 1]! * this.#valueIm[stamps[s]!]!
      }
      entryRe[entry] = sumRe
      entryIm[entry] = sumIm
      this.#ldl.spoil(this.#columnOf[entry]!)
    }
    return true
  }

  admittance(value: number): Phasor {
    return { re: this.#valueRe[value]!, im: this.#valueIm[value]! }
  }

  /** Pushes a current into a node from outside, amps, on top of what is pushed already. */
  inject(node: number, re: number, im: number) {
    if (node === 0) return
    const step = this.#stepOf[node - 1]!
    this.#bRe[step] = this.#bRe[step]! + re
    this.#bIm[step] = this.#bIm[step]! + im
    this.#ldl.spoil(step)
  }

  /** Takes every current back that was pushed in. */
  silence() {
    for (let step = 0; step < this.#bRe.length; step++) {
      if (this.#bRe[step] === 0 && this.#bIm[step] === 0) continue
      this.#bRe[step] = 0
      this.#bIm[step] = 0
      this.#ldl.spoil(step)
    }
  }

  solve() {
    this.solves++
    this.#ldl.factor(this.#bRe, this.#bIm, this.#yRe, this.#yIm)
    this.#ldl.backward(this.#yRe, this.#yIm, this.#xRe, this.#xIm)
    this.#refined = false
  }

  /**
   * One step of iterative refinement, when a solution is first read. The currents left over at each node are summed from voltage differences, branch by
   * branch, so that they are exact where the matrix is nearly singular: islands that hang on strays alone.
   */
  #refine() {
    if (this.#refined) return
    this.#refined = true
    const rRe = this.#scratch[0]
    const rIm = this.#scratch[1]
    const dRe = this.#scratch[4]
    const dIm = this.#scratch[5]
    rRe.set(this.#bRe)
    rIm.set(this.#bIm)
    this.#leftOver(rRe, rIm)
    this.#ldl.forward(rRe, rIm, this.#scratch[2], this.#scratch[3])
    this.#ldl.backward(this.#scratch[2], this.#scratch[3], dRe, dIm)
    const xRe = this.#xRe
    const xIm = this.#xIm
    const zRe = this.#zRe
    const zIm = this.#zIm
    for (let step = 0; step < this.#ldl.size; step++) {
      zRe[step] = xRe[step]! + dRe[step]!
      zIm[step] = xIm[step]! + dIm[step]!
    }
  }

  /** Takes the currents of all branches and windings out of the right side. Earth has a last place of its own. */
  #leftOver(rRe: Float64Array, rIm: Float64Array) {
    const ends = this.#ends
    const valueRe = this.#valueRe
    const valueIm = this.#valueIm
    const xRe = this.#xRe
    const xIm = this.#xIm
    const count = ends.length >> 1
    for (let value = 0; value < count; value++) {
      const yRe = valueRe[value]!
      const yIm = valueIm[value]!
      if (yRe === 0 && yIm === 0) continue
      const a = ends[2 * value]!
      const b = ends[2 * value + 1]!
      const vRe = xRe[a]! - xRe[b]!
      const vIm = xIm[a]! - xIm[b]!
      const iRe = yRe * vRe - yIm * vIm
      const iIm = yRe * vIm + yIm * vRe
      rRe[a] = rRe[a]! - iRe
      rIm[a] = rIm[a]! - iIm
      rRe[b] = rRe[b]! + iRe
      rIm[b] = rIm[b]! + iIm
    }
    const w = this.#windingEnds
    for (let at = 0, value = count; at < w.length; at += 4, value += 3) {
      this.#take(rRe, rIm, value, w[at]!, w[at + 1]!, w[at]!, w[at + 1]!)
      this.#take(rRe, rIm, value + 1, w[at + 2]!, w[at + 3]!, w[at + 2]!, w[at + 3]!)
      this.#take(rRe, rIm, value + 2, w[at]!, w[at + 1]!, w[at + 2]!, w[at + 3]!)
      this.#take(rRe, rIm, value + 2, w[at + 2]!, w[at + 3]!, w[at]!, w[at + 1]!)
    }
  }

  /** Takes out the current that a value drives from a to b under the voltage of p over q. */
  #take(rRe: Float64Array, rIm: Float64Array, value: number, a: number, b: number, p: number, q: number) {
    const yRe = this.#valueRe[value]!
    const yIm = this.#valueIm[value]!
    const vRe = this.#xRe[p]! - this.#xRe[q]!
    const vIm = this.#xIm[p]! - this.#xIm[q]!
    const iRe = yRe * vRe - yIm * vIm
    const iIm = yRe * vIm + yIm * vRe
    rRe[a] = rRe[a]! - iRe
    rIm[a] = rIm[a]! - iIm
    rRe[b] = rRe[b]! + iRe
    rIm[b] = rIm[b]! + iIm
  }

  /** Volts RMS of node a over node b. */
  between(a: number, b: number): Phasor {
    this.#refine()
    return {
      re: this.#at(this.#zRe, a) - this.#at(this.#zRe, b),
      im: this.#at(this.#zIm, a) - this.#at(this.#zIm, b),
    }
  }

  /** The same without refinement: good to a millionth, which is plenty for a relay to make up its mind. */
  roughBetween(a: number, b: number): Phasor {
    return {
      re: this.#at(this.#xRe, a) - this.#at(this.#xRe, b),
      im: this.#at(this.#xIm, a) - this.#at(this.#xIm, b),
    }
  }

  /** Volts RMS between two nodes, rough, magnitude: what parts ask over and over. */
  roughVolts(a: number, b: number): number {
    const re = this.#at(this.#xRe, a) - this.#at(this.#xRe, b)
    const im = this.#at(this.#xIm, a) - this.#at(this.#xIm, b)
    return Math.sqrt(re * re + im * im)
  }

  /** Volts RMS across a branch, rough, magnitude. @param branch its index */
  roughOver(branch: number): number {
    const a = this.#ends[2 * branch]!
    const b = this.#ends[2 * branch + 1]!
    const re = this.#xRe[a]! - this.#xRe[b]!
    const im = this.#xIm[a]! - this.#xIm[b]!
    return Math.sqrt(re * re + im * im)
  }

  #at(x: Float64Array, node: number): number {
    return node === 0 ? 0 : x[this.#stepOf[node - 1]!]!
  }

  /** The impedance seen between two nodes with all sources asleep, ohms. `solve` must be up to date. */
  impedance(a: number, b: number): Phasor {
    const at = (node: number) => (node > 0 ? this.#stepOf[node - 1]! : -1)
    return this.#ldl.across(at(a), at(b))
  }
}
