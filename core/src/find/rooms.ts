import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { listed } from '../words/listed.ts'
import { callsWhen, type Evidence, type RoomSeen } from './evidence.ts'

/** What the rooms tell together, before anything is measured: a sentence, and the two facts it implies. */
export interface Pattern {
  readonly id: string
  readonly says: string
  readonly facts: readonly [string, string]
}

/** Which rooms heat on which calls, by what was said of them last. */
export class Rooms {
  readonly zones: readonly { readonly id: string; readonly name: string }[]
  readonly seen: readonly RoomSeen[]

  /** @param evidence what was seen since something was put right last */
  constructor(job: Pick<Job, 'zones'>, evidence: readonly Evidence[]) {
    this.zones = zonesInOrder(job)
    const last = new Map<string, RoomSeen>()
    for (const one of evidence) if (one.is === 'room') last.set(keyOf(one.zone, callsWhen(one)), one)
    this.seen = [...last.values()]
  }

  /** Does a room heat while these zones call, and no other? Nothing where nobody said. */
  heats(zone: string, calls: readonly string[]): boolean | undefined {
    return this.seen.find((one) => keyOf(one.zone, callsWhen(one)) === keyOf(zone, calls))?.heats
  }

  nameOf(zone: string): string {
    return this.zones.find(({ id }) => id === zone)?.name ?? zone
  }
}

const keyOf = (zone: string, calls: readonly string[]) => `${zone} ${[...calls].sort().join('+')}`

/** One way in which rooms fall together. @returns one for each zone or pair it fits */
type Fits = (rooms: Rooms) => readonly Pattern[]

const each = (rooms: Rooms, of: (zone: string, name: string) => Pattern | undefined): Pattern[] =>
  rooms.zones.flatMap(({ id, name }) => of(id, name) ?? [])

/** Others that call with a zone while it does so. */
const company = (rooms: Rooms, zone: string, heats: boolean): string | undefined => {
  const one = rooms.seen.find(
    (seen) =>
      seen.zone === zone && seen.heats === heats && callsWhen(seen).length > 1 && callsWhen(seen).includes(zone),
  )
  return one && listed(callsWhen(one).flatMap((id) => (id === zone ? [] : [rooms.nameOf(id)])))
}

const onlyWithAnother: Fits = (rooms) =>
  each(rooms, (zone, name) => {
    const other = rooms.heats(zone, [zone]) === false ? company(rooms, zone, true) : undefined
    return other === undefined
      ? undefined
      : {
          id: `only-with:${zone}`,
          says: `${name} heats only while ${other} calls too.`,
          facts: [
            `The valve of ${name} opens: its thermostat and its valve loop are whole.`,
            `Its own call does not reach the boiler or the pump: its end switch, or the conductors of that.`,
          ],
        }
  })

const whileNobodyCalls: Fits = (rooms) =>
  each(rooms, (zone, name) =>
    rooms.heats(zone, []) === true
      ? {
          id: `uncalled:${zone}`,
          says: `${name} heats though nobody calls.`,
          facts: [
            `The valve of ${name} stands open, or lets water by.`,
            'The boiler is called without a zone: an end switch that stays made, a link, or call wires that touch.',
          ],
        }
      : undefined,
  )

const crossed: Fits = (rooms) =>
  each(rooms, (zone, name) => {
    if (rooms.heats(zone, [zone]) !== false) return undefined
    const other = rooms.zones.find(({ id }) => id !== zone && rooms.heats(id, [zone]) === true)
    return (
      other && {
        id: `crossed:${zone}`,
        says: `${name} calls, and ${other.name} heats instead.`,
        facts: [
          `The call of ${name} works the valve of ${other.name}: two leads are crossed, or ${other.name} is open already.`,
          `The valve of ${name} is worked by another call, or by none.`,
        ],
      }
    )
  })

const heatsWithAnother: Fits = (rooms) =>
  each(rooms, (zone, name) => {
    const other = rooms.zones.find(
      ({ id }) => id !== zone && rooms.heats(zone, [id]) === true && rooms.heats(id, [id]) !== false,
    )
    return (
      other && {
        id: `open:${zone}`,
        says: `${name} heats whenever ${other.name} does.`,
        facts: [
          `The valve of ${name} is open without a call: by its lever, its head or its body.`,
          `The call of ${other.name} and what answers it are sound.`,
        ],
      }
    )
  })

const withTooMany: Fits = (rooms) =>
  each(rooms, (zone, name) => {
    const others = rooms.heats(zone, [zone]) === true ? company(rooms, zone, false) : undefined
    return others === undefined
      ? undefined
      : {
          id: `crowded:${zone}`,
          says: `${name} heats by itself and stays cold while ${others} calls too.`,
          facts: [
            `The loops of ${name} are whole.`,
            'The supply does not carry both, or the other goes first by priority.',
          ],
        }
  })

const noneOrOne: Fits = (rooms) => {
  const own = rooms.zones.map(({ id }) => rooms.heats(id, [id]))
  const cold = rooms.zones.filter((_, i) => own[i] === false)
  if (rooms.zones.length < 2 || own.includes(undefined) || cold.length === 0) return []
  if (cold.length === rooms.zones.length)
    return [
      {
        id: 'all-cold',
        says: 'No zone heats on its own call.',
        facts: [
          'What all of them share does not answer: the supply, the boiler, its burner or the pump.',
          'That every valve or thermostat failed at once is unlikely.',
        ],
      },
    ]
  return cold.length > 1
    ? []
    : [
        {
          id: `one-cold:${cold[0]!.id}`,
          says: `Only ${cold[0]!.name} stays cold.`,
          facts: [
            'What all zones share works.',
            `It lies in the two loops of ${cold[0]!.name}: thermostat, valve, end switch, or their conductors.`,
          ],
        },
      ]
}

/** What tells most first. */
const patterns: readonly Fits[] = [onlyWithAnother, crossed, heatsWithAnother, whileNobodyCalls, withTooMany, noneOrOne]

/**
 * The patterns in what was said of the rooms since something was put right last.
 * @example
 * patternsIn(job, [
 *   { is: 'room', zone: 'signal', heats: false },
 *   { is: 'room', zone: 'signal', heats: true, calls: ['signal', 'oil'] },
 * ])[0].says // 'Signal house heats only while Oil store calls too.'
 */
export function patternsIn(job: Pick<Job, 'zones'>, evidence: readonly Evidence[]): Pattern[] {
  const since = evidence.slice(evidence.findLastIndex((one) => one.is === 'repair') + 1)
  const rooms = new Rooms(job, since)
  return patterns.flatMap((fits) => fits(rooms))
}
