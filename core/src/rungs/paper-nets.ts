import { contactOf, isOperated, isStrap } from '../circuit/contacts.ts'
import type { Branch, InstalledPart, Netlist } from '../circuit/netlist.ts'

/** A contact or a load between two nets: what a rung is made of. */
export interface Piece {
  readonly part: string
  readonly element: string
  readonly form: 'contact' | 'load'
  /** Nodes of its own ends, and the nets they are on. */
  readonly nodes: readonly [number, number]
  readonly nets: readonly [number, number]
  /** Terminals at its ends; empty where an end is inside the part. */
  readonly terminals: readonly [string, string]
}

/**
 * The wiring on paper: nodes that a conductor or a strap makes one, broken or not, and the contacts and loads between them.
 * The primary of a transformer is a load like any other.
 */
export class PaperNets {
  readonly pieces: readonly Piece[]
  readonly #parent: number[]
  readonly #landed = new Set<number>()

  constructor({ nodes, branches, parts }: Netlist) {
    this.#parent = nodes.map((_, i) => i)
    for (const branch of branches) if (joins(branch)) this.#parent[this.net(branch.a)] = this.net(branch.b)
    for (const { form, a } of branches) if (form === 'wire') this.#landed.add(this.net(a))
    const pieces: Piece[] = []
    for (const part of parts.values()) {
      for (const [element, branch] of part.branches) {
        const form = formOf(branch)
        if (form) pieces.push(this.#piece(part, element, form, branch.a, branch.b))
      }
      for (const [
        element,
        {
          nodes: [a, b],
        },
      ] of part.windings)
        pieces.push(this.#piece(part, element, 'load', a, b))
    }
    this.pieces = pieces.filter(({ nets: [a, b] }) => a !== b)
  }

  /** The net a node is on. */
  net(node: number): number {
    let at = node
    while (this.#parent[at] !== at) at = this.#parent[at]!
    return at
  }

  /** Is any conductor on this net? */
  landed(net: number): boolean {
    return this.#landed.has(net)
  }

  #piece(part: InstalledPart, element: string, form: Piece['form'], a: number, b: number): Piece {
    const terminal = (node: number) =>
      [...part.nodes].find(([name, at]) => at === node && name in part.kind.terminals)?.[0] ?? ''
    return {
      part: part.id,
      element,
      form,
      nodes: [a, b],
      nets: [this.net(a), this.net(b)],
      terminals: [terminal(a), terminal(b)],
    }
  }
}

const joins = (branch: Branch) => branch.form === 'wire' || branch.form === 'joint' || isStrap(branch)

/** Ohms from which a contact is a leak and no way for a rung. */
const LEAKS_FROM = 100

function formOf(branch: Branch): Piece['form'] | undefined {
  if (branch.form === 'load') return 'load'
  return isOperated(branch) && contactOf(branch)!.ohms < LEAKS_FROM ? 'contact' : undefined
}
