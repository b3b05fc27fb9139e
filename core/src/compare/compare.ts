import type { Cable, Circuit, End, Job, Part, Wire } from '../job/schema.ts'
import type { Spot } from '../words/spot.ts'
import { labelOf, terminalInWords } from '../words/words.ts'
import { nodesOf } from './nets.ts'
import { endKey, pairParts } from './pairing.ts'

/** One way in which a circuit differs from another, and how it is put back. */
export interface Change {
  readonly what:
    | 'part gone'
    | 'part added'
    | 'part changed'
    | 'wire gone'
    | 'wire added'
    | 'wire moved'
    | 'wires exchanged'
    | 'wire changed'
    | 'cable gone'
    | 'cable added'
    | 'cable changed'
  /** What was done, as one would say it: "Wire 21 moved from Valve 2 M1 to Valve 2 S1". */
  readonly says: string
  /** What would put it back: "Move wire 21 back to Valve 2 M1". */
  readonly remedy: string
  /** What it touches, as it is and as it was. */
  readonly at: readonly Spot[]
  /** Does it join anything that was apart, part anything that was joined, or change what something is? */
  readonly electrical: boolean
  /** Makes the newer circuit as the older was, in this. */
  putBack(draft: Circuit): void
}

export interface Comparison {
  readonly changes: readonly Change[]
  /** Ids of the older circuit to ids of the newer, for what is in both. */
  readonly parts: ReadonlyMap<string, string>
  readonly wires: ReadonlyMap<string, string>
  readonly cables: ReadonlyMap<string, string>
}

const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null)

/**
 * Compares two circuits by what is joined: ids, names, the order of wires, which way of a joint is used and which way round
 * a wire was written make no difference; two leads exchanged are one.
 *
 * @example
 * compare(asPlanned, asFound).changes.map(({ says }) => says)
 * // ['Wires 21 and 22 exchanged at Valve 2 M1 and Valve 2 S1']
 */
