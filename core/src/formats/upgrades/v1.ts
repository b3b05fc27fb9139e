import type { Patch } from 'immer'
import { circuitIn } from '../../job/document.ts'
import { inDocument } from '../../job/edit.ts'
import type { Job } from '../../job/schema.ts'
import { askingOf } from '../../motion/asking.ts'
import type { Entry } from '../../record/entry.ts'
import { schemeCalled, wiredBy } from '../../schemes/index.ts'
import { checkSupposition } from '../../suppose/index.ts'
import { type Beside, isObject, type Upgrade } from './upgrade.ts'

/**
 * From one document that was plan, wall and trial at once to three that are kept apart. Its breaks, lifts and part faults
 * become *tried*, its landed wires entries, and its wiring the plan and what the wall is taken to be. What the scheme wrote
 * was not kept then: it is made again, once, so that the user's own changes are still known.
 */
export const v1: Upgrade = {
  from: 1,
  document(old, beside) {
    const { format: _f, version: _v, parts, cables, wires, zones, scheme, ...around } = old
    const plan = { parts: {}, cables: objectIn(cables), wires: {} } as Record<string, Record<string, unknown>>
    for (const [id, part] of Object.entries(objectIn(parts))) plan.parts![id] = plainPart(id, objectIn(part), beside)
    for (const [id, wire] of Object.entries(objectIn(wires))) plan.wires![id] = plainWire(id, objectIn(wire), beside)
    const plainZones: Record<string, unknown> = {}
    const calling: string[] = []
    for (const [id, zone] of Object.entries(objectIn(zones))) {
      const { foundCalling, ...rest } = objectIn(zone)
      plainZones[id] = rest
      if (foundCalling === true) calling.push(id)
    }
    const chosen = isObject(scheme) && typeof scheme.id === 'string' ? { id: scheme.id } : null
    const document = {
      version: 2,
      ...around,
      zones: plainZones,
      scheme: chosen,
      wired: chosen && isObject(scheme) ? wiredThen(around, chosen.id, objectIn(scheme.from)) : null,
      planned: plan,
      before: JSON.parse(JSON.stringify(plan)),
    }
    // Only now is the job whole enough to be asked what its names mean.
    const job = { ...around, zones: plainZones, scheme: null, wired: null, ...plan } as unknown as Job
    for (const id of calling) {
      const asking = job.zones[id] && askingOf(job, job.zones[id])
      if (asking && typeof asking.on === 'boolean') beside.tried.hands[asking.part] = { [asking.state]: asking.on }
    }
    const known = beside.tried.supposed.filter((one) => {
      const checked = checkSupposition(job, one)
      if (!checked.ok) beside.notes.push(checked.failures[0]!.says)
      return checked.ok
    })
    beside.tried.supposed.splice(0, beside.tried.supposed.length, ...known)
    return document
  },

  patches(old, beside) {
    return old.flatMap((patch): Patch[] => {
      const [head, id, field] = patch.path
      const gone = patch.op === 'remove' || patch.value === false
      if (head === 'wires' && typeof id === 'string') {
        if (field === 'broken') return tried(beside, `wire:${id}/open`, gone)
        if (field === 'lifted') return lifted(beside, id, patch)
        if (field === 'landed') {
          if (!gone) beside.landed.push(id)
          return []
        }
        if (field === undefined && isObject(patch.value))
          return [{ ...patch, path: inDocument(patch.path), value: plainWire(id, patch.value, beside) }]
      }
      if (head === 'parts' && typeof id === 'string') {
        if (field === 'faults') {
          const names = Array.isArray(patch.value) ? patch.value : [patch.value]
          for (const name of gone ? [] : names) if (typeof name === 'string') tried(beside, `part:${id}/${name}`, false)
          return []
        }
        if (field === undefined && isObject(patch.value))
          return [{ ...patch, path: inDocument(patch.path), value: plainPart(id, patch.value, beside) }]
      }
      if (head === 'zones' && field === 'foundCalling') return []
      if (head === 'scheme' && isObject(patch.value)) return [{ ...patch, value: { id: patch.value.id } }]
      if ((head === 'wires' || head === 'parts') && id === undefined && isObject(patch.value)) {
        const plain = head === 'wires' ? plainWire : plainPart
        const value = Object.fromEntries(
          Object.entries(patch.value).map(([one, what]) => [one, plain(one, objectIn(what), beside)]),
        )
        return [{ ...patch, path: inDocument(patch.path), value }]
      }
      return [{ ...patch, path: inDocument(patch.path) }]
    })
  },

  entry(id, old) {
    const { at, ...body } = old
    const clock = toInstant(at)
    return {
      id,
      by: '',
      device: 'version-1',
      counter: 0,
      at: clock,
      clock,
      // What was logged then was the simulator's own answer.
      source: 'computed',
      revision: 0,
      body,
    }
  },
}

const objectIn = (value: unknown): Record<string, unknown> => (isObject(value) ? value : {})

const toInstant = (at: unknown): string => {
  const date = new Date(typeof at === 'string' ? at : Number.NaN)
  return Number.isNaN(date.getTime()) ? '1970-01-01T00:00:00.000Z' : date.toISOString()
}

function tried(beside: Beside, id: string, gone: boolean): [] {
  if (!gone) beside.tried.supposed.push({ id })
  return []
}

function lifted(beside: Beside, id: string, { path, value, op }: Patch): [] {
  const end = path[3]
  const ends = end === undefined ? Object.entries(objectIn(value)) : [[String(end), value] as const]
  for (const [name, is] of ends) if (is === true && op !== 'remove') tried(beside, `wire:${id}.${name}/lifted`, false)
  return []
}

function plainPart(id: string, { faults, ...part }: Record<string, unknown>, beside: Beside) {
  for (const name of Array.isArray(faults) ? faults : []) tried(beside, `part:${id}/${String(name)}`, false)
  return part
}

function plainWire(id: string, wire: Record<string, unknown>, beside: Beside) {
  const { broken, lifted: off, landed, ...rest } = wire
  if (broken === true) tried(beside, `wire:${id}/open`, false)
  for (const [end, is] of Object.entries(objectIn(off)))
    if (is === true) tried(beside, `wire:${id}.${end}/lifted`, false)
  if (landed === true) beside.entries.push(landedThen(id, rest))
  return rest
}

/** A wire that was ticked as landed before there were entries: nobody knows by whom or when. */
export const landedThen = (wire: string, is: unknown): Entry => ({
  id: `v1-landed-${wire}`,
  by: '',
  device: 'version-1',
  counter: 0,
  at: '1970-01-01T00:00:00.000Z',
  clock: '1970-01-01T00:00:00.000Z',
  source: 'wall',
  revision: 0,
  body: { kind: 'landed', wire, is },
})

/** What the scheme would have written, from what version 1 says it was wired from. */
function wiredThen(around: Record<string, unknown>, id: string, from: Record<string, unknown>) {
  const scheme = schemeCalled(id)
  if (!scheme || !isObject(from.zones)) return null
  const zones = Object.fromEntries(
    Object.entries(from.zones).map(([zone, value]) => {
      const { foundCalling: _, ...rest } = objectIn(value)
      return [zone, rest]
    }),
  )
  try {
    const job = { ...around, ...from, zones, scheme: null, wired: null, parts: {}, cables: {}, wires: {} }
    return circuitIn(wiredBy(job as unknown as Job, scheme))
  } catch {
    // A way that no longer takes what it took then: the user's changes cannot be told from it any more.
    return null
  }
}
