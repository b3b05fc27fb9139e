import type { State } from '../parts/kind.ts'
import { minus, type Phasor, plus, size, times, zero } from './complex.ts'
import { Direct } from './direct.ts'
import { conducting, conductsIn, type Force, type Lump, OPEN, under } from './lump.ts'
import { type Branch, type InstalledPart, type Netlist, revalue, type Winding } from './netlist.ts'
import { Nodal, patternOf } from './nodal.ts'
import { sameWound, twoPort, type Wound, woundOf } from './two-port.ts'

/** A circuit with the present values of its contacts and loads: what any instrument, strip or proof asks. */
export class Circuit {
  readonly netlist: Netlist
  /** What each branch is where it conducts; by state alone; what is wrong with it; and what comes of both. */
  readonly #conducting: Lump[]
  readonly #natural: Lump[]
  readonly #forces: (Force | undefined)[]
  readonly #lumps: Lump[]
  readonly #volts: number[]
  readonly #wound: Wound[]
  readonly #ac: Nodal
  readonly #direct: Direct
  readonly #omega: number
  #stale = true
  #changes = 0

  constructor(netlist: Netlist) {
    this.netlist = netlist
    this.#wound = netlist.windings.map(() => ({ whole: [true, true], within: 0 }))
    this.#omega = 2 * Math.PI * netlist.hertz
    const pattern = patternOf(netlist)
    this.#ac = new Nodal(netlist, pattern)
    this.#conducting = netlist.branches.map((branch) => netlist.fixed[branch.index] ?? conducting(branch.element))
    this.#natural = [...this.#conducting]
    for (const { following } of netlist.parts.values()) for (const { index } of following) this.#natural[index] = OPEN
    this.#forces = netlist.branches.map(() => undefined)
    this.#lumps = [...this.#natural]
    this.#volts = netlist.branches.map(({ volts }) => volts)
    this.#direct = new Direct(netlist, pattern, { lumps: this.#lumps, wound: this.#wound })
    for (const branch of netlist.branches) this.#write(branch, this.#lumps[branch.index]!)
    this.#inject()
    for (const index of netlist.windings.keys()) this.#writeWinding(index)
  }

  /** Counts what has changed of its values: while it stands, whatever is felt of the circuit is the same. */
  get changes() {
    return this.#changes
  }

