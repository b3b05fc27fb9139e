import type { Phasor } from './complex.ts'
import { Ldl } from './ldl.ts'
import type { Netlist } from './netlist.ts'
import { type Elimination, eliminate } from './ordering.ts'

/** The pattern of a netlist's nodal matrix, shared by its AC and DC solution. */
export const patternOf = (netlist: Netlist): Elimination => eliminate(netlist.nodes.length - 1, couples(netlist))

function* couples({ branches, windings }: Netlist): Generator<[number, number]> {
  for (const { a, b } of branches) if (a > 0 && b > 0) yield [a - 1, b - 1]
  for (const { nodes } of windings)
    for (const a of nodes) for (const b of nodes) if (a > b && b > 0) yield [a - 1, b - 1]
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
  /** For each value, the entries it touches and the column each lies in. */
  readonly #touches: readonly Int32Array[]
  readonly #columnOf: Int32Array
  /** For each entry, pairs (value, sign). */
  readonly #stamps: readonly Int32Array[]
  readonly #bRe: Float64Array
  readonly #bIm: Float64Array
  readonly #yRe: Float64Array
  readonly #yIm: Float64Array
  readonly #xRe: Float64Array
  readonly #xIm: Float64Array
  #scratch: Float64Array[] | undefined
  /** How often the equations were solved since the start. */
  solves = 0

  constructor(netlist: Netlist, pattern: Elimination) {
    const ldl = new Ldl(pattern)
    const values = netlist.branches.length + 3 * netlist.windings.length
    const entries = ldl.re.length
    const touches: number[][] = Array.from({ length: values }, () => [])
    const stamps: number[][] = Array.from({ length: entries }, () => [])
    this.#columnOf = new Int32Array(entries)
    const { stepOf } = pattern
    const stamp = (value: number, a: number, b: number, sign: number) => {
      if (a === 0 || b === 0) return
      const i = stepOf[a - 1]!
      const k = stepOf[b - 1]!
      const entry = ldl.entry(i, k)
      this.#columnOf[entry] = Math.min(i, k)
      stamps[entry]!.push(value, sign)
      touches[value]!.push(entry)
    }
    const twoTerminal = (value: number, a: number, b: number) => {
      if (a === b) return
      stamp(value, a, a, 1)
      stamp(value, b, b, 1)
      stamp(value, a, b, -1)
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
    }
    this.#ldl = ldl
    this.#stepOf = stepOf
    this.#touches = touches.map((list) => Int32Array.from(list))
    this.#stamps = stamps.map((list) => Int32Array.from(list))
    this.#valueRe = new Float64Array(values)
    this.#valueIm = new Float64Array(values)
    const vector = () => new Float64Array(ldl.size)
    this.#bRe = vector()
    this.#bIm = vector()
    this.#yRe = vector()
    this.#yIm = vector()
    this.#xRe = vector()
    this.#xIm = vector()
  }

  /** Sets an admittance, siemens. Returns whether it changed. */
  set(value: number, re: number, im: number): boolean {
    if (this.#valueRe[value] === re && this.#valueIm[value] === im) return false
    this.#valueRe[value] = re
    this.#valueIm[value] = im
    const { re: entryRe, im: entryIm } = this.#ldl
    for (const entry of this.#touches[value]!) {
      const stamps = this.#stamps[entry]!
      let sumRe = 0
      let sumIm = 0
      for (let s = 0; s < stamps.length; s += 2) {
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
  }

  re(node: number): number {
    return node === 0 ? 0 : this.#xRe[this.#stepOf[node - 1]!]!
  }

  im(node: number): number {
    return node === 0 ? 0 : this.#xIm[this.#stepOf[node - 1]!]!
  }

  /** Volts RMS of node a over node b. */
  between(a: number, b: number): Phasor {
    return { re: this.re(a) - this.re(b), im: this.im(a) - this.im(b) }
  }

  /** The impedance seen between two nodes with all sources asleep, ohms. `solve` must be up to date. */
  impedance(a: number, b: number): Phasor {
    const ldl = this.#ldl
    this.#scratch ??= Array.from({ length: 6 }, () => new Float64Array(ldl.size))
    const [bRe, bIm, yRe, yIm, xRe, xIm] = this.#scratch as [
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
    ]
    bRe.fill(0)
    const at = (node: number) => this.#stepOf[node - 1]!
    if (a > 0) bRe[at(a)] = 1
    if (b > 0) bRe[at(b)] = bRe[at(b)]! - 1
    ldl.forward(bRe, bIm, yRe, yIm)
    ldl.backward(yRe, yIm, xRe, xIm)
    const part = (x: Float64Array) => (a > 0 ? x[at(a)]! : 0) - (b > 0 ? x[at(b)]! : 0)
    return { re: part(xRe), im: part(xIm) }
  }
}
