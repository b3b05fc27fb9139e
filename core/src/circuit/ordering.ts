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

/** @param size number of unknowns @param couples pairs of unknowns that share an entry */
export function eliminate(size: number, couples: Iterable<readonly [number, number]>): Elimination {
  // Lists, not sets: nearly all have two or three.
  const neighbours = Array.from({ length: size }, (): number[] => [])
  const couple = (one: number, other: number) => {
    const own = neighbours[one]!
    if (!own.includes(other)) own.push(other)
  }
  for (const [a, b] of couples) {
    if (a === b) continue
    couple(a, b)
    couple(b, a)
  }
  const order = new Int32Array(size)
  const stepOf = new Int32Array(size).fill(-1)
  const coupled: number[][] = []
  /** How many neighbours each has left; more than any could have once it is gone. */
  const degree = Int32Array.from(neighbours, (own) => own.length)
  /** None left has fewer: the first that has no more is the one. */
  let fewest = 0
  for (let step = 0; step < size; step++) {
    let pick = 0
    for (let node = 1; degree[pick]! > fewest && node < size; node++) if (degree[node]! < degree[pick]!) pick = node
    fewest = degree[pick]!
    degree[pick] = size
    order[step] = pick
    stepOf[pick] = step
    const left = neighbours[pick]!
    coupled.push(left)
    for (const node of left) {
      const own = neighbours[node]!
      own.splice(own.indexOf(pick), 1)
      for (const other of left) if (other !== node) couple(node, other)
      degree[node] = own.length
      if (own.length < fewest) fewest = own.length
    }
  }
  const below = coupled.map((nodes) => nodes.map((node) => stepOf[node]!).sort((a, b) => a - b))
  return { order, stepOf, below }
}
