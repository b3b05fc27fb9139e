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

export interface Proof {
  readonly zones: readonly string[]
  readonly valves: readonly string[]
  readonly pumps: readonly string[]
  readonly rows: readonly Row[]
  readonly differences: readonly Difference[]
  /** How long each pump pushed against shut valves, at most, seconds. */
  readonly deadEnds: readonly { readonly pump: string; readonly zone: string; readonly seconds: number }[]
  /** Solves it took. */
  readonly solves: number
}

export interface Progress {
  readonly done: number
  readonly of: number
  readonly differences: number
}

/** The most zones whose every combination is tried. */
export const MOST_PROVEN = 12
/** Combinations between two looks up. */
const BATCH = 64
const OPEN = 0.5
/** What a tank and a limit are usually set to where the kind does not say, and how far above a tank is warm; Celsius. */
const TANK = 60
const LIMIT = 90
const ABOVE = 5

/**
 * Settles every combination of calls, and with tanks warm, limits open and power lost and back, and holds the plant against
 * what the job intends. Combinations follow one another by one call at a time (Gray order), so that each settles from its
 * neighbour. Stops where its caller stops asking for more.
 */
export function* prove(job: Job): Generator<Progress, Proof> {
  const bench = new ProofBench(job)
  const { zones } = bench
  if (zones.length > MOST_PROVEN)
    throw new RangeError(`${zones.length} zones are more than ${MOST_PROVEN}; their combinations are too many.`)
  const combinations = 2 ** zones.length
  const trials = bench.trials()
  const of = combinations + trials.length + zones.length
  const rows: Row[] = []
  let mask = 0
  for (let i = 0; i < combinations; i++) {
    if (i > 0) {
      const bit = Math.log2(i & -i)
      mask ^= 1 << bit
      bench.ask(bit, (mask & (1 << bit)) !== 0)
    }
    bench.settle()
    rows.push(bench.look('calls', mask))
    if (i % BATCH === BATCH - 1) yield { done: i + 1, of, differences: bench.found }
  }
  for (const [i, trial] of trials.entries()) {
    trial()
    yield { done: combinations + i + 1, of, differences: bench.found }
  }
  const pushing = bench.deadEnds()
  const pushes: { pump: string; zone: string; seconds: number }[] = []
  for (const [i, zone] of zones.entries()) {
    for (const push of pushing.of(zone.id)) {
      pushes.push(push)
      if (push.seconds > bench.intent.deadEnd)
        bench.note({
          trial: 'dead end',
          asking: 1 << i,
          part: push.pump,
          should: false,
          seconds: push.seconds,
          says: `${labelOf(job, push.pump)} pushes against shut valves for ${Math.round(push.seconds)} s when ${zone.name} calls and stops.`,
        })
    }
    yield { done: combinations + trials.length + i + 1, of, differences: bench.found }
  }
  return {
    zones: zones.map(({ id }) => id),
    valves: bench.valves.map(({ id }) => id),
    pumps: bench.pumps.map(({ id }) => id),
    rows: rows.sort((a, b) => a.asking - b.asking),
    differences: bench.differences(),
    deadEnds: pushes,
    solves: bench.solves,
  }
}

/** The whole proof at once. */
export function proven(job: Job): Proof {
  const work = prove(job)
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
  }
}

interface Noted {
  readonly trial: Trial
  readonly asking: number
  readonly part: string
  readonly should: boolean
  readonly says: string
  readonly seconds?: number
}

class ProofBench {
  readonly intent: Intent
  readonly zones: ReturnType<typeof zonesInOrder>
  readonly valves: readonly InstalledPart[]
  readonly pumps: readonly InstalledPart[]
  readonly #job: Job
  readonly #simulation: Simulation
  /** Further heads of zones: each is judged, and the row shows the first of its zone. */
  readonly #also: readonly InstalledPart[]
  readonly #askings: readonly (Asking | undefined)[]
  readonly #boilers: readonly InstalledPart[]
  readonly #burners: readonly InstalledPart[]
  readonly #owner = new Map<string, number>()
  readonly #noted = new Map<string, Noted>()
  readonly #solvesBefore: number
  readonly #rest: Mark

  constructor(job: Job) {
    this.#job = job
    this.intent = intentOf(job)
    this.zones = zonesInOrder(job)
    this.#simulation = new Simulation(job)
    this.#askings = this.zones.map((zone) => askingOf(job, zone))
    const parts = [...this.#simulation.netlist.parts.values()]
    const also = new Set(this.zones.flatMap(({ alsoValves = [] }) => alsoValves))
    const valves = parts.filter(({ kind }) => kind.class === 'valve')
    this.valves = valves.filter(({ id }) => !also.has(id))
    this.#also = valves.filter(({ id }) => also.has(id))
    this.pumps = parts.filter(({ kind }) => kind.class === 'pump')
    this.#boilers = parts.filter(({ kind }) => kind.roles.told)
    this.#burners = parts.filter(({ kind }) => kind.roles.flame)
    for (const [i, zone] of this.zones.entries()) for (const valve of valvesOf(zone)) this.#owner.set(valve, i)
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

  settle() {
    this.#simulation.settle()
  }

  /** Reads every output, and notes what differs from the intent. */
  look(trial: Trial, mask: number, { warm = 0, limited = false, dead = false } = {}): Row {
    const asking = new Set(this.zones.flatMap(({ id }, i) => (mask & (1 << i) && !(warm & (1 << i)) ? [id] : [])))
    const heat = dead ? new Set<string>() : heating(this.intent, asking)
    let valves = 0
    for (const [i, valve] of [...this.valves, ...this.#also].entries()) {
      const open = openingOf(valve, this.#simulation.stateOf(valve.id)) > OPEN
      if (open && i < this.valves.length) valves |= 1 << i
      // Without power some stand where they were.
      if (dead && valve.kind.stays) continue
      const owner = this.#owner.get(valve.id)
      const should = owner !== undefined && heat.has(this.zones[owner]!.id)
      if (open !== should) this.#differs(trial, mask, valve.id, should, should ? 'does not open' : 'opens')
    }
    // At its limit a control may drop its relay, and pump and call with it: by its kind both are right.
    let pumps = 0
    for (const [i, pump] of this.pumps.entries()) {
      const runs = is(this.#simulation, pump, 'running')
      if (runs) pumps |= 1 << i
      const should = !dead && servesNow(this.intent, pump.id, heat)
      if (runs !== should && !limited) this.#differs(trial, mask, pump.id, should, should ? 'does not run' : 'runs')
    }
    const told = this.#boilers.some((boiler) => is(this.#simulation, boiler, 'told'))
    for (const boiler of this.#boilers) {
      const should = heat.size > 0
      if (told !== should && !limited)
        this.#differs(trial, mask, boiler.id, should, should ? 'is not called' : 'is called')
    }
    for (const burner of this.#burners) {
      const burns = is(this.#simulation, burner, 'flame')
      const should = heat.size > 0 && !limited
      if ((told === should || limited) && burns !== should)
        this.#differs(trial, mask, burner.id, should, should ? 'does not light' : 'burns')
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