export function compare(was: Job, is: Job): Comparison {
  const parts = pairParts(was, is)
  const wires = new Map<string, string>()
  const cables = new Map<string, string>()
  const changes: Change[] = []

  const here = (end: End): End => ({ part: parts.get(end.part) ?? end.part, terminal: end.terminal })
  const wasKeys = (wire: Wire) => [wire.from, wire.to].map((end) => mapped(endKey(was, end)))
  const mapped = (key: string) => {
    const dot = key.indexOf('.')
    const part = key.slice(0, dot)
    return `${parts.get(part) ?? `gone ${part}`}${key.slice(dot)}`
  }
  const isKeys = (wire: Wire) => [wire.from, wire.to].map((end) => endKey(is, end))
  const pairKey = (keys: readonly string[]) => [...keys].sort().join(' ')

  const gone = new Map(Object.entries(was.wires))
  const come = new Map(Object.entries(is.wires))
  const match = (a: string, b: string) => {
    wires.set(a, b)
    gone.delete(a)
    come.delete(b)
  }
  // What joins the same is the same wire; of several, the one of the same core, id or colour.
  const byKey = new Map<string, string[]>()
  for (const [id, wire] of come) {
    const key = pairKey(isKeys(wire))
    byKey.set(key, [...(byKey.get(key) ?? []), id])
  }
  const fits = [
    (a: string, b: string) => a === b,
    (a: string, b: string) => was.wires[a]!.core === is.wires[b]!.core && was.wires[a]!.colour === is.wires[b]!.colour,
    () => true,
  ]
  for (const fit of fits)
    for (const [id, wire] of [...gone]) {
      const list = byKey.get(pairKey(wasKeys(wire))) ?? []
      const found = list.find((other) => come.has(other) && fit(id, other))
      if (found !== undefined) match(id, found)
    }

  // Cables are known by the wires that run in them.
  for (const [a, b] of wires) {
    const [old, now] = [was.wires[a]!.cable, is.wires[b]!.cable]
    if (old && now && !cables.has(old)) cables.set(old, now)
  }
  for (const id of Object.keys(was.cables))
    if (!cables.has(id) && is.cables[id] && ![...cables.values()].includes(id)) cables.set(id, id)

  const nodes = { was: nodesOf(was, (part) => parts.get(part) ?? `gone ${part}`), is: nodesOf(is) }
  const electrical = (old: readonly Wire[], now: readonly Wire[]) =>
    [...old.flatMap(wasKeys), ...now.flatMap(isKeys)].some((key) => {
      const before = [...was_(key)].map((k) => nodes.was.get(k))[0]
      return (before ?? '') !== (nodes.is.get(key) ?? '')
    })
  const backwards = new Map([...parts].map(([a, b]) => [b, a]))
  const was_ = (key: string): string[] => {
    const dot = key.indexOf('.')
    const part = key.slice(0, dot)
    const old = part.startsWith('gone ') ? part.slice(5) : backwards.get(part)
    return old === undefined ? [] : [`${old}${key.slice(dot)}`]
  }
  const point = (job: Job, end: End) => terminalInWords(job, end.part, end.terminal)
  const spots = (...ends: End[]): Spot[] => ends.map(({ part, terminal }) => ({ part, terminal }))
  const restored = (old: Wire): Wire => {
    const cable = old.cable === undefined ? undefined : (cables.get(old.cable) ?? old.cable)
    return { ...old, from: here(old.from), to: here(old.to), ...(cable === undefined ? {} : { cable }) }
  }
  const restore = (draft: Circuit, id: string, old: Wire) => {
    const label = draft.wires[id]?.label ?? old.label
    draft.wires[id] = { ...restored(old), label }
  }
  const freshWire = (draft: Circuit, id: string) => {
    if (!draft.wires[id]) return id
    let n = 1
    while (draft.wires[`b${n}`]) n++
    return `b${n}`
  }

  for (const [a, x, b, y] of exchanges(gone, come, wasKeys, isKeys)) {
    const [one, two] = [was.wires[a]!, was.wires[b]!]
    const places = [one, two].map((wire) => movedEnd(wire, is.wires[wire === one ? x : y]!, wasKeys, isKeys))
    match(a, x)
    match(b, y)
    changes.push({
      what: 'wires exchanged',
      says: `Wires ${one.label} and ${two.label} exchanged at ${places.map((end) => point(was, end)).join(' and ')}`,
      remedy: `Exchange wires ${one.label} and ${two.label} at ${places.map((end) => point(was, end)).join(' and ')}`,
      at: [{ wire: x }, { wire: y }, ...spots(...places.map(here))],
      electrical: electrical([one, two], [is.wires[x]!, is.wires[y]!]),
      putBack(draft) {
        restore(draft, x, one)
        restore(draft, y, two)
      },
    })
  }
  for (const [a, b] of moves(gone, come, wasKeys, isKeys)) {
    const [old, now] = [was.wires[a]!, is.wires[b]!]
    match(a, b)
    changes.push({
      what: 'wire moved',
      says: `Wire ${now.label} moved: ${point(is, now.from)} to ${point(is, now.to)} instead of ${point(was, old.from)} to ${point(was, old.to)}`,
      remedy: `Move wire ${now.label} back, from ${point(was, old.from)} to ${point(was, old.to)}`,
      at: [{ wire: b }, ...spots(here(old.from), here(old.to), now.from, now.to)],
      electrical: electrical([old], [now]),
      putBack: (draft) => restore(draft, b, old),
    })
  }
  for (const [a, old] of gone)
    changes.push({
      what: 'wire gone',
      says: `Wire ${old.label} gone, from ${point(was, old.from)} to ${point(was, old.to)}`,
      remedy: `Land wire ${old.label} again, from ${point(was, old.from)} to ${point(was, old.to)}`,
      at: [{ wire: a }, ...spots(here(old.from), here(old.to))],
      electrical: electrical([old], []),
      putBack(draft) {
        draft.wires[freshWire(draft, a)] = restored(old)
      },
    })
  for (const [b, now] of come)
    changes.push({
      what: 'wire added',
      says: `Wire ${now.label} added, from ${point(is, now.from)} to ${point(is, now.to)}`,
      remedy: `Take wire ${now.label} off`,
      at: [{ wire: b }, ...spots(now.from, now.to)],
      electrical: electrical([], [now]),
      putBack: (draft) => void delete draft.wires[b],
    })
  for (const [a, b] of wires) {
    const [old, now] = [was.wires[a]!, is.wires[b]!]
    const cable = old.cable === undefined ? undefined : (cables.get(old.cable) ?? old.cable)
    const fields = wireFields.filter((field) => !same(field === 'cable' ? cable : old[field], now[field]))
    if (fields.length === 0) continue
    const run = old.cable ? ` in ${was.cables[old.cable]?.label ?? old.cable}` : ', by itself'
    changes.push({
      what: 'wire changed',
      says: `Wire ${now.label}: other ${fields.join(', ')}`,
      remedy: `Run wire ${now.label} as ${old.colour}${run}`,
      at: [{ wire: b }, ...spots(now.from, now.to), ...(now.cable ? [{ cable: now.cable }] : [])],
      electrical: fields.includes('size') || fields.includes('length'),
      putBack(draft) {
        const wire = draft.wires[b]
        if (!wire) return
        const { from, to, label } = wire
        draft.wires[b] = { ...restored(old), from, to, label }
      },
    })
  }
  changes.push(...ofParts(was, is, parts), ...ofCables(was, is, cables))
  return { changes, parts, wires, cables }
}

