import type { Circuit, Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { kindOf } from '../parts/index.ts'
import type { Entry } from '../record/entry.ts'
import { inOrder } from '../record/entry.ts'
import { takenBack } from '../record/found.ts'
import { namesOf, speaksOf } from './told.ts'

/** One zone as it is kept on record, with what was done to it. */
export interface RegisterRow {
  readonly zone: string
  readonly number: number
  readonly name: string
  readonly place: string
  readonly thermostat: string
  readonly valve: string
  /** Spare cores of its cable, by colour. */
  readonly spare: readonly string[]
  /** When something of it was last fitted, ISO. */
  readonly fitted?: string
  readonly repairs: number
  readonly readings: number
}

/** The register of zones: what hangs where, when it was fitted, how often it was put right. */
export function registerOf(job: Job, entries: readonly Entry[], kindName: (kind: string) => string): RegisterRow[] {
  const gone = takenBack(entries)
  const standing = entries.filter(({ id }) => !gone.has(id))
  return zonesInOrder(job).map((zone) => {
    const own = namesOf(job, zone.id)
    const mine = standing.filter((entry) => speaksOf(entry, own.slice(1)))
    const cables = new Set<string>()
    for (const { cable, from, to } of Object.values(job.wires))
      if (cable && (own.includes(from.part) || own.includes(to.part))) cables.add(cable)
    const used = new Set(Object.values(job.wires).map(({ cable, core }) => `${cable}/${core}`))
    const spare = [...cables].flatMap((cable) =>
      Object.keys(job.cables[cable]?.cores ?? {}).filter((core) => !used.has(`${cable}/${core}`)),
    )
    const unitOf = ({ body }: Entry) => String(body.unit ?? '').split('/')[0] ?? ''
    const fitted = mine
      .filter(
        ({ body }) =>
          (body.kind === 'part' && body.does === 'fitted') || (body.kind === 'repair' && body.does === 'replace'),
      )
      .map(({ clock }) => clock)
      .sort()
      .at(-1)
    return {
      zone: zone.id,
      number: zone.number,
      name: zone.name,
      place: job.places[zone.place]?.name ?? '',
      thermostat: kindName(zone.thermostatKind),
      valve: zone.valveKind === '' ? 'none' : kindName(zone.valveKind),
      spare,
      ...(fitted ? { fitted } : {}),
      repairs: standing.filter((entry) => entry.body.kind === 'repair' && own.includes(unitOf(entry))).length,
      readings: mine.filter(({ body }) => body.kind === 'reading').length,
    }
  })
}

/** One part as it is kept on record. */
export interface PartRow {
  readonly part: string
  readonly label: string
  readonly kind: string
  readonly place: string
  /** When it was last fitted, or its worn unit replaced, ISO. */
  readonly fitted?: string
  readonly replaced: number
  /** When it is to be looked at again, `2027-03-01`, and why. */
  readonly due?: { readonly on: string; readonly says: string }
}

/**
 * The register of parts: everything that works and wears; not what only joins conductors.
 * @param before the wall as it was taken to be before the first entry; nothing hung on it where that is left out
 */
export function partsOnRecord(
  job: Job,
  entries: readonly Entry[],
  before: Pick<Circuit, 'parts'> | null = null,
): PartRow[] {
  const gone = takenBack(entries)
  const standing = entries.filter(({ id }) => !gone.has(id)).toSorted(inOrder)
  const rows = Object.entries(job.parts).flatMap(([id, part]): PartRow[] => {
    const kind = kindOf(part)
    if (!kind || kind.roles.connector || kind.class === 'supply' || kind.class === 'joint') return []
    const renewed = standing.filter(
      ({ body }) =>
        (body.kind === 'part' && body.does === 'fitted' && body.part === id) ||
        (body.kind === 'repair' && body.does === 'replace' && String(body.unit).split('/')[0] === id),
    )
    // The first of a kind that hangs there replaced nothing, unless one was taken down for it.
    const takenOut = standing.filter(
      ({ body }) => body.kind === 'part' && body.does === 'taken out' && body.part === id,
    )
    const repairs = renewed.filter(({ body }) => body.kind === 'repair')
    // One may hang in another's place without that one's going having been written down.
    const hung = Number(before?.parts[id] !== undefined) + renewed.length - repairs.length
    const due = standing.findLast(({ body }) => body.kind === 'due' && body.of === id)?.body
    return [
      {
        part: id,
        label: part.label,
        kind: kind.name,
        place: job.places[part.place]?.name ?? '',
        ...(renewed.length > 0 ? { fitted: renewed.at(-1)!.clock } : {}),
        replaced: repairs.length + Math.max(takenOut.length, hung - 1),
        ...(typeof due?.on === 'string' ? { due: { on: due.on, says: String(due.says) } } : {}),
      },
    ]
  })
  return rows.sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }))
}

/** The plant counted: zones by what opens and by what asks, and how much of it was ever replaced. */
export interface Tally {
  readonly zones: number
  readonly valves: number
  readonly thermostats: number
  readonly parts: number
  readonly replaced: number
}

/** Counts a register. A plant whose zones, valves and thermostats are not equally many is worth a look. */
export function tallyOfParts(job: Job, rows: readonly PartRow[]): Tally {
  const count = (of: string) => rows.filter(({ part }) => kindOf(job.parts[part]!)?.class === of).length
  return {
    zones: Object.keys(job.zones).length,
    valves: count('valve'),
    thermostats: count('thermostat'),
    parts: rows.length,
    replaced: rows.filter(({ replaced }) => replaced > 0).length,
  }
}
