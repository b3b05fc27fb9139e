import { terminalName } from '../circuit/netlist.ts'
import type { Circuit, End, Job } from '../job/schema.ts'
import { partsOf, valvesOf } from '../job/zones.ts'
import { kindOf } from '../parts/index.ts'

/** Is a part a joint, whose ways are all one? */
export const isJoint = (circuit: Circuit, part: string): boolean =>
  kindOf(circuit.parts[part])?.roles.connector !== undefined

/** An end by what it is electrically: the ways of a joint are all the same. */
export const endKey = (circuit: Circuit, end: End): string =>
  isJoint(circuit, end.part) ? `${end.part}.*` : terminalName(end)

interface Neighbour {
  readonly own: string
  readonly far: string
  readonly there: string
}

/** What is wired to each part. */
function neighbours(circuit: Circuit): Map<string, Neighbour[]> {
  const found = new Map<string, Neighbour[]>()
  const way = ({ part, terminal }: End) => (isJoint(circuit, part) ? '*' : terminal)
  const add = (own: End, far: End) => {
    const list = found.get(own.part)
    const one = { own: way(own), far: far.part, there: way(far) }
    if (list) list.push(one)
    else found.set(own.part, [one])
  }
  for (const { from, to } of Object.values(circuit.wires)) {
    add(from, to)
    add(to, from)
  }
  return found
}

/** How many entries two lists have in common, each counted as often as it stands in both. */
function common(a: readonly string[], b: readonly string[]): number {
  const left = new Map<string, number>()
  for (const one of a) left.set(one, (left.get(one) ?? 0) + 1)
  let count = 0
  for (const one of b) {
    const more = left.get(one) ?? 0
    if (more === 0) continue
    left.set(one, more - 1)
    count++
  }
  return count
}

interface Scored {
  readonly a: string
  readonly b: string
  readonly score: number
}

/** Is another pair with one of the same two as likely? */
const rivals = (one: Scored, other: Scored) =>
  one !== other && (one.a === other.a || one.b === other.b) && other.score >= one.score

/** Of as many the one that has kept its id, then the first. */
function likeliest(scored: readonly Scored[]): Scored | undefined {
  const of = ({ a, b, score }: Scored) => score + (a === b ? 0.05 : 0)
  return scored.reduce<Scored | undefined>((best, one) => (best && of(best) >= of(one) ? best : one), undefined)
}

/** A circuit with what is known of whose its parts are. */
type Zoned = Circuit & Partial<Pick<Job, 'zones'>>

/** Are two parts the own of two zones, and not of the same? */
function ofOtherZones(was: Zoned, is: Zoned): (a: string, b: string) => boolean {
  const ownerIn = ({ zones = {} }: Zoned) =>
    new Map(Object.entries(zones).flatMap(([id, zone]) => partsOf(zone).map((part) => [part, id])))
  const [before, after] = [ownerIn(was), ownerIn(is)]
  return (a, b) => {
    const [one, other] = [before.get(a), after.get(b)]
    return one !== undefined && other !== undefined && one !== other
  }
}

/** The parts of each zone that is in both, one beside the other by what they do there. */
function ofSameZones(was: Zoned, is: Zoned): [string, string][] {
  return Object.entries(was.zones ?? {}).flatMap(([id, one]) => {
    const other = is.zones?.[id]
    if (!other) return []
    const [valves, others] = [valvesOf(one), valvesOf(other)]
    const roles = [
      [one.thermostat, other.thermostat],
      [one.relay, other.relay],
      [one.pump, other.pump],
      ...valves.map((valve, i) => [valve, others[i]]),
    ] as const
    return roles.flatMap(([a, b]): [string, string][] => (a === undefined || b === undefined ? [] : [[a, b]]))
  })
}

/**
 * Which part of one circuit is which of another. What is a zone's own is known by its zone, since numbers close up when one
 * goes; other devices by their id where their kind is the same; everything else, joints first of all, by what it is wired
 * to that is known already, the likeliest pair first.
 *
 * @example pairParts(job, wiredBy(withoutZoneOne, scheme)).get('V3') // 'V2': the valve of the same zone
 */