  #changed() {
    this.#stale = true
    this.#direct.spoil()
    this.#changes++
  }

  /** How many times the equations have been solved. */
  get solves() {
    return this.#ac.solves
  }

  /** Gives the elements of a part the values of its state. */
  setState(part: InstalledPart, state: State) {
    for (const branch of part.following) {
      this.#setNatural(branch, conductsIn(branch.element, state) ? this.#conducting[branch.index]! : OPEN)
      // What is solved for alternating current does not hang on it.
      if (branch.element?.form === 'dc' && this.#direct.give(branch, branch.element.volts(state))) this.#changes++
    }
    if (part.windings.size === 0) return
    const { windings } = this.netlist
    for (let index = 0; index < windings.length; index++) {
      if (windings[index]!.part !== part.id) continue
      const wound = woundOf(windings[index]!.element, state)
      if (sameWound(wound, this.#wound[index]!)) continue
      this.#wound[index] = wound
      this.#writeWinding(index)
      this.#changed()
    }
  }

  /** Makes something wrong with a branch, or nothing any more. */
  force(branch: Branch, force: Force | undefined) {
    this.#forces[branch.index] = force
    this.#renew(branch)
  }

  forced(branch: Branch): Force | undefined {
    return this.#forces[branch.index]
  }

  /** The volts an alternating source gives now, RMS. */
  volted(branch: Branch): number {
    return this.#volts[branch.index]!
  }

  /** Gives an alternating source other volts, RMS. */
  setVolts(branch: Branch, volts: number) {
    if (this.#volts[branch.index] === volts) return
    this.#volts[branch.index] = volts
    this.#ac.silence()
    this.#inject()
    this.#changed()
  }

  /**
   * Gives a part other figures, and its elements their values in this state.
   * @returns false, changing nothing, where these figures would join its terminals in another way
   */
  setFigures(part: InstalledPart, figures: InstalledPart['figures'], state: State): boolean {
    if (!revalue(part, figures, this.netlist.site)) return false
    for (const branch of part.branches.values()) {
      this.#conducting[branch.index] = conducting(branch.element)
      this.#setNatural(branch, this.#conducting[branch.index]!)
    }
    this.setState(part, state)
    for (const winding of part.windings.values()) this.#writeWinding(this.netlist.windings.indexOf(winding))
    this.#changed()
    return true
  }

  #setNatural(branch: Branch, value: Lump) {
    if (this.#natural[branch.index] === value) return
    this.#natural[branch.index] = value
    this.#renew(branch)
  }

  #renew(branch: Branch) {
    const value = under(this.#forces[branch.index], this.#natural[branch.index]!)
    const had = this.#lumps[branch.index]!
    if (had.open === value.open && had.ohms === value.ohms && had.henries === value.henries) return
    this.#lumps[branch.index] = value
    this.#write(branch, value)
    this.#changed()
  }

  #inject() {
    for (const branch of this.netlist.branches) {
      if (branch.element?.form !== 'source') continue
      const amps = this.#volts[branch.index]! / branch.element.ohms
      this.#ac.inject(branch.a, amps, 0)
      this.#ac.inject(branch.b, -amps, 0)
    }
  }

  lump(branch: Branch): Lump {
    return this.#lumps[branch.index]!
  }

  /** What is left of a pair of windings. */
  wound(winding: Winding): Wound {
    return this.#wound[this.netlist.windings.indexOf(winding)]!
  }

  /** Solves if anything changed. Returns whether it did. */
  solve(): boolean {
    if (!this.#stale) return false
    this.#ac.solve()
    this.#stale = false
    return true
  }

  /** Volts RMS between two nodes, as a phasor. */
  between(a: number, b: number): Phasor {
    return this.#ac.between(a, b)
  }

  /** Volts RMS between two nodes, magnitude. */
  volts(a: number, b: number): number {
    return size(this.#ac.between(a, b))
  }

  /** What parts feel between events: volts and amps without the refinement that a reading gets. */
  readonly felt = {
    volts: (a: number, b: number): number => this.#ac.roughVolts(a, b),
    /** Volts that work on a branch: none where it is open. */
    over: ({ index }: Branch): number => (this.#lumps[index]!.open ? 0 : this.#ac.roughOver(index)),
    amps: (branch: Branch): number => {
      if (this.#lumps[branch.index]!.open) return 0
      const across = this.#ac.roughBetween(branch.a, branch.b)
      const volts = this.#volts[branch.index]!
      const behind = volts === 0 ? across : minus(across, { re: volts, im: 0 })
      return size(times(this.#ac.admittance(branch.index), behind))
    },
    directVolts: (a: number, b: number): number => this.#direct.roughVolts(a, b),
    /** Amps in the second winding. */
    windingAmps: (winding: Winding): number => {
      const first = this.#firstValue(this.netlist.windings.indexOf(winding))
      const [a, b, c, d] = winding.nodes
      const own = times(this.#ac.admittance(first + 1), this.#ac.roughBetween(c, d))
      return size(plus(times(this.#ac.admittance(first + 2), this.#ac.roughBetween(a, b)), own))
    },
    directAmps: (branch: Branch): number => this.#direct.ampsUnder(branch, this.#direct.roughVolts(branch.a, branch.b)),
  }

  /** Current from a to b through a branch, amps RMS. */
  current(branch: Branch): Phasor {
    const admittance = this.#ac.admittance(branch.index)
    const across = this.between(branch.a, branch.b)
    const volts = this.#volts[branch.index]!
    const behind = volts === 0 ? across : minus(across, { re: volts, im: 0 })
    return this.#lumps[branch.index]!.open ? zero : times(admittance, behind)
  }

  amps(branch: Branch): number {
    return size(this.current(branch))
  }

  /** Volts of whatever kind between two nodes: alternating RMS or direct, the greater. */
  level(a: number, b: number): number {
    const alternating = this.volts(a, b)
    return this.hasDirect ? Math.max(alternating, Math.abs(this.directVolts(a, b))) : alternating
  }

  /** Current of whatever kind through a branch, amps. */
  flow(branch: Branch): number {
    const alternating = this.amps(branch)
    return this.hasDirect ? Math.max(alternating, Math.abs(this.directAmps(branch))) : alternating
  }

  /** Currents into the first and the second winding, amps RMS. */
  windingCurrents(winding: Winding): readonly [Phasor, Phasor] {
    const first = this.#firstValue(this.netlist.windings.indexOf(winding))
    const [a, b, c, d] = winding.nodes
    const across = this.between(a, b)
    const second = this.between(c, d)
    const mutual = this.#ac.admittance(first + 2)
    return [
      plus(times(this.#ac.admittance(first), across), times(mutual, second)),
      plus(times(mutual, across), times(this.#ac.admittance(first + 1), second)),
    ]
  }

  /** Impedance seen between two nodes at line frequency, ohms. */
  impedance(a: number, b: number): Phasor {
    this.solve()
    return this.#ac.impedance(a, b)
  }

  /** Direct-current resistance seen between two nodes with every source asleep, ohms. */
  resistance(a: number, b: number): number {
    return this.#direct.resistance(a, b)
  }

  /** Direct volts of node a over node b. */
  directVolts(a: number, b: number): number {
    return this.#direct.volts(a, b)
  }

  /** Direct current from a to b through a branch, amps. */
  directAmps(branch: Branch): number {
    return this.#direct.ampsUnder(branch, this.directVolts(branch.a, branch.b))
  }

  /** The direct voltage a branch gives now; 0 for all but direct sources. */
  dcVolts(branch: Branch): number {
    return this.#direct.given(branch)
  }

  /** Does anything in this circuit give direct voltage? */
  get hasDirect() {
    return this.#direct.any
  }

  #firstValue(winding: number) {
    return this.netlist.branches.length + 3 * winding
  }

  #write(branch: Branch, { open, ohms, henries, farads }: Lump) {
    if (open) {
      this.#ac.set(branch.index, 0, 0)
      return
    }
    const x = this.#omega * henries
    const norm = ohms * ohms + x * x
    this.#ac.set(branch.index, ohms / norm, -x / norm + this.#omega * farads)
  }

  #writeWinding(index: number) {
    const { first, second, mutual } = twoPort(this.netlist.windings[index]!.element, this.#omega, this.#wound[index]!)
    for (const [i, { re, im }] of [first, second, mutual].entries()) this.#ac.set(this.#firstValue(index) + i, re, im)
  }
}
