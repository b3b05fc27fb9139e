import { freshId } from './fresh-id.ts'
import type { Job, Zone } from './schema.ts'

export const MOST_ZONES = 12

/** Zones in the order of their numbers, with their ids. */
export const zonesInOrder = (job: Pick<Job, 'zones'>) =>
  Object.entries(job.zones)
    .map(([id, zone]) => ({ id, ...zone }))
    .sort((a, b) => a.number - b.number)

/** Every valve that opens for a zone, the one it is told by first. */
export const valvesOf = ({ valve, alsoValves = [] }: Pick<Zone, 'valve' | 'alsoValves'>): string[] =>
  valve === undefined ? [] : [valve, ...alsoValves]

/** What asks and opens for a zone, its pump apart. */
export const controlsOf = (zone: Zone): string[] =>
  [...valvesOf(zone), zone.relay, zone.thermostat].filter((id) => id !== undefined)

/** The parts that are a zone's own. */
export const partsOf = (zone: Zone): string[] =>
  zone.pump === undefined ? controlsOf(zone) : [...controlsOf(zone), zone.pump]

/** The zone with each of its parts under the id it has elsewhere; undefined takes a part out of it. */
export function withParts<Z extends Zone>(zone: Z, elsewhere: (id: string) => string | undefined): Z {
  const { thermostat, valve: _v, alsoValves: _a, relay, pump, ...rest } = zone
  const [valve, ...also] = valvesOf(zone)
    .map(elsewhere)
    .filter((id) => id !== undefined)
  const moved = { thermostat, relay, pump }
  const named = Object.entries(moved).flatMap(([role, id]) => {
    const now = id === undefined ? undefined : elsewhere(id)
    return now === undefined ? [] : [[role, now] as const]
  })
  return {
    ...(rest as Z),
    ...Object.fromEntries(named),
    ...(valve === undefined ? {} : { valve }),
    ...(also.length > 0 ? { alsoValves: also } : {}),
  }
}

/** Takes a zone out and closes the gap in the numbers. What is wired for it stays until the job is wired again. */
export function removeZone(draft: Job, id: string) {
  delete draft.zones[id]
  for (const [i, zone] of zonesInOrder(draft).entries()) draft.zones[zone.id]!.number = i + 1
}

/** Moves a zone so many places down the order, or up where it is negative; the others close up. */
export function moveZone(draft: Pick<Job, 'zones'>, id: string, by: number) {
  const order = zonesInOrder(draft).map((zone) => zone.id)
  const at = order.indexOf(id)
  if (at < 0) return
  order.splice(at, 1)
  order.splice(Math.max(0, Math.min(order.length, at + by)), 0, id)
  for (const [i, zone] of order.entries()) draft.zones[zone]!.number = i + 1
}

/** The place of that name, made where there is none yet. */
export function placeNamed(draft: Job, name: string): string {
  const known = Object.entries(draft.places).find(([, place]) => place.name.toLowerCase() === name.toLowerCase())
  if (known) return known[0]
  const id = freshId(draft.places, 'place')
  draft.places[id] = { name, order: Math.max(0, ...Object.values(draft.places).map(({ order }) => order)) + 1 }
  return id
}
