import { compare } from '../compare/compare.ts'
import { namedAs } from '../compare/named-as.ts'
import { isJoint } from '../compare/pairing.ts'
import { makeEdit } from '../job/edit.ts'
import type { End, Job, Part } from '../job/schema.ts'
import { withParts } from '../job/zones.ts'
import { wiredBy } from './index.ts'
import type { Scheme } from './scheme.ts'

/** Wiring again over what a person has changed since: what is kept, what comes new, and what has no place any more. */
export interface Rewiring {
  readonly job: Job
  /** Changes of the user that stay, in words. */
  readonly kept: readonly string[]
  /** Changes of the user that cannot stay, and why. */
  readonly lost: readonly string[]
  /** What the new wiring brings or takes away by itself. */
  readonly fresh: readonly string[]
}

type Parts = Job['parts']
type Wires = Job['wires']

/**
 * Wires a job by a way and carries over what the user has changed since it was last wired: whatever differs from the wiring
 * that was written then is the user's own. Parts and wires are recognised by what they join, since their numbers shift when
 * a zone comes or goes.
 *
 * @param hangs whether any of it hangs on a wall already: what stays keeps the number that is written on it there, instead of
 * being numbered in its order
 */
export function rewired(job: Job, scheme: Scheme, hangs = false): Rewiring {
  const made = carriedOver(job, scheme)
  const next = hangs ? namedAs(job, made.job) : made.job
  return { ...made, job: next, fresh: newcomers(job, next) }
}

function carriedOver(job: Job, scheme: Scheme): Omit<Rewiring, 'fresh'> {
  const fresh = wiredBy(job, scheme)
  const base = job.wired
  if (!base) return { job: fresh, kept: [], lost: [] }
  const { parts: toFresh, wires: wireToFresh } = compare({ ...job, ...base }, fresh)
  const kept: string[] = []
  const lost: string[] = []
  const parts: Parts = { ...fresh.parts }
  const wires: Wires = { ...fresh.wires }
  const name = (part: Part) => part.label

  for (const [id, mine] of Object.entries(job.parts)) {
    const was = base.parts[id]
    const here = was ? toFresh.get(id) : undefined
    if (!was) {
      if (parts[id]) lost.push(`${name(mine)}: the new wiring has a part of that number`)
      else {
        parts[id] = mine
        kept.push(`${name(mine)}, added`)
      }
      continue
    }
    const changed = changes(was, mine)
    if (Object.keys(changed).length === 0) continue
    if (here && parts[here]!.kind === mine.kind) {
      parts[here] = merged(parts[here]!, changed)
      kept.push(
        `${name(mine)}: ${Object.keys(changed)
          .map((field) => fieldWords[field] ?? field)
          .join(', ')}`,
      )
    } else lost.push(`${name(mine)}: it is not in the new wiring${here ? ' as that kind' : ''}`)
  }
  for (const [id, was] of Object.entries(base.parts)) {
    const here = toFresh.get(id)
    if (job.parts[id] || !here) continue
    delete parts[here]
    kept.push(`${name(was)}, removed`)
  }

  const moved = (end: End): End | undefined => {
    const part = base.parts[end.part] ? toFresh.get(end.part) : end.part
    return part && parts[part] ? { part, terminal: end.terminal } : undefined
  }
  for (const [id, was] of Object.entries(base.wires)) {
    const mine = job.wires[id]
    const here = wireToFresh.get(id)
    if (!mine) {
      if (here) {
        delete wires[here]
        kept.push(`Wire ${was.label}, taken out`)
      }
      continue
    }
    const changed = changes(was, mine)
    if (Object.keys(changed).length === 0) continue
    if (!here || !wires[here]) {
      lost.push(`Wire ${mine.label}: what it joined is not in the new wiring`)
      continue
    }
    const [from, to] = [moved(mine.from), moved(mine.to)]
    if (!from || !to) {
      lost.push(`Wire ${mine.label}: it would lead to a part that is gone`)
      continue
    }
    const { from: _f, to: _t, cable, core, ...rest } = changed
    const run = cable && fresh.cables[cable] ? { cable, ...(core ? { core } : {}) } : {}
    wires[here] = { ...merged(wires[here]!, { ...rest, ...run }), from, to }
    kept.push(
      `Wire ${mine.label}: ${Object.keys(changed)
        .map((field) => fieldWords[field] ?? field)
        .join(', ')}`,
    )
  }
  for (const [id, mine] of Object.entries(job.wires)) {
    if (base.wires[id]) continue
    const [from, to] = [moved(mine.from), moved(mine.to)]
    if (!from || !to) lost.push(`Wire ${mine.label}: it would lead to a part that is gone`)
    else {
      const { cable, core, ...rest } = mine
      const run = cable && fresh.cables[cable] ? { cable, ...(core ? { core } : {}) } : {}
      wires[freeId(wires, id)] = { ...rest, ...run, from, to }
      kept.push(`Wire ${mine.label}, added`)
    }
  }
  // A wire may not lead to a part the user took out.
  for (const [id, { from, to }] of Object.entries(wires)) if (!parts[from.part] || !parts[to.part]) delete wires[id]
  const zones = Object.fromEntries(
    Object.entries(fresh.zones).map(([id, zone]) => [id, withParts(zone, (own) => (parts[own] ? own : undefined))]),
  )
  return { job: { ...fresh, zones, parts, wires }, kept, lost }
}

