import { freshId } from '../job/fresh-id.ts'
import type { Job } from '../job/schema.ts'
import { withParts } from '../job/zones.ts'
import { compare } from './compare.ts'

const stem = (id: string) => id.replace(/\d+$/, '')

/** New ids for what is there now: the old one where it is the same thing, its own where that is free, else another. */
function idsFor(was: object, is: object, pairs: ReadonlyMap<string, string>): Map<string, string> {
  const old = new Map([...pairs].map(([before, now]) => [now, before]))
  const taken: Record<string, true> = {}
  for (const id of [...Object.keys(was), ...old.values()]) taken[id] = true
  return new Map(
    Object.keys(is).map((id): [string, string] => {
      const before = old.get(id)
      if (before !== undefined) return [id, before]
      const free = Object.hasOwn(taken, id) ? freshId(taken, stem(id)) : id
      taken[free] = true
      return [id, free]
    }),
  )
}

/**
 * The same job with the names its parts, cables and wires had before, wherever they join the same: a technician knows a
 * splice on the wall by the number that is written on it. What is new gets a number that was not in use.
 *
 * @example namedAs(plan, rewired(changed, scheme).job).parts.S8 // the splice that was S8, though one before it is gone
 */
export function namedAs(was: Job, is: Job): Job {
  const pairs = compare(was, is)
  const parts = idsFor(was.parts, is.parts, pairs.parts)
  const wires = idsFor(was.wires, is.wires, pairs.wires)
  const cables = idsFor(was.cables, is.cables, pairs.cables)
  const part = (id: string) => parts.get(id) ?? id
  const circuit = <C extends Pick<Job, 'parts' | 'cables' | 'wires'>>(
    one: C,
  ): Pick<Job, 'parts' | 'cables' | 'wires'> => ({
    parts: renamed(one.parts, parts, (it, id, name) => ({
      ...it,
      label: labelled(it.label, was.parts[name]?.label, id, name),
    })),
    cables: renamed(one.cables, cables, (it) => it),
    wires: renamed(one.wires, wires, (it, _, name) => ({
      ...it,
      from: { ...it.from, part: part(it.from.part) },
      to: { ...it.to, part: part(it.to.part) },
      ...(it.cable === undefined ? {} : { cable: cables.get(it.cable) ?? it.cable }),
      label: was.wires[name]?.label ?? name.replace(/^\D+/, ''),
    })),
  })
  const zones = Object.fromEntries(Object.entries(is.zones).map(([id, zone]) => [id, withParts(zone, part)]))
  return { ...is, ...circuit(is), zones, wired: is.wired && circuit(is.wired) }
}

const labelled = (label: string, before: string | undefined, id: string, name: string) =>
  before ?? (id === name ? label : label.replace(id, name))

function renamed<T>(
  all: Readonly<Record<string, T>>,
  ids: ReadonlyMap<string, string>,
  as: (it: T, id: string, name: string) => T,
) {
  return Object.fromEntries(
    Object.entries(all).map(([id, it]) => {
      const name = ids.get(id) ?? id
      return [name, as(it, id, name)]
    }),
  )
}
