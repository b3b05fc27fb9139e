import type { Job } from '../job/schema.ts'
import { type Entry, inOrder } from '../record/entry.ts'
import { takenBack } from '../record/found.ts'
import type { ACTIVITIES } from '../record/kinds/hours.ts'

/** Minutes by what they went on, the most first; only what was not taken back. */
export function hoursIn(entries: readonly Entry[]): { readonly activity: string; readonly minutes: number }[] {
  const gone = takenBack(entries)
  const sums = new Map<string, number>()
  for (const { id, body } of entries)
    if (body.kind === 'hours' && !gone.has(id))
      sums.set(String(body.activity), (sums.get(String(body.activity)) ?? 0) + Number(body.minutes))
  return [...sums].map(([activity, minutes]) => ({ activity, minutes })).sort((a, b) => b.minutes - a.minutes)
}

export type Activity = (typeof ACTIVITIES)[number]

/** What somebody was at who then made such an entry; nothing is guessed of the others. */
const AT: Readonly<Record<string, Activity>> = {
  reading: 'measuring',
  dead: 'measuring',
  step: 'measuring',
  seen: 'tracing',
  photo: 'tracing',
  case: 'tracing',
  landed: 'wiring',
  part: 'wiring',
  repair: 'wiring',
  action: 'wiring',
}

/** A longer time between two entries was not work on this job, or nobody knows; and what a way between two places takes, minutes. */
const LONGEST = 30
const WAY = 2

/** The days with entries for which no hours were kept, the latest first. */
export function daysWithoutHours(entries: readonly Entry[]): string[] {
  const gone = takenBack(entries)
  const standing = entries.filter(({ id }) => !gone.has(id))
  const hours = standing.filter(({ body }) => body.kind === 'hours')
  const kept = new Set(hours.map(({ body, clock }) => String(body.day ?? clock.slice(0, 10))))
  const others = standing.filter(({ body }) => body.kind !== 'hours')
  return [...new Set(others.map(({ clock }) => clock.slice(0, 10)))]
    .filter((day) => !kept.has(day))
    .sort()
    .reverse()
}

/**
 * How a day was spent, guessed from the times between its entries: the time before an entry went into what the entry is of, two
 * minutes of it on the way where it was made at another place. Longer than half an hour is left out. For somebody to mend, not to send.
 * @param day as the wall's clock had it, `2026-11-25`
 * @returns whole minutes, the most first; nothing where nothing can be guessed
 */
export function guessedHours(
  job: Job,
  entries: readonly Entry[],
  day: string,
): { activity: Activity; minutes: number }[] {
  const gone = takenBack(entries)
  const sums = new Map<Activity, number>()
  const add = (activity: Activity, minutes: number) => sums.set(activity, (sums.get(activity) ?? 0) + minutes)
  const before = new Map<string, { at: number; place: string | undefined }>()
  for (const entry of entries.filter(({ id, clock }) => !gone.has(id) && clock.startsWith(day)).toSorted(inOrder)) {
    const at = Date.parse(entry.clock)
    const last = before.get(entry.device)
    const place = placeOfEntry(job, entry) ?? last?.place
    before.set(entry.device, { at, place })
    const activity = AT[entry.body.kind]
    const minutes = last ? (at - last.at) / 60_000 : 0
    if (!activity || minutes <= 0 || minutes > LONGEST) continue
    const walked = place !== undefined && last?.place !== undefined && place !== last.place ? Math.min(WAY, minutes) : 0
    if (walked > 0) add('stairs', walked)
    add(activity, minutes - walked)
  }
  return [...sums]
    .map(([activity, minutes]) => ({ activity, minutes: Math.round(minutes) }))
    .filter(({ minutes }) => minutes > 0)
    .sort((a, b) => b.minutes - a.minutes)
}

/** Where an entry was made, by the place of what it speaks of; undefined where it does not tell. */
function placeOfEntry(job: Job, { body }: Entry): string | undefined {
  if (body.kind === 'reading' && typeof body.from === 'object' && body.from !== null && 'place' in body.from)
    return String(body.from.place) || undefined
  const named = [body.part, body.of, body.unit].find((one) => typeof one === 'string')
  const part = typeof named === 'string' ? named.split(/[./]/)[0]!.replace(/^part:/, '') : ''
  const place = job.parts[part]?.place
  return place === undefined ? undefined : job.places[place]?.name
}
