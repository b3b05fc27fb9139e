import { produce } from 'immer'
import type { Job } from '../job/schema.ts'
import { moveZone, zonesInOrder } from '../job/zones.ts'
import { catalogue, kinds } from '../parts/index.ts'
import { listed } from '../words/listed.ts'
import { fittingSchemes } from './index.ts'
import type { Scheme } from './scheme.ts'

/** One change of the survey with which a way would fit. */
export interface Nearest {
  /** As a sentence: "With the hot water last: …". */
  readonly change: string
  readonly scheme: Scheme
  /** Makes the change; taken as an edit like any other. */
  apply(draft: Job): void
}

interface Change {
  readonly says: string
  apply(draft: Job): void
}

/** Of these many changes of one sort the first that fits is enough. */
const ENOUGH = 4

/**
 * What would make a survey fit that fits no way: found by changing one answer at a time, the lightest first, and asking every
 * way again. Empty where something fits already, or where no single change is enough.
 */
export function nearestFits(job: Job): Nearest[] {
  if (Object.keys(job.zones).length === 0 || fittingSchemes(job).length > 0) return []
  const found: Nearest[] = []
  for (const sort of [orders(job), equipment(job), devices(job), boilers(job), parted(job)]) {
    let ofSort = 0
    for (const { says, apply } of sort) {
      if (found.length >= ENOUGH || ofSort >= 2) break
      const [scheme] = fittingSchemes(produce(job, apply))
      if (!scheme || found.some((one) => one.change === says)) continue
      found.push({ change: says, scheme, apply })
      ofSort++
    }
  }
  return found
}

/** Zones in another order: a panel gives its last zone's relay to hot water. */
function* orders(job: Job): Generator<Change> {
  const zones = zonesInOrder(job)
  const water = zones.find(({ hotWater }) => hotWater)
  if (water && water !== zones.at(-1))
    yield {
      says: `with ${water.name} as the last zone`,
      apply: (draft) => moveZone(draft, water.id, zones.length - water.number),
    }
}

/** What else hangs on the wall: taken out of the survey, or put into it. */
function* equipment(job: Job): Generator<Change> {
  const { programmer, panel, pumpPanel } = job.survey
  yield programmer
    ? { says: 'without the programmer', apply: (draft) => void (draft.survey.programmer = false) }
    : { says: 'with a programmer', apply: (draft) => void (draft.survey.programmer = true) }
  if (pumpPanel) yield { says: 'without the pump panel', apply: (draft) => void delete draft.survey.pumpPanel }
  for (const kind of kinds)
    if ((kind.roles.zones ?? kind.roles.channels) !== undefined && kind.kind !== panel)
      yield {
        says: `with a ${lower(kind.name)}`,
        apply: (draft) => void (draft.survey.panel = kind.kind as NonNullable<Job['survey']['panel']>),
      }
  if (panel) yield { says: 'without the panel', apply: (draft) => void delete draft.survey.panel }
  const pumps = zonesInOrder(job).filter(({ ownPump }) => ownPump)
  if (pumps.length > 0)
    yield {
      says: `with one pump for all, none for ${listed(pumps.map(({ name }) => name))} alone`,
      apply(draft) {
        for (const { id } of pumps) delete draft.zones[id]!.ownPump
      },
    }
}

/** Other thermostats, or other valves, wherever one kind of them hangs. */
function* devices(job: Job): Generator<Change> {
  for (const [field, of] of [
    ['thermostatKind', 'thermostat'],
    ['valveKind', 'valve'],
  ] as const)
    for (const used of new Set(Object.values(job.zones).map((zone) => zone[field])))
      for (const kind of kinds) {
        if (kind.class !== of || kind.kind === used) continue
        const zones = zonesInOrder(job).filter((zone) => zone[field] === used)
        yield {
          says: `with ${lower(kind.name)} for ${zones.length > 1 && zones.length === Object.keys(job.zones).length ? 'every zone' : listed(zones.map(({ name }) => name))}`,
          apply(draft) {
            for (const { id } of zones) draft.zones[id]![field] = kind.kind
          },
        }
      }
}

function* boilers(job: Job): Generator<Change> {
  for (const kind of kinds)
    if (kind.class === 'boiler' && kind.kind !== job.survey.boiler.kind)
      yield {
        says: `with a ${lower(kind.name)}`,
        apply: (draft) => void (draft.survey.boiler.kind = kind.kind),
      }
}

/** Zones that cannot share one plan, wired as a job of their own. */
function* parted(job: Job): Generator<Change> {
  const families = new Map<string, string[]>()
  for (const { id, valveKind } of zonesInOrder(job)) {
    const kind = catalogue.get(valveKind)
    const family = `${kind?.terminals[kind.hookup?.feed ?? '']?.circuit} ${kind?.roles.listens ?? ''} ${kind?.roles.diverts ? valveKind : ''}`
    families.set(family, [...(families.get(family) ?? []), id])
  }
  if (families.size < 2) return
  for (const ids of families.values()) {
    const names = ids.map((id) => job.zones[id]!.name)
    yield {
      says: `with ${listed(names)} in a job of ${names.length > 1 ? 'their' : 'its'} own`,
      apply(draft) {
        for (const id of ids) delete draft.zones[id]
        for (const [i, { id }] of zonesInOrder(draft).entries()) draft.zones[id]!.number = i + 1
      },
    }
  }
}

const lower = (name: string) => name.charAt(0).toLowerCase() + name.slice(1)
