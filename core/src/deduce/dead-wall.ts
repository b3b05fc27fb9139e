import { isJoint } from '../compare/pairing.ts'
import { feedsOf } from '../feeds/feeds.ts'
import { bring, DEAD } from '../find/stand.ts'
import type { Job } from '../job/schema.ts'
import { DEAD_VOLTS } from '../meter/limits.ts'
import { read } from '../meter/meter.ts'
import type { Simulation } from '../motion/simulation.ts'
import { benchWith } from '../suppose/bench.ts'
import { APART } from './facts.ts'
import type { Joining } from './joinings.ts'
import { pointOf } from './nodes.ts'

/** A wall with everything dead, as an ohmmeter finds it; ends that nobody followed lead nowhere. */
export class DeadWall {
  readonly #bench: Simulation
  readonly #job: Job

  constructor(job: Job) {
    this.#job = job
    this.#bench = benchWith(job, [])
    this.#bench.settle()
    bring(this.#bench, job, DEAD)
  }

  /** What an ohmmeter shows between two nodes; null over its range. */
  ohms(from: string, to: string): { readonly value: number | null; readonly shows: string } {
    const [a, b] = [this.#node(from), this.#node(to)]
    if (a === undefined || b === undefined) return { value: null, shows: 'OL' }
    const { value, shows, unit } = read(this.#bench, 'ohms', a, b)
    return { value, shows: value === null ? shows : `${shows} ${unit}` }
  }

  /** Parts through which ohms are shown between two nodes, in order; none where nothing leads from one to the other. */
  between(from: string, to: string): string[] {
    const [a, b] = [this.#node(from), this.#node(to)]
    if (a === undefined || b === undefined) return []
    const { circuit, netlist } = this.#bench
    // What an ohmmeter's current can go through: what is closed, and the windings of transformers.
    const ways = [
      ...netlist.branches.filter((one) => one.form !== 'stray' && !circuit.lump(one).open),
      ...netlist.windings.flatMap(({ part, nodes: [a, b, c, d] }) => [
        { part, a, b },
        { part, a: c, b: d },
      ]),
    ]
    const cameBy = new Map<number, { readonly part?: string; readonly from: number }>([[a, { from: a }]])
    for (const node of cameBy.keys())
      for (const { part, a: one, b: other } of ways) {
        const next = one === node ? other : other === node ? one : undefined
        if (next !== undefined && !cameBy.has(next)) cameBy.set(next, { ...(part ? { part } : {}), from: node })
      }
    const parts: string[] = []
    for (let at = b, step = cameBy.get(b); step && at !== a; at = step.from, step = cameBy.get(at))
      if (step.part && !isJoint(this.#job, step.part)) parts.unshift(step.part)
    return [...new Set(parts)]
  }

  /** Those of these nodes that stay live with everything off: what hangs ahead of all that opens. */
  live(nodes: readonly string[]): string[] {
    const backs = feedsOf(this.#bench.netlist, this.#job).map(({ backNode }) => backNode)
    const volts = (node: number, back: number) => read(this.#bench, 'loz', node, back).value ?? 0
    return nodes.filter((name) => {
      const node = this.#node(name)
      return node !== undefined && backs.some((back) => Math.abs(volts(node, back)) > DEAD_VOLTS)
    })
  }

  /** Pairs of these nodes that a low reading joins although no conductor need do so. */
  lowPairs(nodes: readonly string[]): Joining {
    const found: [string, string][] = []
    for (const [i, from] of nodes.entries())
      for (const to of nodes.slice(i + 1)) {
        const { value } = this.ohms(from, to)
        if (value !== null && value < APART) found.push([from, to])
      }
    return found
  }

  #node(name: string): number | undefined {
    return this.#bench.netlist.nodeOf.get(pointOf(this.#job, name))
  }
}
