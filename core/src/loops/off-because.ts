import type { Job } from '../job/schema.ts'
import { count, is } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import type { Loops } from './loops.ts'
import { boilersTold, hasBoiler, withheld } from './plant.ts'
import type { Station } from './unroll.ts'
import type { ZoneStanding } from './zone-state.ts'

/** What a condition on the way from a call to heat is about. */
export type Condition =
  | 'supply'
  | 'hour'
  | 'call'
  | 'warmth'
  | 'contact'
  | 'held back'
  | 'driven'
  | 'open'
  | 'proven'
  | 'told'
  | 'limit'
  | 'flame'
  | 'pump'

/** One condition on the way from a call to heat. */
export interface Link {
  readonly of: Condition
  readonly asks: string
  readonly true: boolean
  /** How one says that it is not. */
  readonly else: string
}

export interface Chain {
  readonly links: readonly Link[]
  /** The first link that is false; undefined where the zone heats. */
  readonly first?: Link
  /** "Off because: time yes, room cold yes, valve not yet open." */
  readonly says: string
}

/**
 * Everything that has to be true for a zone to heat, in the order it happens, and the first thing that is not. Taken from
 * the circuit as it stands, not from how it was meant.
 * @param at which of the zones of the loops
 */
export function offBecause(simulation: Simulation, job: Job, all: Loops, at: number, standing: ZoneStanding): Chain {
  const loops = all.zones[at]!
  const links: Link[] = []
  const add = (of: Condition, asks: string, is: boolean, otherwise = `${asks} no`) =>
    links.push({ of, asks, true: is, else: otherwise })
  const zone = job.zones[loops.zone]!
  const thermostat = zone.thermostat ? simulation.netlist.parts.get(zone.thermostat) : undefined
  const valve = zone.valve ? simulation.netlist.parts.get(zone.valve) : undefined
  if (!thermostat) return { links: [], says: 'Off because: nothing is wired.' }
  const calls = simulation.stateOf(thermostat.id)
  const follows = valve?.kind.roles.listens !== undefined
  add('supply', 'supply', loops.valve?.dark?.at !== 'source')
  for (const { part, made } of stations(loops.valve?.items))
    if (simulation.netlist.parts.get(part)?.kind.class === 'clock') add('hour', 'time', made)
  add('call', follows ? 'asked' : 'thermostat asks', standing.calling)
  const contact = thermostat.kind.roles.callContact
  const warm = contact && thermostat.kind.withholds?.(thermostat.figures, calls, contact)
  if (contact) {
    add('warmth', 'room cold', warm === undefined)
    add('contact', 'contact made', is(simulation, thermostat, 'made'))
  }
  const reason = withheld(simulation, loops.valve)
  // What the clock and the thermostat withhold is said above, as the hour and the warmth.
  if (reason && reason.by !== thermostat && reason.by.kind.class !== 'clock')
    add('held back', 'not held back', false, reason.why)
  if (valve) {
    const state = simulation.stateOf(valve.id)
    if (follows) add('driven', 'valve fed', is(simulation, valve, 'powered'), 'valve not yet fed')
    else add('driven', 'valve driven', valve.kind.urged?.(valve.figures, state) === true, 'valve not yet driven')
    const stalled = is(simulation, valve, 'stalled') && count(simulation, valve, 'travel') < 1
    add('open', 'valve open', standing.opening > 0 && !standing.moving && !stalled, 'valve not yet open')
  }
  const boilers = hasBoiler(simulation)
  if (valve && boilers && !follows) add('proven', 'proven', standing.proven, 'not yet proven')
  if (boilers) {
    const told = boilersTold(simulation)
    add('told', 'boiler called', told.length > 0)
    const limits = told.filter(({ kind }) => kind.roles.limitOpen)
    if (limits.length > 0)
      add(
        'limit',
        'below its limit',
        limits.every((part) => !is(simulation, part, 'limitOpen')),
      )
    const locked = [...simulation.netlist.parts.values()].some((part) => is(simulation, part, 'lockedOut'))
    const flames = [...simulation.netlist.parts.values()].filter(({ kind }) => kind.roles.flame)
    if (flames.length > 0)
      add(
        'flame',
        'flame',
        flames.some((part) => is(simulation, part, 'flame')),
        locked ? 'boiler locked out' : undefined,
      )
  }
  const pumps = [...simulation.netlist.parts.values()].filter(({ kind }) => kind.class === 'pump')
  // A pump of another zone's own is none of this zone's business.
  const elsewhere = new Set(Object.values(job.zones).flatMap(({ pump }) => (pump ? [pump] : [])))
  const own = pumps.filter(({ id }) => (zone.pump ? id === zone.pump : !elsewhere.has(id)))
  if (own.length > 0) {
    const waits = own.flatMap(({ id }) =>
      all.shared.flatMap((strip) => (strip.subject.part === id ? (withheld(simulation, strip)?.why ?? []) : [])),
    )
    add(
      'pump',
      'pump runs',
      own.some((part) => is(simulation, part, 'running')),
      waits[0] === undefined ? undefined : `pump waits: ${waits[0]}`,
    )
  }
  const first = links.findIndex((link) => !link.true)
  if (first < 0) return { links, says: `On: ${links.map(({ asks }) => asks).join(', ')}.` }
  const before = links.slice(0, first).map(({ asks }) => `${asks} yes`)
  return { links, first: links[first]!, says: `Off because: ${[...before, links[first]!.else].join(', ')}.` }
}

const stations = (items: readonly { form: string }[] | undefined): Station[] =>
  (items ?? []).filter((item): item is Station => item.form === 'station')
