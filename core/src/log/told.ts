import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { type Entry, inOrder } from '../record/entry.ts'
import { takenBack } from '../record/found.ts'
import { entryInWords } from '../record/kinds/index.ts'

/** What of a log is to be seen. What is left out is not asked for. */
export interface LogFilter {
  readonly kind?: string
  readonly by?: string
  readonly zone?: string
  /** The day as the wall’s clock had it, `2026-11-25`. */
  readonly day?: string
  readonly words?: string
}

/** One line of the log, with all that it is found by. */
export interface Told {
  readonly entry: Entry
  readonly says: string
  readonly back: boolean
}

/** Parts and places that belong to a zone, as they stand in entries. */
function namesOf(job: Job, zone: string): readonly string[] {
  const found = job.zones[zone]
  if (!found) return []
  const { thermostat, valve, relay, pump } = found
  return [zone, thermostat, valve, relay, pump].filter((one) => one !== undefined)
}

/** Does an entry speak of one of these? Ids stand in entries as values or before a dot, a slash or a colon. */
function speaksOf(entry: Entry, names: readonly string[]): boolean {
  const text = JSON.stringify([entry.body, entry.stand?.calls ?? {}])
  return names.some((name) => new RegExp(`[":.]${name}["./:]`).test(text))
}

/** The log in its order, newest first, narrowed to what was asked for. Take-backs are shown at what they took back. */
export function toldBy(job: Job, entries: readonly Entry[], filter: LogFilter = {}): Told[] {
  const gone = takenBack(entries)
  const names = filter.zone ? namesOf(job, filter.zone) : []
  const words = filter.words?.toLowerCase().split(/\s+/).filter(Boolean) ?? []
  return entries
    .filter(
      ({ body, by, clock }) =>
        body.kind !== 'back' &&
        (!filter.kind || body.kind === filter.kind) &&
        (!filter.by || by === filter.by) &&
        (!filter.day || clock.startsWith(filter.day)),
    )
    .filter((entry) => !filter.zone || speaksOf(entry, names))
    .toSorted((a, b) => inOrder(b, a))
    .map((entry) => ({ entry, says: entryInWords(job, entry.body, entries), back: gone.has(entry.id) }))
    .filter(({ says, entry }) => {
      const text = `${says} ${entry.by} ${String(entry.body.shows ?? '')}`.toLowerCase()
      return words.every((word) => text.includes(word))
    })
}

/** Minutes by what they went on, the most first; only what was not taken back. */
export function hoursIn(entries: readonly Entry[]): { readonly activity: string; readonly minutes: number }[] {
  const gone = takenBack(entries)
  const sums = new Map<string, number>()
  for (const { id, body } of entries)
    if (body.kind === 'hours' && !gone.has(id))
      sums.set(String(body.activity), (sums.get(String(body.activity)) ?? 0) + Number(body.minutes))
  return [...sums].map(([activity, minutes]) => ({ activity, minutes })).sort((a, b) => b.minutes - a.minutes)
}

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
