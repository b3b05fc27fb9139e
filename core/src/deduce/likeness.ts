import { endKey, isJoint, pairParts } from '../compare/pairing.ts'
import type { Circuit, Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { Joined } from './joined.ts'

/** How a wall is like one way in which it may be wired. */
export interface Likeness {
  /** How many joints more or fewer it has than that way: nought where it is wired so; a lead on the wrong terminal makes two. */
  distance(joined: Joined): number
}

/**
 * Compares by what is one with what at the terminals of devices; ids of joints and conductors make no difference.
 * @param wall whose conductors are joined as the argument of `distance` says
 */
export function likenessTo(way: Circuit, wall: Job): Likeness {
  const parts = pairParts(way, wall)
  const nets = new Joined(Object.values(way.wires).map(({ from, to }) => [endKey(way, from), endKey(way, to)]))
  const points: { readonly here: string; readonly net: string }[] = []
  for (const [id, { kind }] of Object.entries(way.parts)) {
    const own = parts.get(id)
    if (own === undefined || isJoint(way, id) || wall.parts[own]?.kind !== kind) continue
    for (const terminal of Object.keys(kindOf({ kind })?.terminals ?? {}))
      points.push({ here: `${own}.${terminal}`, net: nets.of(`${id}.${terminal}`) })
  }
  return {
    distance(joined) {
      const pairs = new Set<string>()
      const here = new Set<string>()
      const there = new Set<string>()
      for (const point of points) {
        const one = joined.of(point.here)
        here.add(one)
        there.add(point.net)
        pairs.add(`${one}\n${point.net}`)
      }
      // Each net on one side in how many pieces on the other, less one, both ways round.
      return 2 * pairs.size - here.size - there.size
    },
  }
}
