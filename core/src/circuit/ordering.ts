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
  readonly below: readonly Int32Array[]
}

/** @param size number of unknowns @param couples pairs of unknowns that share an entry */
export function eliminate(size: number, couples: Iterable<readonly [number, number]>): Elimination {
  const neighbours = Array.from({ length: size }, () => new Set<number>())
  for (const [a, b] of couples) {
    if (a === b) continue
    neighbours[a]!.add(b)
    neighbours[b]!.add(a)
  }
  const order = new Int32Array(size)
  const stepOf = new Int32Array(size).fill(-1)
  const coupled: number[][] = []
  /** How many neighbours each has left; more than any could have once it is gone. */
  const degree = Int32Array.from(neighbours, (own) => own.size)
  for (let step = 0; step < size; step++) {
    let pick = 0
    for (let node = 1; node < size; node++) if (degree[node]! < degree[pick]!) pick = node
    degree[pick] = size
    order[step] = pick
    stepOf[pick] = step
    const left = [...neighbours[pick]!]
    coupled.push(left)
    for (const node of left) {
      const own = neighbours[node]!
      own.delete(pick)
      for (const other of left) if (other !== node) own.add(other)
      degree[node] = own.size
    }
  }
  const below = coupled.map((nodes) => Int32Array.from(nodes.map((node) => stepOf[node]!)).sort())
  return { order, stepOf, below }
}
