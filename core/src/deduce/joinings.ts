/** Ways of joining are not listed beyond so many: first something is measured. */
const MOST = 2000

/** Pairs of nodes that would be joined. */
export type Joining = readonly (readonly [string, string])[]

/**
 * Every way in which loose ends can be the two ends of so many conductors. Ends on one node are alike, and no conductor
 * begins and ends on one node.
 *
 * @param nodes what each end lands on
 * @param apart are these two known not to be joined?
 * @returns nothing where there are more ways than can be listed
 * @example joiningsOf(['a', 'b', 'c', 'c']) // [[['c', 'a'], ['c', 'b']]]
 */
export function joiningsOf(
  nodes: readonly string[],
  apart: (a: string, b: string) => boolean = () => false,
): Joining[] | undefined {
  const left = new Map<string, number>()
  for (const node of nodes) left.set(node, (left.get(node) ?? 0) + 1)
  const names = [...left.keys()].sort((a, b) => left.get(b)! - left.get(a)!)
  const found: Joining[] = []
  const pairs: [string, string][] = []
  let steps = 0
  const take = (name: string, count: number) => left.set(name, left.get(name)! + count)
  // The first node that has an end left gives its ends away one by one, to partners in order, so that none comes twice.
  const give = (at: number, partner: number): boolean => {
    if (++steps > 50 * MOST) return false
    const node = names[at]
    if (node === undefined) {
      found.push([...pairs])
      return found.length <= MOST
    }
    if (left.get(node) === 0) return give(at + 1, at + 2)
    for (let i = partner; i < names.length; i++) {
      const other = names[i]!
      if (left.get(other) === 0 || apart(node, other)) continue
      take(node, -1)
      take(other, -1)
      pairs.push([node, other])
      const on = give(at, i)
      pairs.pop()
      take(node, 1)
      take(other, 1)
      if (!on) return false
    }
    return true
  }
  return give(0, 1) ? found : undefined
}
