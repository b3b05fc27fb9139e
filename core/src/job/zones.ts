import { zonesInOrder } from './blank.ts'
import { freshId } from './fresh-id.ts'
import type { Job } from './schema.ts'

export const MOST_ZONES = 12

/** Adds a zone with the usual kinds, at the place of the zone before it. Changes the draft; returns the zone's id. */
export function addZone(draft: Job): string {
  const zones = zonesInOrder(draft)
  const last = zones.at(-1)
  const number = (last?.number ?? 0) + 1
  const id = freshId(draft.zones, 'zone')
  draft.zones[id] = {
    number,
    name: `Zone ${number}`,
    place:
      last?.place ??
      Object.keys(draft.places).find((place) => place !== draft.survey.boiler.place) ??
      draft.survey.boiler.place,
    thermostatKind:
      last?.thermostatKind ?? (draft.practice === '120' ? 'thermostat/two-wire' : 'thermostat/receiver-230'),
    valveKind: last?.valveKind ?? (draft.practice === '120' ? 'valve/motor-4' : 'valve/two-port-5'),
    valvePlace: draft.survey.boiler.place,
    run: last?.run ?? 12,
  }
  return id
}

/** Takes a zone out and closes the gap in the numbers. What is wired for it stays until the job is wired again. */
export function removeZone(draft: Job, id: string) {
  delete draft.zones[id]
  for (const [i, zone] of zonesInOrder(draft).entries()) draft.zones[zone.id]!.number = i + 1
}

/** The place of that name, made where there is none yet. */
export function placeNamed(draft: Job, name: string): string {
  const known = Object.entries(draft.places).find(([, place]) => place.name.toLowerCase() === name.toLowerCase())
  if (known) return known[0]
  const id = freshId(draft.places, 'place')
  draft.places[id] = { name, order: Math.max(0, ...Object.values(draft.places).map(({ order }) => order)) + 1 }
  return id
}
