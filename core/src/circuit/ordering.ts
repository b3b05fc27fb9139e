import { integers } from './vectors.ts'

/**
 * Minimum-degree elimination order of a symmetric pattern, and the fill it makes. Circuits of this trade are almost
 * trees, so nearly every node goes with one or two neighbours left.
 */
export interface Elimination {
  /** Node eliminated at each step. */
  readonly order: Int32Array
  /** Step at which each node is eliminated. */
  readonly stepOf: Int32Array
  /** For each step, the later steps it is coupled to, ascending. */
  readonly below: readonly (readonly number[])[]
}

/** @param size number of unknowns @param couples pairs of unknowns that share an entry, laid end to end */
export function eliminate(size: number, couples: readonly number[]): Elimination {
  // Lists, not sets: nearly all have two or three.
  const neighbours: number[][] = []
  for (let node = 0; node < size; node++) neighbours.push([])
  const couple = (one: number, other: number) => {
    const own = neighbours[one]!
    if (!own.includes(other)) own.push(other)
  }
  for (let at = 0; at < couples.length; at += 2) {
    const a = couples[at]!
    const b = couples[at + 1]!
    if (a === b) continue
    couple(a, b)
    couple(b, a)
  }
  const [order, stepOf, degree] = integers(size, size, size)
  const coupled: number[][] = []
  // How many neighbours each has left; more than any could have once it is gone.
  for (let node = 0; node < size; node++) degree[node] = neighbours[node]!.length
  /** None left has fewer, and none before `from` so few: the first from there that has no more is the one. */
  let fewest = 0
  let from = 0
  for (let step = 0; step < size; step++) {
    while (from < size && degree[from]! > fewest) from++
    let pick = from
    if (from === size) {
      pick = 0
      for (let node = 1; node < size; node++) if (degree[node]! < degree[pick]!) pick = node
      from = pick
    }
    fewest = degree[pick]!
    degree[pick] = size
    order[step] = pick
    stepOf[pick] = step
    const left = neighbours[pick]!
    coupled.push(left)
    for (const node of left) {
      const own = neighbours[node]!
      // In no order: what was last takes its place.
      own[own.indexOf(pick)] = own.at(-1)!
      own.pop()
      for (const other of left) if (other !== node) couple(node, other)
      degree[node] = own.length
      if (own.length > fewest) continue
      fewest = own.length
      if (node < from) from = node
    }
  }
  const below = coupled.map((nodes) => ascending(nodes.map((node) => stepOf[node]!)))
  return { order, stepOf, below }
}

/** Sorted in place, by putting each where it belongs among those before it: nearly all lists have two or three. */
function ascending(steps: number[]): number[] {
  for (let i = 1; i < steps.length; i++) {
    const step = steps[i]!
    let at = i
    for (; at > 0 && steps[at - 1]! > step; at--) steps[at] = steps[at - 1]!
    steps[at] = step
  }
  return steps
}
