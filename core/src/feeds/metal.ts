import type { Netlist } from '../circuit/netlist.ts'

/**
 * Which nodes current can pass between when every contact is made: wires, joints, contacts and loads, but not strays,
 * not the gap of a transformer, and not the bond to earth.
 */
export class Metal {
  readonly #parent: number[]

  constructor({ nodes, branches }: Netlist) {
    this.#parent = nodes.map((_, i) => i)
    for (const { form, a, b } of branches) {
      if (form === 'stray' || form === 'touch' || form === 'resistor' || form === 'source') continue
      this.#parent[this.#root(a)] = this.#root(b)
    }
  }

  joined(a: number, b: number): boolean {
    return this.#root(a) === this.#root(b)
  }

  #root(node: number): number {
    let at = node
    while (this.#parent[at] !== at) at = this.#parent[at]!
    return at
  }
}
