import { isStrap } from '../circuit/contacts.ts'
import type { Branch, Netlist } from '../circuit/netlist.ts'
import { type Feed, feedsOf } from '../feeds/feeds.ts'
import type { Job } from '../job/schema.ts'

/** Nodes that are one through the branches let in. */
class Groups {
  readonly #parent: number[]

  constructor({ nodes, branches }: Netlist, through: (branch: Branch) => boolean) {
    this.#parent = nodes.map((_, i) => i)
    for (const branch of branches) if (through(branch)) this.#parent[this.of(branch.a)] = this.of(branch.b)
  }

  of = (node: number): number => {
    let at = node
    while (this.#parent[at] !== at) at = this.#parent[at]!
    return at
  }

  joined = (a: number, b: number) => this.of(a) === this.of(b)
}

const isCopper = (branch: Branch) => branch.form === 'wire' || branch.form === 'joint' || isStrap(branch)

/** Copper, and whatever contact could close. */
const isMetal = (branch: Branch) => isCopper(branch) || branch.form === 'contact'

/** Nodes that are one by copper alone: conductors, connectors and fixed straps. */
export const copperOf = (netlist: Netlist) => new Groups(netlist, isCopper)

/**
 * What is joined to what on the sound wiring, without looking at any state: by copper alone; through the switches, breakers
 * and fuses of a supply as well; and through every contact that could close. Never through a load or a transformer.
 */
export class Poles {
  readonly copper: Groups
  readonly rail: Groups
  readonly metal: Groups
  readonly feeds: readonly Feed[]
  readonly #netlist: Netlist
  readonly #sourced: ReadonlySet<number>

  constructor(netlist: Netlist, job: Job) {
    this.#netlist = netlist
    this.feeds = feedsOf(netlist, job)
    const guards = (branch: Branch) => {
      const of = branch.part === undefined ? undefined : netlist.parts.get(branch.part)?.kind.class
      return branch.form === 'contact' && (of === 'switch' || of === 'protection')
    }
    this.copper = copperOf(netlist)
    this.rail = new Groups(netlist, (branch) => isCopper(branch) || guards(branch))
    this.metal = new Groups(netlist, isMetal)
    const sources = this.feeds.filter(({ circuit }) => circuit !== 'signal')
    this.#sourced = new Set(sources.flatMap(({ hotNode, backNode }) => [hotNode, backNode]).map(this.metal.of))
  }

  /**
   * What a node has in common with others, by name: all that one missing conductor keeps from every source, through whatever
   * contacts; where a source reaches it, the copper it is of.
   */
  gap(node: number): string {
    return this.isLost(node) ? `lost ${this.metal.of(node)}` : `copper ${this.copper.of(node)}`
  }

  /** Does no source reach a node, through whatever contacts? */
  isLost(node: number): boolean {
    return !this.#sourced.has(this.metal.of(node))
  }

  /** The gaps of spots that are terminals. */
  gaps(at: readonly { readonly part?: string; readonly terminal?: string }[]): ReadonlySet<string> {
    return new Set(
      at.flatMap(({ part, terminal }) => {
        const node = part !== undefined && terminal !== undefined ? this.node(part, terminal) : undefined
        return node === undefined ? [] : [this.gap(node)]
      }),
    )
  }

  /** Wires without which two nodes would not be joined by copper; empty where they are not. */
  bridges(a: number, b: number): string[] {
    if (!this.copper.joined(a, b)) return []
    const group = this.copper.of(a)
    const wires = this.#netlist.branches.filter(({ form, a: end }) => form === 'wire' && this.copper.of(end) === group)
    return wires.flatMap(({ wire, index }) => {
      const without = new Groups(this.#netlist, (branch) => branch.index !== index && isCopper(branch))
      return without.joined(a, b) ? [] : [wire!]
    })
  }

  /** What is joined through every contact that could close, once a wire is off. */
  metalWithout(wire: string): Pick<Groups, 'joined'> {
    return new Groups(this.#netlist, (branch) => branch.wire !== wire && isMetal(branch))
  }

  node(part: string, terminal: string): number | undefined {
    return this.#netlist.nodeOf.get(`${part}.${terminal}`)
  }

  /** The line's own feed. */
  get line(): Feed | undefined {
    return this.feeds.find(({ part }) => part.kind.class === 'supply')
  }

  /** 24 V feeds: transformers on the wall, in a panel, in a control. */
  get low(): Feed[] {
    return this.feeds.filter(({ circuit, part }) => circuit === 'low voltage' && part.kind.class !== 'controller')
  }

  get calls(): Feed[] {
    return this.feeds.filter(({ circuit }) => circuit === 'call')
  }

  /** Node of the building's earth. */
  get earth(): number | undefined {
    const line = this.line
    return line && this.node(line.part.id, 'e')
  }

  /** Is a terminal on one of these nodes by copper and the supply's own switches? */
  onRail(node: number | undefined, ...rails: readonly (number | undefined)[]): boolean {
    return node !== undefined && rails.some((rail) => rail !== undefined && this.rail.joined(node, rail))
  }
}
