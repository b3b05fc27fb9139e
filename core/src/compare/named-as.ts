import type { Job } from '../job/schema.ts'
import { withParts } from '../job/zones.ts'
import { compare } from './compare.ts'

const stem = (id: string) => id.replace(/\d+$/, '')
const numberOf = (id: string) => /\d*$/.exec(id)![0]

/** The next number of a stem: above all that are in use, since one that is free may still hang on the wall. */
function nextId(taken: ReadonlySet<string>, of: string): string {
  const numbers = [...taken].flatMap((id) => (stem(id) === of ? [Number(numberOf(id))] : []))
  return `${of}${Math.max(0, ...numbers) + 1}`
}

/** New ids for what is there now: the old one where it is the same thing, its own where that is free, else another. */
function idsFor(was: object, is: object, pairs: ReadonlyMap<string, string>): Map<string, string> {
  const old = new Map([...pairs].map(([before, now]) => [now, before]))
  const taken = new Set(Object.keys(was))
  return new Map(
    Object.keys(is).map((id): [string, string] => {
      const before = old.get(id)
      if (before !== undefined) return [id, before]
      const free = taken.has(id) ? nextId(taken, stem(id)) : id
      taken.add(free)
      return [id, free]
    }),
  )
}

/** By ids of a job, those of another of the same plant: the same where it is the same thing, else one that is free there. */
export interface Naming {
  readonly parts: ReadonlyMap<string, string>
  readonly wires: ReadonlyMap<string, string>
  readonly cables: ReadonlyMap<string, string>
}

/** The names that what is there now had before. */
export function namingOf(was: Job, is: Job): Naming {
  const { parts, wires, cables } = compare(was, is)
  return {
    parts: idsFor(was.parts, is.parts, parts),
    wires: idsFor(was.wires, is.wires, wires),
    cables: idsFor(was.cables, is.cables, cables),
  }
}

/**
 * The same job with the names its parts, cables and wires had before, wherever they join the same: a technician knows a
 * splice on the wall by the number that is written on it. What is new gets a number that was not in use.
 *
 * @example namedAs(plan, rewired(changed, scheme).job).parts.S8 // the splice that was S8, though one before it is gone
 */
export function namedAs(was: Job, is: Job, { parts, wires, cables } = namingOf(was, is)): Job {
  const part = (id: string) => parts.get(id) ?? id
  const circuit = <C extends Pick<Job, 'parts' | 'cables' | 'wires'>>(
    one: C,
  ): Pick<Job, 'parts' | 'cables' | 'wires'> => ({
    parts: renamed(one.parts, parts, (it, id, name) => ({
      ...it,
      label: labelled(it.label, was.parts[name]?.label, id, name),
    })),
    cables: renamed(one.cables, cables, (it, id, name) => ({
      ...it,
      label: labelled(it.label, was.cables[name]?.label, id, name),
    })),
    wires: renamed(one.wires, wires, (it, id, name) => ({
      ...it,
      from: { ...it.from, part: part(it.from.part) },
      to: { ...it.to, part: part(it.to.part) },
      ...(it.cable === undefined ? {} : { cable: cables.get(it.cable) ?? it.cable }),
      label: wireLabel(it.label, was.wires[name]?.label, id, name),
    })),
  })
  const zones = Object.fromEntries(Object.entries(is.zones).map(([id, zone]) => [id, withParts(zone, part)]))
  return { ...is, ...circuit(is), zones, wired: is.wired && circuit(is.wired) }
}

/** What has kept its id was not numbered anew: a name of its own is somebody's. */
function labelled(label: string, before: string | undefined, id: string, name: string): string {
  if (id === name || before !== undefined) return id === name ? label : before!
  const number = numberOf(id)
  return label.includes(id) || number === ''
    ? label.replace(id, name)
    : label.replace(new RegExp(`\\b${number}$`), numberOf(name))
}

const wireLabel = (label: string, before: string | undefined, id: string, name: string) =>
  id === name ? label : (before ?? (label === numberOf(id) ? numberOf(name) : label))

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
