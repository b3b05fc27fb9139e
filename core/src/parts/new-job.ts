import { freshId } from '../job/fresh-id.ts'
import type { Job, Practice } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { catalogue } from './index.ts'
import { usualKinds } from './usual.ts'

/** A new job: two places every site has, the usual supply chain of the practice, no zones, nothing wired. */
export function blankJob(title: string, practice: Practice): Job {
  return {
    title,
    task: '',
    site: { address: '', contact: '', notes: '' },
    practice,
    places: {
      boiler: { name: 'Boiler room', order: 0 },
      rooms: { name: 'Rooms', order: 1 },
    },
    zones: {},
    survey: {
      supply: { emergencySwitch: practice === '120', fireCutOut: false, serviceSwitch: true },
      transformer: { va: 40, openVolts: 27, fuseAmps: 2 },
      boiler: { kind: usualKinds[practice].boiler, place: 'boiler' },
      complaints: '',
    },
    scheme: null,
    wired: null,
    parts: {},
    cables: {},
    wires: {},
  }
}

/**
 * Adds a room like the last one, or with the usual kinds, at its place; before the hot water of a panel, whose relay is that of
 * the last row. Changes the draft; returns the zone's id.
 */
export function addZone(draft: Job): string {
  const zones = zonesInOrder(draft)
  // A tank has a thermostat of its own sort, and hangs where no room is.
  const last = zones.findLast(({ hotWater }) => !hotWater)
  const usual = usualKinds[draft.practice]
  const before = zones.at(-1)
  const tank = draft.survey.panel !== undefined && before?.hotWater ? draft.zones[before.id]! : undefined
  const number = tank?.number ?? (before?.number ?? 0) + 1
  if (tank) tank.number++
  const id = freshId(draft.zones, 'zone')
  draft.zones[id] = {
    number,
    name: `Zone ${number}`,
    place:
      last?.place ??
      Object.keys(draft.places).find((place) => place !== draft.survey.boiler.place) ??
      draft.survey.boiler.place,
    thermostatKind: last?.thermostatKind ?? usual.thermostat,
    valveKind: last?.valveKind ?? usual.valve,
    // A room more is a loop more of the same manifold.
    valvePlace: last && catalogue.get(last.valveKind)?.roles.onManifold ? last.valvePlace : draft.survey.boiler.place,
    run: last?.run ?? 12,
  }
  return id
}