export function pairParts(was: Zoned, is: Zoned): Map<string, string> {
  const pairs = new Map<string, string>()
  const taken = new Set<string>()
  const pair = (a: string, b: string) => {
    pairs.set(a, b)
    taken.add(b)
  }
  const apart = ofOtherZones(was, is)
  const device = (a: string, b: string) =>
    !apart(a, b) && !pairs.has(a) && !taken.has(b) && !isJoint(was, a) && was.parts[a]?.kind === is.parts[b]?.kind
  for (const [a, b] of ofSameZones(was, is)) if (was.parts[a] && device(a, b)) pair(a, b)
  // Where the zones have other numbers, so may what belongs to one and is not said to: that is known by its wires.
  const moved = [...pairs].some(([a, b]) => a !== b)
  const several = (id: string) =>
    moved && Object.values(was.parts).filter(({ kind }) => kind === was.parts[id]!.kind).length > 1
  for (const id of Object.keys(was.parts)) if (is.parts[id] && device(id, id) && !several(id)) pair(id, id)
  const [before, after] = [neighbours(was), neighbours(is)]
  const known = (list: readonly Neighbour[] | undefined, name: (id: string) => string | undefined) =>
    (list ?? []).flatMap(({ own, far, there }) => {
      const anchor = name(far)
      return anchor === undefined ? [] : [`${own}>${anchor}.${there}`]
    })
  const alike = (a: string, b: string) => {
    const [one, other] = [was.parts[a]!, is.parts[b]!]
    if (isJoint(was, a) !== isJoint(is, b) || apart(a, b)) return false
    return one.kind === other.kind || isJoint(was, a)
  }
  for (;;) {
    const backwards = new Map([...pairs].map(([a, b]) => [b, a]))
    const mine = new Map(
      Object.keys(was.parts).flatMap((id) =>
        pairs.has(id) ? [] : [[id, known(before.get(id), (far) => (pairs.has(far) ? far : undefined))] as const],
      ),
    )
    const theirs = new Map(
      Object.keys(is.parts).flatMap((id) =>
        taken.has(id) ? [] : [[id, known(after.get(id), (far) => backwards.get(far))] as const],
      ),
    )
    const scored: Scored[] = []
    for (const [a, own] of mine)
      for (const [b, other] of theirs) {
        if (!alike(a, b)) continue
        const shared = common(own, other)
        if (shared === 0) continue
        const unlike = own.length + other.length - 2 * shared
        scored.push({ a, b, score: shared - 0.3 * unlike + (was.parts[a]!.kind === is.parts[b]!.kind ? 0.1 : 0) })
      }
    // Where numbers have moved they tell nothing, and what could be several waits until its neighbours are known.
    const sure = moved ? scored.filter((one) => !scored.some((other) => rivals(one, other))) : []
    const best = likeliest(sure.length > 0 ? sure : scored)
    if (!best) break
    pair(best.a, best.b)
  }
  // What nothing known leads to: the same by name, or by kind, label and place.
  const rest = (fits: (a: string, b: string) => boolean) => {
    for (const a of Object.keys(was.parts)) {
      if (pairs.has(a)) continue
      const b = Object.keys(is.parts).find((one) => !taken.has(one) && !apart(a, one) && fits(a, one))
      if (b !== undefined) pair(a, b)
    }
  }
  const same = (a: string, b: string, ...fields: ('kind' | 'label' | 'place')[]) =>
    fields.every((field) => was.parts[a]![field] === is.parts[b]![field])
  rest((a, b) => a === b && same(a, b, 'kind'))
  rest((a, b) => same(a, b, 'kind', 'label', 'place'))
  rest((a, b) => same(a, b, 'kind', 'place'))
  rest((a, b) => a === b)
  return pairs
}
