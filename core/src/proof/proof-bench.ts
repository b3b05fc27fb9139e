import type { InstalledPart } from '../circuit/netlist.ts'
import { heating, type Intent, intentOf, servesNow } from '../intent/intent.ts'
import type { Job } from '../job/schema.ts'
import { valvesOf, zonesInOrder } from '../job/zones.ts'
import { type Asking, askingOf } from '../motion/asking.ts'
import { is, played, put } from '../motion/plays.ts'
import { type Mark, Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import { listed } from '../words/listed.ts'
import { labelOf } from '../words/words.ts'
import { DeadEnds } from './dead-ends.ts'

/** Under what the plant was held against its intent. */
export type Trial = 'calls' | 'warm enough' | 'at its limit' | 'power lost' | 'power back' | 'dead end'

/** What the plant did and should not, or did not and should. */
export interface Difference {
  readonly trial: Trial
  /** Ids of the zones that ask, the fewest that show it. */
  readonly asking: readonly string[]
  readonly part: string
  /** Should it have opened, run or fired? */
  readonly should: boolean
  readonly says: string
  /** For a pump against shut valves. */
  readonly seconds?: number
}

/** Every output in one combination of calls; bits by the order of `zones`, `valves`, `pumps`. */
export interface Row {
  readonly asking: number
  readonly valves: number
  readonly pumps: number
  readonly told: boolean
}

const OPEN = 0.5
/** What a tank and a limit are usually set to where the kind does not say, and how far above a tank is warm; Celsius. */
const TANK = 60
const LIMIT = 90
const ABOVE = 5

interface Noted {
  readonly trial: Trial
  readonly asking: number
  readonly part: string
  readonly should: boolean
  readonly says: string
  readonly seconds?: number
}

/** A plant on the bench that is held against its intent, whatever is tried on it. */
export class ProofBench {
  readonly intent: Intent
  readonly zones: ReturnType<typeof zonesInOrder>
  readonly valves: readonly InstalledPart[]
  readonly pumps: readonly InstalledPart[]
  readonly #job: Job
  readonly #simulation: Simulation
  /** Every valve with the zone that owns it; further heads of zones come last: each is judged, and the row shows the first of its zone. */
  readonly #judged: readonly { readonly valve: InstalledPart; readonly owner: string | undefined }[]
  readonly #askings: readonly (Asking | undefined)[]
  readonly #boilers: readonly InstalledPart[]
  readonly #burners: readonly InstalledPart[]
  /** Fuses and breakers. */
  readonly #guards: readonly InstalledPart[]
  readonly #noted = new Map<string, Noted>()
  readonly #solvesBefore: number
  readonly #rest: Mark

  constructor(job: Job) {
    this.#job = job
    this.intent = intentOf(job)
    this.zones = zonesInOrder(job)
    this.#simulation = new Simulation(job, {}, { unheard: true })
    this.#askings = this.zones.map((zone) => askingOf(job, zone))
    const parts = [...this.#simulation.netlist.parts.values()]
    const also = new Set(this.zones.flatMap(({ alsoValves = [] }) => alsoValves))
    const valves = parts.filter(({ kind }) => kind.class === 'valve')
    this.valves = valves.filter(({ id }) => !also.has(id))
    this.pumps = parts.filter(({ kind }) => kind.class === 'pump')
    this.#boilers = parts.filter(({ kind }) => kind.roles.told)
    this.#burners = parts.filter(({ kind }) => kind.roles.flame)
    this.#guards = parts.filter(({ kind }) => kind.roles.blown)
    const owners = new Map(this.zones.flatMap((zone) => valvesOf(zone).map((valve) => [valve, zone.id])))
    this.#judged = [...this.valves, ...valves.filter(({ id }) => also.has(id))].map((valve) => ({
      valve,
      owner: owners.get(valve.id),
    }))
    this.#solvesBefore = this.#simulation.circuit.solves
    this.#simulation.settle()
    this.#rest = this.#simulation.mark()
  }

  get solves() {
    return this.#simulation.circuit.solves - this.#solvesBefore
  }

  get found() {
    return this.#noted.size
  }

  /** The bench as it stood before anybody called, to watch pumps on. */
  deadEnds() {
    return new DeadEnds(this.#job, this.intent, this.#simulation, this.#rest)
  }

  ask(zone: number, on: boolean) {
    const asking = this.#askings[zone]
    if (asking && this.#simulation.has(asking.part))
      this.#simulation.set(asking.part, asking.state, on ? asking.on : asking.off)
  }

  /** Lets everything come to rest. What let go before is made whole first: it says nothing about these calls. */
  settle() {
    for (const guard of this.#guards)
      if (is(this.#simulation, guard, 'blown')) put(this.#simulation, guard, 'blown', false)
    this.#simulation.settle()
  }

  /**
   * Reads every output, and notes what differs from the intent. Where a fuse or breaker has let go that is what differs: what
   * stands still behind it does so because of it.
   */
  look(trial: Trial, mask: number, { warm = 0, limited = false, dead = false } = {}): Row {
    const asking = new Set<string>()
    for (const [i, { id }] of this.zones.entries()) if ((mask & ~warm & (1 << i)) !== 0) asking.add(id)
    const heat = dead ? new Set<string>() : heating(this.intent, asking)
    const blown = this.#guards.filter((guard) => is(this.#simulation, guard, 'blown'))
    for (const guard of blown) this.#differs(trial, mask, guard.id, false, 'lets go')
    const differs = (part: string, should: boolean, does: string) => {
      if (blown.length === 0) this.#differs(trial, mask, part, should, does)
    }
    let valves = 0
    for (const [i, { valve, owner }] of this.#judged.entries()) {
      const open = openingOf(valve, this.#simulation.stateOf(valve.id)) > OPEN
      if (open && i < this.valves.length) valves |= 1 << i
      // Without power some stand where they were.
      if (dead && valve.kind.stays) continue
      const should = owner !== undefined && heat.has(owner)
      if (open !== should) differs(valve.id, should, should ? 'does not open' : 'opens')
    }
    // At its limit a control may drop its relay, and pump and call with it: by its kind both are right.
    let pumps = 0
    for (const [i, pump] of this.pumps.entries()) {
      const runs = is(this.#simulation, pump, 'running')
      if (runs) pumps |= 1 << i
      const should = !dead && servesNow(this.intent, pump.id, heat)
      if (runs !== should && !limited) differs(pump.id, should, should ? 'does not run' : 'runs')
    }
    const told = this.#boilers.some((boiler) => is(this.#simulation, boiler, 'told'))
    for (const boiler of this.#boilers) {
      const should = heat.size > 0
      if (told !== should && !limited) differs(boiler.id, should, should ? 'is not called' : 'is called')
    }
    for (const burner of this.#burners) {
      const burns = is(this.#simulation, burner, 'flame')
      const should = heat.size > 0 && !limited
      if ((told === should || limited) && burns !== should)
        differs(burner.id, should, should ? 'does not light' : 'burns')
    }
    return { asking: mask, valves, pumps, told }
  }

  /** What is tried beside the calls: tanks warm, limits open, power lost and back; with each zone alone and with all. */
  trials(): (() => void)[] {
    const all = 2 ** this.zones.length - 1
    const masks = [...new Set([...this.zones.map((_, i) => 1 << i), all])].filter((mask) => mask > 0)
    const each = (trial: (mask: number) => void) =>
      masks.map((mask) => () => {
        this.#call(mask)
        trial(mask)
      })
    return [
      ...each((mask) => this.#warmTanks(mask)),
      ...(this.#boilers.length > 0 ? each((mask) => this.#limits(mask)) : []),
      ...each((mask) => this.#powerLost(mask)),
    ]
  }

  note(noted: Noted) {
    const key = `${noted.trial}:${noted.part}:${noted.should}`
    const known = this.#noted.get(key)
    if (!known || ones(noted.asking) < ones(known.asking)) this.#noted.set(key, noted)
  }

  /** What differs, each with the fewest calls that show it; plain calls before the other trials. */
  differences(): Difference[] {
    const all = [...this.#noted.values()]
    // What the calls alone show already is not said again for the other trials.
    const plain = new Set(all.filter(({ trial }) => trial === 'calls').map(({ part, should }) => `${part}:${should}`))
    return all
      .filter(({ trial, part, should }) => trial === 'calls' || !plain.has(`${part}:${should}`))
      .sort((a, b) => Number(b.trial === 'calls') - Number(a.trial === 'calls') || ones(a.asking) - ones(b.asking))
      .map(({ asking, ...rest }) => ({
        ...rest,
        asking: this.zones.filter((_, i) => asking & (1 << i)).map(({ id }) => id),
      }))
  }

  #call(mask: number) {
    for (const i of this.zones.keys()) this.ask(i, (mask & (1 << i)) !== 0)
    this.settle()
  }

  #warmTanks(mask: number) {
    const bench = this.#simulation
    const tanks = this.zones.flatMap((zone, i) => {
      const part = zone.thermostat ? bench.netlist.parts.get(zone.thermostat) : undefined
      const warmth = part && played(bench, part, 'warmth')
      const holds = warmth !== undefined && zone.hotWater && mask & (1 << i)
      return part && holds ? [{ part, bit: 1 << i, warmth }] : []
    })
    if (tanks.length === 0) return
    for (const { part } of tanks)
      put(bench, part, 'warmth', (part.figures[part.kind.roles.setpoint ?? ''] ?? TANK) + ABOVE)
    this.settle()
    this.look('warm enough', mask, { warm: tanks.reduce((bits, { bit }) => bits | bit, 0) })
    for (const { part, warmth } of tanks) put(bench, part, 'warmth', warmth)
    this.settle()
  }

  #limits(mask: number) {
    const bench = this.#simulation
    const limited = this.#boilers.flatMap((part) => {
      const water = played(bench, part, 'water')
      return water === undefined || !part.kind.roles.limitOpen ? [] : [{ part, water }]
    })
    if (limited.length === 0) return
    for (const { part } of limited) put(bench, part, 'water', (part.figures[part.kind.roles.limit ?? ''] ?? LIMIT) + 1)
    this.settle()
    this.look('at its limit', mask, { limited: true })
    for (const { part, water } of limited) put(bench, part, 'water', water)
    this.settle()
  }

  #powerLost(mask: number) {
    const bench = this.#simulation
    const guard = [...bench.netlist.parts.values()].find(({ kind }) => kind.class === 'switch')
    if (!guard) return
    put(bench, guard, 'closed', false)
    this.settle()
    this.look('power lost', mask, { dead: true })
    put(bench, guard, 'closed', true)
    this.settle()
    this.look('power back', mask)
  }

  #differs(trial: Trial, asking: number, part: string, should: boolean, does: string) {
    const key = `${trial}:${part}:${should}`
    const known = this.#noted.get(key)
    if (known && ones(known.asking) <= ones(asking)) return
    const names = this.zones.filter((_, i) => asking & (1 << i)).map(({ name }) => name)
    const who =
      names.length === 0
        ? 'with nobody calling'
        : `while ${names.length > 4 ? `${names.length} zones` : listed(names)} ${names.length === 1 ? 'calls' : 'call'}`
    const under = trial === 'calls' ? '' : `, ${underWords[trial]}`
    this.#noted.set(key, {
      trial,
      asking,
      part,
      should,
      says: `${labelOf(this.#job, part)} ${does} ${who}${under}.`,
    })
  }
}

const underWords: Readonly<Record<Trial, string>> = {
  calls: '',
  'warm enough': 'with the tank warm enough',
  'at its limit': 'with the boiler at its limit',
  'power lost': 'with the power lost',
  'power back': 'after the power came back',
  'dead end': '',
}

const ones = (mask: number) => {
  let count = 0
  for (let left = mask; left > 0; left &= left - 1) count++
  return count
}
