import type { Job } from '../job/schema.ts'
import { catalogue } from '../parts/index.ts'
import type { Hookup } from '../parts/kind.ts'
import type { Bus, Point, Wirer } from './wirer.ts'

export type NumberedZone = Job['zones'][string] & { id: string }
type By = { length?: number; cable?: string; core?: string; colour?: string }

/** A terminal on its way to a bus, with the conductor that takes it there. */
export interface End {
  readonly point: Point
  readonly by: By
}

export const joinAll = (bus: Bus, ends: readonly End[]) => {
  for (const { point, by } of ends) bus.join(point, by)
}

/** Core colours of a thermostat's and of a valve's field cable, by what the core does. */
const LINE_THERMOSTAT_CORES: Readonly<Record<string, string>> = {
  feed: 'black',
  call: 'grey',
  common: 'blue',
  live: 'brown',
  satisfied: 'violet',
}
const THERMOSTAT_CORES: Readonly<Record<string, string>> = {
  feed: 'red',
  call: 'white',
  common: 'blue',
  live: 'brown',
  satisfied: 'yellow',
}
const VALVE_CORES: Readonly<Record<string, string>> = {
  feed: 'white',
  back: 'blue',
  permanent: 'red',
  waterOff: 'black',
  proof0: 'orange',
  proof1: 'brown',
  position: 'yellow',
  spare: 'grey',
  spare2: 'violet',
  spare3: 'pink',
  earth: 'green-yellow',
}

/** Hangs one zone's thermostat and valve, and gives their terminals by what they do, whatever the kinds call them. */
export class ZoneHands {
  readonly thermostatId: string
  readonly valveId: string
  readonly #wirer: Wirer
  readonly #zone: NumberedZone
  readonly #room: string
  readonly #line: boolean
  #valveCable = new Map<string, Point>()

  /** @param line the zone works at line voltage */
  constructor(wirer: Wirer, zone: NumberedZone, room: string, line = false) {
    this.#wirer = wirer
    this.#zone = zone
    this.#room = room
    this.#line = line
    this.thermostatId = `TS${zone.number}`
    this.valveId = `V${zone.number}`
  }

