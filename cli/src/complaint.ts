import { type Job, type RoomSeen, type Tool, tellings, tools, zonesInOrder } from '@civil-lantern/core'
import { Refused } from './refused.ts'

/** What is complained of: zones that stay cold, that heat when they call, and that heat though nobody does. */
export interface Complaint {
  readonly says: string
  readonly cold: readonly string[]
  readonly heats: readonly string[]
  readonly uncalled: readonly string[]
  /** Rooms while others call, with them or alone. */
  readonly rooms: readonly RoomSeen[]
  /** When it is so, where that is told. */
  readonly told?: string
}

/** Tools that whoever answers has not, by their names between commas. */
export function toolsIn(text: string | undefined): Tool[] {
  return (text ?? '').split(',').flatMap((name): Tool[] => {
    if (name.trim() === '') return []
    const found = tools.find(({ tool }) => tool === name.trim())
    if (!found)
      throw new Refused(`--without takes ${tools.map(({ tool }) => tool).join(' or ')}, not "${name.trim()}".`)
    return [found.tool]
  })
}

/** What is complained of: zones by id or name out of JSON, or by their names in the text. */
export function complaintIn(job: Job, text: string): Complaint {
  if (text.trim() === '')
    throw new Refused('The complaint is empty. Say which zone stays cold, such as "Signal house stays cold".')
  const zones = zonesInOrder(job)
  const known = zones.map(({ name }) => name).join(', ')
  const idOf = (name: unknown): string => {
    const zone = zones.find((one) => one.id === name || one.name.toLowerCase() === String(name).toLowerCase())
    if (!zone) throw new Refused(`There is no zone "${String(name)}" in this job. It has: ${known}.`)
    return zone.id
  }
  if (text.trim().startsWith('{')) {
    let read: { says?: unknown; cold?: unknown; heats?: unknown; uncalled?: unknown; rooms?: unknown; told?: unknown }
    try {
      read = JSON.parse(text)
    } catch {
      throw new Refused(
        '--complaint begins with { and is no JSON. Write {"says":"...","cold":["zone"],"heats":["zone"],"uncalled":["zone"]}.',
      )
    }
    const list = (value: unknown) => (Array.isArray(value) ? value.map(idOf) : [])
    const cold = list(read.cold)
    const uncalled = list(read.uncalled)
    if (cold.length + uncalled.length === 0)
      throw new Refused(`--complaint names no cold zone, and none that heats uncalled. The job has: ${known}.`)
    const ids = tellings.map(({ id }) => id)
    if (read.told !== undefined && !ids.includes(String(read.told)))
      throw new Refused(`"told" is one of ${ids.join(', ')}, not ${JSON.stringify(read.told)}.`)
    return {
      says: String(read.says ?? 'stays cold'),
      cold,
      heats: list(read.heats),
      uncalled,
      rooms: roomsIn(read.rooms, idOf),
      ...(read.told === undefined ? {} : { told: String(read.told) }),
    }
  }
  const cold = zones.filter(({ name }) => text.toLowerCase().includes(name.toLowerCase())).map(({ id }) => id)
  if (cold.length === 0) throw new Refused(`The complaint names no zone of this job. It has: ${known}.`)
  return { says: text, cold, heats: [], uncalled: [], rooms: [] }
}

/** Rooms on calls out of JSON: `{"zone":"Oil store","calls":["Signal house"],"heats":true}` each. */
function roomsIn(read: unknown, idOf: (name: unknown) => string): RoomSeen[] {
  if (read === undefined) return []
  const wrong = (one: unknown) =>
    new Refused(
      `"rooms" holds ${JSON.stringify(one)}. Write each as {"zone":"...","calls":["..."],"heats":true}, calls empty for nobody.`,
    )
  if (!Array.isArray(read)) throw wrong(read)
  return read.map((one) => {
    const { zone, calls, heats } = Object(one) as Record<string, unknown>
    if (typeof heats !== 'boolean' || !Array.isArray(calls)) throw wrong(one)
    return { is: 'room', zone: idOf(zone), calls: calls.map(idOf), heats }
  })
}
