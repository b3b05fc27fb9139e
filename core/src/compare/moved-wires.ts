import type { End, Wire } from '../job/schema.ts'

/** What a wire joins, by the keys of its two ends. */
type Keys = (wire: Wire) => string[]

/** The end of a wire that is no longer where it was. */
export function movedEnd(old: Wire, now: Wire, wasKeys: Keys, isKeys: Keys): End {
  const kept = isKeys(now)
  return kept.includes(wasKeys(old)[0]!) ? old.to : old.from
}

/**
 * Pairs of wires each of which has one end where the other had it. Leads exchanged at one end join what they would if
 * exchanged at the other: which it was is told by which lead is which, by its id or colour and core.
 */
export function exchanges(
  gone: ReadonlyMap<string, Wire>,
  come: ReadonlyMap<string, Wire>,
  wasKeys: Keys,
  isKeys: Keys,
): [string, string, string, string][] {
  const found: [string, string, string, string][] = []
  const used = new Set<string>()
  const list = [...gone]
  const other = (keys: readonly string[], key: string) => (keys[0] === key ? keys[1]! : keys[0]!)
  const now = [...come].map(([id, wire]) => [id, isKeys(wire)] as const)
  const joining = (x: string, y: string) =>
    now.find(
      ([id, keys]) => !used.has(`+${id}`) && ((keys[0] === x && keys[1] === y) || (keys[0] === y && keys[1] === x)),
    )?.[0]
  const alike = (a: string, x: string) => {
    const [old, is] = [gone.get(a)!, come.get(x)!]
    return a === x ? 2 : Number(old.colour === is.colour && old.core === is.core)
  }
  for (const [i, [a, one]] of list.entries())
    for (const [b, two] of list.slice(i + 1)) {
      if (used.has(`-${a}`) || used.has(`-${b}`)) continue
      const [first, second] = [wasKeys(one), wasKeys(two)]
      const ways = first.flatMap((p) =>
        second.flatMap((q) => {
          const [t, u] = [other(first, p), other(second, q)]
          if (p === q || t === u) return []
          const [x, y] = [joining(p, u), joining(q, t)]
          return x === undefined || y === undefined || x === y ? [] : [{ x, y, alike: alike(a, x) + alike(b, y) }]
        }),
      )
      const [best] = ways.sort((m, n) => n.alike - m.alike)
      if (!best) continue
      for (const id of [`-${a}`, `-${b}`, `+${best.x}`, `+${best.y}`]) used.add(id)
      found.push([a, best.x, b, best.y])
    }
  return found
}

const sum = (all: readonly number[]) => all.reduce((total, one) => total + one, 0)

/**
 * Wires with one end where it was and the other elsewhere; then those known by their id alone.
 * @param gathers whether what has that key gathers conductors of all parts
 */
export function moves(
  gone: ReadonlyMap<string, Wire>,
  come: ReadonlyMap<string, Wire>,
  wasKeys: Keys,
  isKeys: Keys,
  gathers: (key: string) => boolean,
): [string, string][] {
  const ranked: { a: string; b: string; score: number }[] = []
  // A conductor stays with its device: it is of its cable. On which terminal of a centre it lands is soon changed.
  const held = (key: string) => (gathers(key) ? 4 : 7)
  for (const [a, old] of gone)
    for (const [b, now] of come) {
      const keys = isKeys(now)
      const shared = wasKeys(old).filter((key) => keys.includes(key))
      if (shared.length === 0 && a !== b) continue
      const alike = Number(old.colour === now.colour) + Number(old.core === now.core) + Number(old.label === now.label)
      ranked.push({ a, b, score: sum(shared.map(held)) + 2 * Number(a === b) + 0.5 * alike })
    }
  ranked.sort((x, y) => y.score - x.score || x.a.localeCompare(y.a) || x.b.localeCompare(y.b))
  const used = new Set<string>()
  return ranked.flatMap(({ a, b }): [string, string][] => {
    if (used.has(`-${a}`) || used.has(`+${b}`)) return []
    used.add(`-${a}`).add(`+${b}`)
    return [[a, b]]
  })
}
