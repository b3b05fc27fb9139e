import type { Lump } from './lump.ts'
import type { Branch, Netlist } from './netlist.ts'
import { Nodal } from './nodal.ts'
import type { Elimination } from './ordering.ts'
import type { Wound } from './two-port.ts'

/** What the direct-current twin is made of: how each branch and each pair of windings stands, in the order of the netlist. */
export interface Values {
  readonly lumps: readonly Lump[]
  readonly wound: readonly Wound[]
}

/**
 * A circuit as direct current sees it: the same pattern, with resistances and direct sources only. Solved when it is first
 * asked after something has changed.
 */
export class Direct {
  readonly #netlist: Netlist
  readonly #pattern: Elimination
  readonly #values: Values
  readonly #volts = new Map<number, number>()
  #nodal: Nodal | undefined
  #stale = true

  constructor(netlist: Netlist, pattern: Elimination, values: Values) {
    this.#netlist = netlist
    this.#pattern = pattern
    this.#values = values
  }

  /** Does anything in this circuit give direct voltage? */
  get any(): boolean {
    return this.#volts.size > 0
  }

  /** Says that a value of the circuit has changed. */
  spoil() {
    this.#stale = true
  }

  /** The direct voltage a branch gives now; 0 for all but direct sources. */
  given({ index }: Branch): number {
    return this.#volts.get(index) ?? 0
  }

  /** Gives a direct source its volts. @returns whether they have changed */
  give({ index }: Branch, volts: number): boolean {
    if (this.#volts.get(index) === volts) return false
    this.#volts.set(index, volts)
    this.#stale = true
    return true
  }

  /** Volts of node a over node b. */
  volts(a: number, b: number): number {
    return this.#solved().between(a, b).re
  }

  /** The same without the refinement that a reading gets. */
  roughVolts(a: number, b: number): number {
    return this.#solved().roughBetween(a, b).re
  }

  /** Ohms seen between two nodes with every source asleep. */
  resistance(a: number, b: number): number {
    return this.#solved().impedance(a, b).re
  }

  /** Amps through a branch with so many volts across it. */
  ampsUnder(branch: Branch, volts: number): number {
    const lump = this.#values.lumps[branch.index]!
    return lump.open ? 0 : (volts - this.given(branch)) / lump.ohms
  }

  #solved(): Nodal {
    const { branches, windings } = this.#netlist
    const { lumps, wound } = this.#values
    const nodal = (this.#nodal ??= new Nodal(this.#netlist, this.#pattern))
    if (!this.#stale) return nodal
    for (const branch of branches) {
      const lump = lumps[branch.index]!
      const passes = !lump.open && !(branch.element?.form === 'load' && branch.element.rectified)
      nodal.set(branch.index, passes ? 1 / lump.ohms : 0, 0)
    }
    for (const [i, { element }] of windings.entries()) {
      const first = branches.length + 3 * i
      const { whole, within } = wound[i]!
      nodal.set(first, whole[0] ? 1 / element.ohms[0] : 0, 0)
      nodal.set(first + 1, (whole[1] ? 1 / element.ohms[1] : 0) + within, 0)
    }
    nodal.silence()
    for (const [index, volts] of this.#volts) {
      const lump = lumps[index]!
      if (lump.open) continue
      const { a, b } = branches[index]!
      nodal.inject(a, volts / lump.ohms, 0)
      nodal.inject(b, -volts / lump.ohms, 0)
    }
    nodal.solve()
    this.#stale = false
    return nodal
  }
}
