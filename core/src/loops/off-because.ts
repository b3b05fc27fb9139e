import type { Job } from '../job/schema.ts'
import { is } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import type { ZoneLoops } from './loops.ts'
import type { Station } from './unroll.ts'
import { boilersTold, hasBoiler, withheld, type ZoneStanding } from './zone-standing.ts'

/** One condition on the way from a call to heat. */
export interface Link {
  readonly asks: string
  readonly true: boolean
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
 */
export function offBecause(simulation: Simulation, job: Job, loops: ZoneLoops, standing: ZoneStanding): Chain {
  const links: Link[] = []
  const add = (asks: string, is: boolean) => links.push({ asks, true: is })
  const zone = job.zones[loops.zone]!
  const thermostat = zone.thermostat ? simulation.netlist.parts.get(zone.thermostat) : undefined
  const valve = zone.valve ? simulation.netlist.parts.get(zone.valve) : undefined
  if (!thermostat) return { links: [], says: 'Off because: nothing is wired.' }
  const calls = simulation.stateOf(thermostat.id)
  const follows = valve?.kind.roles?.listens !== undefined
  add('supply', loops.valve?.dark?.at !== 'source')
  for (const { part, made } of stations(loops.valve?.items))
    if (simulation.netlist.parts.get(part)?.kind.class === 'clock') add('time', made)
  add(follows ? 'asked' : 'thermostat asks', standing.calling)
  const contact = thermostat.kind.roles?.callContact
  const warm = contact && thermostat.kind.withholds?.(thermostat.figures, calls, contact)
  if (contact) {
    add('room cold', warm === undefined)
    add('contact made', is(simulation, thermostat, 'made'))
  }
  const reason = withheld(simulation, loops.valve)
  if (reason && reason !== warm && !reason.includes('hours')) add(`${reason}: not held back`, false)
  if (valve) {
    const state = simulation.stateOf(valve.id)
    add(
      follows ? 'valve fed' : 'valve driven',
      follows ? is(simulation, valve, 'powered') : valve.kind.urged?.(valve.figures, state) === true,
    )
    add('valve open', standing.opening > 0 && !standing.moving)
  }
  const boilers = hasBoiler(simulation)
  if (valve && boilers && !follows) add('proven', standing.proven)
  if (boilers) {
    const told = boilersTold(simulation)
    add('boiler called', told.length > 0)
    const limits = told.filter(({ kind }) => kind.roles?.limitOpen)
    if (limits.length > 0)
      add(
        'below its limit',
        limits.every((part) => !is(simulation, part, 'limitOpen')),
      )
    const flames = [...simulation.netlist.parts.values()].filter(({ kind }) => kind.roles?.flame)
    if (flames.length > 0)
      add(
        'flame',
        flames.some((part) => is(simulation, part, 'flame')),
      )
  }
  const pumps = [...simulation.netlist.parts.values()].filter(({ kind }) => kind.class === 'pump')
  const own = zone.pump ? pumps.filter(({ id }) => id === zone.pump) : pumps
  if (own.length > 0)
    add(
      'pump runs',
      own.some((part) => is(simulation, part, 'running')),
    )
  const at = links.findIndex((link) => !link.true)
  if (at < 0) return { links, says: `On: ${links.map(({ asks }) => asks).join(', ')}.` }
  const before = links.slice(0, at).map(({ asks }) => `${asks} yes`)
  return { links, first: links[at]!, says: `Off because: ${[...before, notYet(links[at]!.asks)].join(', ')}.` }
}

const notYet = (asks: string) => {
  if (asks.endsWith(': not held back')) return asks.replace(': not held back', '')
  return asks.startsWith('valve') || asks === 'proven'
    ? `${asks.replace(/^valve (\w+)$/, 'valve not yet $1').replace(/^proven$/, 'not yet proven')}`
    : `${asks} no`
}

const stations = (items: readonly { form: string }[] | undefined): Station[] =>
  (items ?? []).filter((item): item is Station => item.form === 'station')