  /** Asked for only where there is one: a controller asks without a thermostat, a diverter's rest has no valve. */
  get thermostat(): Hookup {
    return hookupOf(this.#zone.thermostatKind)
  }

  get valve(): Hookup {
    return hookupOf(this.#zone.valveKind)
  }

  /**
   * Hangs the thermostat; its cable keeps one core spare.
   * @param bothSides a core for the side that is live while it is satisfied
   */
  hangThermostat({ bothSides = false }: { bothSides?: boolean } = {}) {
    const { number, thermostatKind, place, run } = this.#zone
    this.#wirer.hang(this.thermostatId, thermostatKind, `Thermostat ${number}`, place)
    const cores: Record<string, string> = {}
    const colours = this.#thermostatCores
    for (const role of ['feed', 'call', 'common', 'live', 'satisfied'] as const)
      if (this.thermostat[role] && (role !== 'satisfied' || bothSides)) cores[colours[role]!] = colours[role]!
    // At line voltage an earth core runs in every cable; on low voltage one core is kept spare.
    const spare = this.#line ? 'green-yellow' : 'green'
    cores[spare] = spare
    this.#wirer.cable(`TC${number}`, `Thermostat cable ${number}`, this.#room, place, run, cores)
  }

  /** A thermostat's terminal by what it does. */
  atThermostat(role: 'feed' | 'call' | 'common' | 'live' | 'satisfied'): End {
    const { number, run } = this.#zone
    const core = this.#thermostatCores[role]!
    return {
      point: `${this.thermostatId}.${this.thermostat[role]!}`,
      by: { length: run, cable: `TC${number}`, core, colour: core },
    }
  }

  get #thermostatCores() {
    return this.#line ? LINE_THERMOSTAT_CORES : THERMOSTAT_CORES
  }

  /** Hangs the valve; away from the boiler room its leads are spliced to a cable's cores. */
  hangValve() {
    const { number, valveKind, valvePlace, run } = this.#zone
    this.#wirer.hang(this.valveId, valveKind, `Valve ${number}`, valvePlace)
    if (valvePlace === this.#room) return
    const leads = this.#leads()
    const cores = Object.fromEntries([...leads.keys()].map((role) => [VALVE_CORES[role]!, VALVE_CORES[role]!]))
    this.#wirer.cable(`VC${number}`, `Valve cable ${number}`, this.#room, valvePlace, run, cores)
    for (const [role, terminal] of leads) {
      const lead: Point = `${this.valveId}.${terminal}`
      const colour = this.#wirer.leadColour(lead)
      if (colour === undefined) continue
      const { id } = this.#wirer.splice(`valve ${number}`, valvePlace, 2)
      this.#wirer.wire(lead, `${id}.w1`, colour, 0.3, { line: this.#line })
      this.#valveCable.set(role, `${id}.w2`)
    }
  }

  /** Hangs so many heads where the zone's valve is, each beside the last; their leads reach what they land on. */
  hangHeads(count: number): string[] {
    const { number, valveKind, valvePlace } = this.#zone
    return ['', 'b', 'c', 'd']
      .slice(0, count)
      .map((letter) => this.#wirer.hang(`${this.valveId}${letter}`, valveKind, `Head ${number}${letter}`, valvePlace))
  }

  /** A valve's terminal by what it does: `feed`, `back`, `permanent`, `proof0`, `proof1`, `spare`, `spare2`, `earth`. */
  atValve(role: string): End {
    const terminal = this.#leads().get(role)
    if (terminal === undefined) throw new RangeError(`${this.#zone.valveKind} has no ${role}`)
    const point: Point = `${this.valveId}.${terminal}`
    const { number, valvePlace, run } = this.#zone
    if (valvePlace === this.#room) return { point, by: {} }
    const core = VALVE_CORES[role]!
    return { point: this.#valveCable.get(role) ?? point, by: { length: run, cable: `VC${number}`, core, colour: core } }
  }

  /** Names of the leads that are to be insulated. */
  get spares(): string[] {
    return (this.valve.spare ?? []).map((_, i) => spareName(i))
  }

  /** Ends every spare lead in a connector of its own. */
  capSpares() {
    for (const spare of this.spares) {
      const { point, by } = this.atValve(spare)
      const { id } = this.#wirer.splice(`valve ${this.#zone.number} ${spare}`, this.#room, 2)
      this.#wirer.wire(point, `${id}.w1`, by.colour ?? this.#wirer.leadColour(point) ?? 'grey', by.length ?? 0.3, by)
    }
  }

  #leads(): Map<string, string> {
    const { feed, back, permanent, proof, proofShared, position, spare, earth, waterOff } = this.valve
    const leads = new Map<string, string>([['feed', feed]])
    if (back) leads.set('back', back)
    // The permanent feed of a two-port valve is the near side of its switch: one lead, one role.
    if (permanent) leads.set('permanent', permanent)
    if (waterOff) leads.set('waterOff', waterOff)
    if (proof && !proofShared && proof[0] !== permanent && proof[0] !== feed) leads.set('proof0', proof[0])
    if (proof) leads.set('proof1', proof[1])
    if (position) leads.set('position', position)
    for (const [i, terminal] of (spare ?? []).entries()) leads.set(spareName(i), terminal)
    if (earth) leads.set('earth', earth)
    return leads
  }
}

const spareName = (i: number) => (i === 0 ? 'spare' : `spare${i + 1}`)

export function hookupOf(kind: string): Hookup {
  const hookup = catalogue.get(kind)?.hookup
  if (!hookup) throw new RangeError(`no scheme knows how to land a ${kind}`)
  return hookup
}
