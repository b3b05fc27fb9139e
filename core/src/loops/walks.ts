import type { Circuit } from '../circuit/circuit.ts'
import { contactOf, isOperated } from '../circuit/contacts.ts'
import type { Branch } from '../circuit/netlist.ts'

/** One step along a walk: a branch, entered at one node and left at the other. */
export interface Step {
  readonly branch: Branch
  readonly from: number
  readonly to: number
}

/** Cheapest walks from one node to everywhere. */
export interface Walks {
  readonly cost: Float64Array
  /** Steps from the start to a node, or undefined where nothing leads there. */
  to(node: number): Step[] | undefined
}

/**
 * What a step costs: fewest contacts that would have to close, then fewest mends (a broken wire, a lifted lead), then fewest
 * joints. A way that is broken is still the way: round it by a switch of something else is another circuit. A walk through
 * another load is the last resort: it is a mistake, and is shown as one.
 */
const CLOSE = 1e3
const MEND = 1e2
const THROUGH_A_LOAD = 1e7
/** A call that ends in a boiler fed by the same line goes on through what hears it there, and through nothing else. */
const THROUGH_A_BOILER = 1e6
/** Ohms from which a made contact is a leak: a thermostat that lives through its load, a flame eye. */
const LEAKS_FROM = 100

/** Is it the load by which a boiler hears its call? */
export const hearsCall = ({ netlist }: Circuit, { part, element }: Branch) =>
  netlist.parts.get(part!)!.kind.roles.callSense === element!.name

function cost(circuit: Circuit, branch: Branch): number {
  const { open } = circuit.lump(branch)
  switch (branch.form) {
    case 'wire':
      return open ? MEND : 1
    case 'joint':
      return open ? MEND : 0.1
    case 'contact':
      // A leak is no way round.
      if (contactOf(branch)!.ohms > LEAKS_FROM) return Number.POSITIVE_INFINITY
      if (isOperated(branch)) return open ? CLOSE : 0.5
      return open ? MEND : 0.1
    case 'load':
      return hearsCall(circuit, branch) ? THROUGH_A_BOILER : THROUGH_A_LOAD
    default:
      return Number.POSITIVE_INFINITY
  }
}

const NONE: ReadonlySet<number> = new Set()

/** The conducting neighbourhood of every node, with what each step costs in the circuit's present state. */
export class WalkMap {
  readonly #steps: (Step & { cost: number })[][]

  constructor(circuit: Circuit) {
    this.#steps = circuit.netlist.nodes.map(() => [])
    for (const branch of circuit.netlist.branches) {
      const price = cost(circuit, branch)
      if (!Number.isFinite(price)) continue
      this.#steps[branch.a]!.push({ branch, from: branch.a, to: branch.b, cost: price })
      this.#steps[branch.b]!.push({ branch, from: branch.b, to: branch.a, cost: price })
    }
  }

  /** Dijkstra from one node, never through the branches left out nor over the nodes kept clear of. */
  from(start: number, leaveOut: ReadonlySet<Branch>, clearOf: ReadonlySet<number> = NONE): Walks {
    const cost = new Float64Array(this.#steps.length).fill(Number.POSITIVE_INFINITY)
    const arrivedBy: (Step | undefined)[] = []
    const done = new Uint8Array(cost.length)
    const queue = new Set([start])
    cost[start] = 0
    while (queue.size > 0) {
      let node = -1
      for (const candidate of queue) if (node === -1 || cost[candidate]! < cost[node]!) node = candidate
      queue.delete(node)
      done[node] = 1
      for (const step of this.#steps[node]!) {
        if (done[step.to] || leaveOut.has(step.branch) || clearOf.has(step.to)) continue
        const price = cost[node]! + step.cost
        if (price >= cost[step.to]!) continue
        cost[step.to] = price
        arrivedBy[step.to] = step
        queue.add(step.to)
      }
    }
    return {
      cost,
      to(node) {
        if (!Number.isFinite(cost[node]!)) return undefined
        const steps: Step[] = []
        for (let at = node; at !== start; at = steps[0]!.from) steps.unshift(arrivedBy[at]!)
        return steps
      },
    }
  }
}

/** Whether a walk leads to a node over conductors and contacts alone, through no load. */
export const onCopper = ({ cost }: Walks, node: number): boolean => isOnCopper(cost[node]!)
export const isOnCopper = (cost: number): boolean => cost < THROUGH_A_BOILER

/** The same walk the other way round. */
export const turned = (steps: readonly Step[]): Step[] =>
  [...steps].reverse().map(({ branch, from, to }) => ({ branch, from: to, to: from }))
