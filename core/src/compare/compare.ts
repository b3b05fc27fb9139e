import type { Circuit, End, Job, Wire } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { Spot } from '../words/spot.ts'
import { terminalInWords } from '../words/words.ts'
import { cablesChanged, pairCables } from './cables-changed.ts'
import { type Change, same } from './change.ts'
import { exchanges, movedEnd, moves } from './moved-wires.ts'
import { nodesOf } from './nets.ts'
import { endKey, pairParts } from './pairing.ts'
import { partsChanged } from './parts-changed.ts'

export interface Comparison {
  readonly changes: readonly Change[]
  /** Ids of the older circuit to ids of the newer, for what is in both. */
  readonly parts: ReadonlyMap<string, string>
  readonly wires: ReadonlyMap<string, string>
  readonly cables: ReadonlyMap<string, string>
}

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
  const changes: Change[] = []

  const here = (end: End): End => ({ part: parts.get(end.part) ?? end.part, terminal: end.terminal })
  const wasKeys = (wire: Wire) => [wire.from, wire.to].map((end) => mapped(endKey(was, end)))
  const mapped = (key: string) => {
    const dot = key.indexOf('.')
    const part = key.slice(0, dot)
    return `${parts.get(part) ?? `gone ${part}`}${key.slice(dot)}`
  }
  const isKeys = (wire: Wire) => [wire.from, wire.to].map((end) => endKey(is, end))
  const gathers = (key: string) => {
    const of = kindOf(is.parts[key.slice(0, key.indexOf('.'))])?.class
    return of === 'joint' || of === 'panel'
  }
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

  const cables = pairCables(was, is, wires)
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
  for (const [a, b] of moves(gone, come, wasKeys, isKeys, gathers)) {
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
  changes.push(...partsChanged(was, is, parts), ...cablesChanged(was, is, cables))
  return { changes, parts, wires, cables }
}

const wireFields = ['colour', 'size', 'length', 'cable', 'core', 'sleeve'] as const