const fieldWords: Readonly<Record<string, string>> = {
  label: 'name',
  at: 'where it hangs',
  leadColours: 'lead colours',
  layout: 'how its terminals lie',
  from: 'where it starts',
  to: 'where it ends',
}

/** The edit that wires again, keeping what the user changed. @param hangs as for `rewired` */
export const rewireBy = (job: Job, scheme: Scheme, editId: string, hangs = false) =>
  wiringEdit(job, `Wire it again: ${scheme.name.toLowerCase()}`, editId, rewired(job, scheme, hangs).job)

/** The edit that wires a job by a way, in place of whatever was wired before. @param hangs as for `rewired` */
export const wireBy = (job: Job, scheme: Scheme, editId: string, hangs = false) => {
  const made = wiredBy(job, scheme)
  return wiringEdit(job, `Wire it: ${scheme.name.toLowerCase()}`, editId, hangs ? namedAs(job, made) : made)
}

const wiringEdit = (job: Job, name: string, editId: string, made: Job) =>
  makeEdit(job, name, editId, (draft) => {
    const { parts, cables, wires, wired, zones, scheme } = made
    Object.assign(draft, { parts, cables, wires, wired, zones, scheme })
  })

/** The fields in which one value differs from another, with the newer value; undefined where it has none. */
function changes<T extends object>(was: T, now: T): Partial<T> {
  const found: Partial<T> = {}
  for (const field of new Set([...Object.keys(was), ...Object.keys(now)]) as Set<keyof T>)
    if (JSON.stringify(was[field]) !== JSON.stringify(now[field])) found[field] = now[field] as T[keyof T]
  return found
}

function merged<T extends object>(onto: T, changed: Partial<T>): T {
  const next = { ...onto, ...changed }
  for (const field of Object.keys(changed) as (keyof T)[]) if (changed[field] === undefined) delete next[field]
  return next
}

const freeId = (taken: object, wanted: string) => {
  let id = wanted
  for (let n = 1; id in taken; n++) id = `u${n}`
  return id
}

function newcomers(before: Job, after: Job): string[] {
  const says: string[] = []
  const { parts } = compare(before, after)
  const known = new Set(parts.values())
  const names = (job: Job, stays: (id: string) => boolean) =>
    Object.entries(job.parts).flatMap(([id, part]) => (stays(id) || isJoint(job, id) ? [] : [part.label]))
  const came = names(after, (id) => known.has(id))
  const went = names(before, (id) => parts.has(id))
  if (came.length > 0) says.push(`New: ${came.join(', ')}`)
  if (went.length > 0) says.push(`Gone: ${went.join(', ')}`)
  const count = (job: Job) => Object.keys(job.wires).length
  if (count(before) !== count(after)) says.push(`${count(after)} wires instead of ${count(before)}`)
  return says
}
