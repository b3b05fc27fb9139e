/** A thing to be stacked: its height, and where its centre would like to be. */
export interface Stackable {
  readonly height: number
  readonly centre: number | undefined
}

/**
 * Tops of things stacked in their order with a gap, each as near to where it would like to be as the others allow: least
 * squares under the order, by pooling neighbours that would overlap.
 */
export function stacked(things: readonly Stackable[], gap: number): number[] {
  interface Pool {
    first: number
    count: number
    height: number
    /** Sum of the wished tops of the pool, and how many wish. */
    sum: number
    wishes: number
  }
  const topOf = (pool: Pool, before: Pool | undefined): number => {
    if (pool.wishes > 0) return pool.sum / pool.wishes
    return before ? topOf(before, undefined) + before.height : 0
  }
  const pools: Pool[] = []
  for (const [i, { height, centre }] of things.entries()) {
    let pool: Pool = {
      first: i,
      count: 1,
      height: height + gap,
      sum: centre === undefined ? 0 : centre - height / 2,
      wishes: centre === undefined ? 0 : 1,
    }
    for (let before = pools.at(-1); before; before = pools.at(-1)) {
      const free = topOf(pool, before) >= topOf(before, pools.at(-2)) + before.height
      if (free && pool.wishes > 0) break
      pools.pop()
      // The pool below wishes its own top; as part of the pool above it wishes that pool's top so much higher.
      pool = {
        first: before.first,
        count: before.count + pool.count,
        height: before.height + pool.height,
        sum: before.sum + pool.sum - pool.wishes * before.height,
        wishes: before.wishes + pool.wishes,
      }
    }
    pools.push(pool)
  }
  const tops: number[] = []
  let bottom = Number.NEGATIVE_INFINITY
  for (const pool of pools) {
    let y = pool.wishes > 0 ? pool.sum / pool.wishes : Math.max(0, bottom)
    y = Math.max(y, bottom)
    for (let i = pool.first; i < pool.first + pool.count; i++) {
      tops.push(y)
      y += things[i]!.height + gap
    }
    bottom = y
  }
  return tops
}