const wireFields = ['colour', 'size', 'length', 'cable', 'core', 'sleeve'] as const

type Keys = (wire: Wire) => string[]

/** The end of a wire that is no longer where it was. */
function movedEnd(old: Wire, now: Wire, wasKeys: Keys, isKeys: Keys): End {
  const kept = isKeys(now)
  return kept.includes(wasKeys(old)[0]!) ? old.to : old.from
}

/**
 * Pairs of wires each of which has one end where the other had it. Leads exchanged at one end join what they would if
 * exchanged at the other: which it was is told by which lead is which, by its id or colour and core.
 */
function exchanges(
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

/** Wires with one end where it was and the other elsewhere; then those known by their id alone. */
function moves(
  gone: ReadonlyMap<string, Wire>,
  come: ReadonlyMap<string, Wire>,
  wasKeys: Keys,
  isKeys: Keys,
): [string, string][] {
  const ranked: { a: string; b: string; score: number }[] = []
  for (const [a, old] of gone)
    for (const [b, now] of come) {
      const keys = isKeys(now)
      const shared = wasKeys(old).filter((key) => keys.includes(key)).length
      if (shared === 0 && a !== b) continue
      const alike = Number(old.colour === now.colour) + Number(old.core === now.core) + Number(old.label === now.label)
      ranked.push({ a, b, score: 4 * shared + 2 * Number(a === b) + 0.5 * alike })
    }
  ranked.sort((x, y) => y.score - x.score || x.a.localeCompare(y.a) || x.b.localeCompare(y.b))
  const used = new Set<string>()
  return ranked.flatMap(({ a, b }): [string, string][] => {
    if (used.has(`-${a}`) || used.has(`+${b}`)) return []
    used.add(`-${a}`).add(`+${b}`)
    return [[a, b]]
  })
}

function ofParts(was: Job, is: Job, parts: ReadonlyMap<string, string>): Change[] {
  const changes: Change[] = []
  const known = new Set(parts.values())
  for (const [id, old] of Object.entries(was.parts)) {
    const there = parts.get(id)
    if (there === undefined)
      changes.push({
        what: 'part gone',
        says: `${old.label} gone`,
        remedy: `Hang ${old.label} again`,
        at: [{ part: id }],
        electrical: true,
        putBack: (draft) => void (draft.parts[id] ??= old),
      })
    else {
      const now = is.parts[there]!
      const set = (now.kind !== old.kind && 'kind') || (!same(now.figures ?? {}, old.figures ?? {}) && 'figures')
      if (set)
        changes.push({
          what: 'part changed',
          says: `${now.label}: other ${set}`,
          remedy: `Set ${now.label} up as it was`,
          at: [{ part: there }],
          electrical: true,
          putBack: (draft) => setUp(draft.parts[there], old),
        })
    }
  }
  for (const [id, now] of Object.entries(is.parts))
    if (!known.has(id))
      changes.push({
        what: 'part added',
        says: `${labelOf(is, id)} added`,
        remedy: `Take ${now.label} down`,
        at: [{ part: id }],
        electrical: true,
        putBack(draft) {
          delete draft.parts[id]
          for (const [wire, { from, to }] of Object.entries(draft.wires))
            if (from.part === id || to.part === id) delete draft.wires[wire]
        },
      })
  return changes
}

function setUp(part: Part | undefined, as: Part) {
  if (!part) return
  part.kind = as.kind
  if (as.figures) part.figures = as.figures
  else delete part.figures
}

function ofCables(was: Job, is: Job, cables: ReadonlyMap<string, string>): Change[] {
  const changes: Change[] = []
  const known = new Set(cables.values())
  const one = (what: Change['what'], says: string, remedy: string, id: string, putBack: (draft: Circuit) => void) =>
    changes.push({ what, says, remedy, at: [{ cable: id }], electrical: false, putBack })
  const cores = (cable: Cable) => Object.entries(cable.cores).sort()
  for (const [id, old] of Object.entries(was.cables)) {
    const there = cables.get(id)
    const now = there === undefined ? undefined : is.cables[there]
    if (there === undefined || !now)
      one('cable gone', `${old.label} gone`, `Run ${old.label} again`, id, (draft) => void (draft.cables[id] ??= old))
    else if (!same(cores(old), cores(now)))
      one(
        'cable changed',
        `${now.label}: other cores`,
        `Write the cores of ${now.label} down again`,
        there,
        (draft) => {
          const cable = draft.cables[there]
          if (cable) cable.cores = old.cores
        },
      )
  }
  for (const [id, now] of Object.entries(is.cables))
    if (!known.has(id))
      one('cable added', `${now.label} added`, `Take ${now.label} out`, id, (draft) => void delete draft.cables[id])
  return changes
}
