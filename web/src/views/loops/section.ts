import type { Post, Strip } from '@civil-lantern/core'
import { leastFor, leastOf } from './lines.ts'

type Item = Strip['items'][number]

export interface Section {
  readonly strip: Strip
  /** Stretches of wire with stations left out of them. */
  readonly leftOut: ReadonlySet<Item>
}

/**
 * What of a strip is drawn where the whole has no room: the stations it is about, and beside them as many as there is room for.
 * Between two that are drawn the wire goes on over what is left out; where an end of the strip is left out it has no post there.
 * Of wires in a row only those next to one that it is about are drawn.
 * @param about wires, parts and terminals it is about
 * @param room width, pixels
 */
export function sectionOf(strip: Strip, about: readonly string[], room: number): Section {
  if (leastOf(strip) <= room) return { strip, leftOut: new Set() }
  const { items, from, to } = strip
  const all = items.flatMap(({ form }, i) => (form === 'station' ? [i] : []))
  const kept = keptOf(strip, all, about, room)
  const first = kept[0] === all[0] ? 0 : kept[0]! - 1
  const last = kept.at(-1) === all.at(-1) ? items.length - 1 : kept.at(-1)! + 1
  const subject = kept.find((i) => isAbout(items[i]!, about)) ?? kept[0]
  const leftOut = new Set<Item>()
  const drawn: Item[] = items.slice(first, kept[0])
  for (const [k, i] of kept.entries()) {
    const item = items[i]!
    // The others stand around it.
    drawn.push(item.form === 'station' ? { ...item, subject: i === subject } : item)
    const next = kept[k + 1]
    if (next === undefined) drawn.push(...items.slice(i + 1, last + 1))
    else if (all.indexOf(next) === all.indexOf(i) + 1) drawn.push(...items.slice(i + 1, next))
    else {
      const wire = acrossOf(items.slice(i + 1, next))
      if (wire) leftOut.add(wire)
      drawn.push(...(wire ? [wire] : []))
    }
  }
  const { from: _, to: __, ...rest } = strip
  return {
    strip: {
      ...rest,
      ...(first === 0 && from ? { from } : {}),
      ...(last === items.length - 1 && to ? { to } : {}),
      items: drawn.map((item) => withinReach(item, about)),
    },
    leftOut,
  }
}

/** The stations that are drawn, as their places among the items: what it is about, then the nearest to that. */
function keptOf({ items, from, to }: Strip, all: readonly number[], about: readonly string[], room: number): number[] {
  const must = new Set(all.filter((i) => isAbout(items[i]!, about)))
  for (const [i, item] of items.entries())
    if (item.form === 'stretch' && isAbout(item, about))
      for (const beside of [all.findLast((at) => at < i), all.find((at) => at > i)])
        if (beside !== undefined) must.add(beside)
  if (isOf(from, about)) must.add(all[0]!)
  if (isOf(to, about)) must.add(all.at(-1)!)
  if (must.size === 0) must.add(all[0]!)
  const away = (i: number) => Math.min(...[...must].map((one) => Math.abs(all.indexOf(one) - all.indexOf(i))))
  const most = Math.max(must.size, all.findLastIndex((_, i) => leastFor(i + 1) <= room) + 1)
  return [...all]
    .sort((a, b) => away(a) - away(b))
    .slice(0, most)
    .sort((a, b) => a - b)
}

const isOf = (post: Post | undefined, about: readonly string[]): boolean =>
  post !== undefined && (about.includes(post.part) || about.includes(`${post.part}.${post.terminal}`))

const isAbout = (item: Item, about: readonly string[]): boolean =>
  item.form === 'station'
    ? isOf(item.enter, about) || isOf(item.leave, about)
    : item.runs.some(({ wire, splice }) => about.includes(wire) || (splice && about.includes(splice.part)))

/** A stretch with no more wires than one to either side of that which it is about. */
function withinReach(item: Item, about: readonly string[]): Item {
  if (item.form === 'station') return item
  const at = item.runs.findIndex(({ wire }) => about.includes(wire))
  return at < 0 ? item : { ...item, runs: item.runs.slice(Math.max(0, at - 1), at + 2) }
}

/** The wire that stands for all that is left out: as it begins and as it ends. */
function acrossOf(items: readonly Item[]): Item | undefined {
  const wires = items.flatMap((item) => (item.form === 'stretch' ? [item] : []))
  const [first, last] = [wires[0], wires.at(-1)]
  if (!first || !last) return undefined
  const { splice: _, ...begins } = first.runs[0]!
  const ends = last.runs.at(-1)!
  return { ...first, runs: begins.wire === ends.wire ? [begins] : [begins, ends] }
}
