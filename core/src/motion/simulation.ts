import { Circuit } from '../circuit/circuit.ts'
import { size } from '../circuit/complex.ts'
import { type Netlist, netlistOf } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { type Catalogue, catalogue } from '../parts/index.ts'
import type { State, StateValue } from '../parts/kind.ts'
import { type Actor, actorOf } from './actor.ts'
import { type Alterations, unaltered } from './alterations.ts'
import { Cast } from './cast.ts'
import type { Happening } from './happening.ts'
import { impose } from './imposing.ts'
import { Passage } from './passage.ts'
import { Reactions } from './reactions.ts'
import { Surroundings } from './surroundings.ts'
import { Telling } from './telling.ts'

export interface Settled {
  /** Did everything come to rest in the time allowed? */
  readonly atRest: boolean
  /** Parts that kept changing their mind without time passing: a buzzing relay is a result, not an error. */
  readonly buzzing: readonly string[]
}

/** Settings of the user's hands, by part and state: calls, switches, levers. */
export type Settings = Readonly<Record<string, Readonly<Record<string, StateValue>>>>

/** How a simulation stood at a moment: to be given back to the same simulation. */
export interface Mark {
  readonly now: number
  readonly alterations: Alterations
  readonly actors: readonly Pick<Actor, 'state' | 'runs' | 'told' | 'blownBy' | 'heatedBy'>[]
  readonly happenings: number
  readonly buzzing: ReadonlyMap<string, number>
}

/** What a simulation begins with besides its job and what hands have set. */
export interface Beginning {
  /** Kinds by name, where the job brings some of its own. */
  readonly kinds?: Catalogue
  /** What is wrong with the circuit from the start. */
  readonly alterations?: Alterations
  /** Seconds on its clock. */
  readonly now?: number
  /** What had happened before, where it goes on from another. */
  readonly trace?: readonly Happening[]
  /** Nobody listens: nothing is noted of what happens, and no tell is so. For whoever looks only at how things end. */
  readonly unheard?: true
}

/**
 * A circuit in time. Between events every moving number runs at a constant rate, so time leaps from one event to the
 * next; at each the circuit is solved and the parts react to what they feel, until nothing changes.
 * Deterministic: the same job and the same settings give the same trace.
 *
 * @example
 * const bench = new Simulation(job)
 * bench.set('TS2', 'calling', true)
 * bench.settle()
 * bench.stateOf('V2').travel // 1
 * const mark = bench.mark()
 * bench.alter(together([{ forces: { 'V2.motor': { as: 'open' } } }]))
 * bench.settle() // the spring has shut it
 * bench.back(mark) // open again, at the same second, to the bit
 */
export class Simulation {
  readonly netlist: Netlist
  readonly circuit: Circuit
  readonly #cast: Cast
  readonly #reactions: Reactions
  readonly #surroundings: Surroundings
  readonly #passage: Passage
  readonly #telling: Telling | undefined
  #alterations: Alterations = unaltered

  constructor(job: Job, settings: Settings = {}, beginning: Beginning = {}) {
    const { kinds = catalogue, alterations = unaltered, now = 0, trace = [], unheard } = beginning
    const netlist = netlistOf(job, kinds)
    const circuit = new Circuit(netlist)
    const surroundings = new Surroundings(job, netlist.parts, (id) => this.#cast.get(id))
    const around = { circuit, netlist, surroundings }
    const cast = new Cast(netlist.parts.values(), (part, i) => actorOf(part, i, settings[part.id], around))
    this.netlist = netlist
    this.circuit = circuit
    this.#surroundings = surroundings
    this.#cast = cast
    this.#telling = unheard ? undefined : new Telling(trace)
    this.#reactions = new Reactions(cast, circuit, surroundings, this.#telling)
    this.#passage = new Passage(cast, this.#reactions, now)
    this.#impose(alterations)
    for (const actor of cast.all) {
      circuit.setState(actor.part, actor.state)
      this.#telling?.begin(actor)
    }
    surroundings.renew()
    this.#passage.react()
  }

  /** What a person in the building could have noticed since the beginning, in its order. */
  get trace(): readonly Happening[] {
    return this.#telling?.trace ?? []
  }

  /** What is wrong with the circuit. */
  get alterations(): Alterations {
    return this.#alterations
  }

  /** Can a state not move, because of what is wrong with its part? */
  isPinned(part: string, state: string): boolean {
    return this.#alterations.pins[part]?.[state] !== undefined
  }

  /**
   * Makes these things wrong with the circuit and nothing else, and lets the parts answer. What names no branch, part or
   * state of this circuit does nothing to it, and figures that would join a part's terminals in another way do not either.
   */
  alter(alterations: Alterations) {
    this.#reactions.quiet()
    this.#impose(alterations)
    this.#passage.react()
  }

  /** Remembers how everything stands. */
  mark(): Mark {
    return {
      now: this.now,
      alterations: this.#alterations,
      actors: this.#cast.all.map(({ state, runs, told, blownBy, heatedBy }) => ({
        state,
        runs,
        told,
        blownBy,
        heatedBy,
      })),
      happenings: this.trace.length,
      buzzing: new Map(this.#reactions.buzzing),
    }
  }

  /** Puts everything back as it stood at the mark, to the bit: states, fuses, clock, and what is wrong. */
  back(mark: Mark) {
    this.#impose(mark.alterations)
    this.#cast.takeMoved()
    this.#passage.now = mark.now
    for (const actor of this.#cast.all) {
      const { state, runs, told, blownBy, heatedBy } = mark.actors[actor.index]!
      const moved = actor.state !== state
      actor.state = state
      // What moves is what moved then: what it was asked since would seem to stand, and is not that.
      if (actor.runs !== runs) actor.running.forget()
      actor.runs = runs
      actor.told = told
      actor.blownBy = blownBy
      actor.heatedBy = heatedBy
      if (moved) this.circuit.setState(actor.part, state)
    }
    if (this.#telling) this.#telling.trace.length = mark.happenings
    this.#reactions.quiet()
    for (const [part, hertz] of mark.buzzing) this.#reactions.buzzing.set(part, hertz)
    this.#surroundings.renew()
  }

  #impose(next: Alterations) {
    const had = this.#alterations
    if (next === had) return
    this.#alterations = next
    impose(had, next, { netlist: this.netlist, circuit: this.circuit, cast: this.#cast })
  }

  /** Seconds on its clock. */
  get now() {
    return this.#passage.now
  }

  get buzzing(): readonly string[] {
    return [...this.#reactions.buzzing.keys()]
  }

  /** How often a second a buzzing part changes to and fro. */
  hertzOf(part: string): number | undefined {
    return this.#reactions.buzzing.get(part)
  }

  stateOf(part: string): State {
    const actor = this.#cast.get(part)
    if (!actor) throw new RangeError(`no part ${part} in this circuit`)
    return actor.state
  }

  has(part: string) {
    return this.#cast.get(part) !== undefined
  }

  /** Sets a state by hand: a call, a switch, a lever, or any state for a trial. Takes effect at once. */
  set(part: string, state: string, value: StateValue) {
    const actor = this.#cast.get(part)
    if (!actor || !(state in actor.state)) throw new RangeError(`no state ${part}.${state}`)
    if (actor.state[state] === value || this.isPinned(part, state)) return
    this.#cast.change(actor, { [state]: value })
    this.#passage.react()
  }

  /** Sets several states in one moment: what happens at one instant happens together, in whatever order it is told. */
  setTogether(settings: Settings) {
    for (const [part, states] of Object.entries(settings))
      for (const [state, value] of Object.entries(states)) {
        const actor = this.#cast.get(part)
        if (!actor || !(state in actor.state)) throw new RangeError(`no state ${part}.${state}`)
        if (actor.state[state] !== value) this.#cast.change(actor, { [state]: value })
      }
    this.#passage.react()
  }

  /**
   * Runs until nothing moves any more, at most `limit` seconds of the site's time.
   * @param seen called whenever something has happened on the way, once all have answered
   */
  settle(limit = 7200, seen?: () => void): Settled {
    const atRest = this.#passage.advance(this.now + limit, true, seen)
    return { atRest, buzzing: this.buzzing }
  }

  /** Lets everything come to rest while the clocks stand, and then time pass to a moment at which nothing else happens. */
  standTo(moment: number) {
    this.#passage.advance(moment, true)
    this.#passage.now = Math.max(this.now, moment)
  }

  /** Is a tell of a part so at this moment? */
  tells(part: string, index: number): boolean {
    return this.#cast.get(part)?.told[index] === true
  }

  /** Runs to a moment, seconds since the beginning. Returns whether anything is still moving then. */
  runTo(moment: number): boolean {
    this.#passage.advance(moment, false)
    return this.moving
  }

  /** Seconds for which nothing happens, whatever moves meanwhile; undefined where nothing ever will. */
  get quietFor(): number | undefined {
    return this.#passage.nextEvent(false)
  }

  /** How a part will stand in so many seconds, no more than those for which nothing happens. */
  ahead(part: string, seconds: number): State {
    const actor = this.#cast.get(part)
    if (!actor) throw new RangeError(`no part ${part} in this circuit`)
    if (actor.runs.length === 0) return actor.state
    const state: State = { ...actor.state }
    for (const { name, rate } of actor.runs) state[name] = Number(state[name]) + rate * seconds
    return state
  }

  get moving(): boolean {
    return this.#passage.moving
  }

  /** Branch ids of the way the current took that opened a fuse or breaker, or burnt a transformer out. */
  blownBy(part: string): readonly string[] | undefined {
    return this.#cast.get(part)?.blownBy?.path
  }

  /** Amps at which a fuse or breaker let go because sound loads drew them; none where something is shorted. */
  overloadAt(part: string): number | undefined {
    const blown = this.#cast.get(part)?.blownBy
    return blown && blown.drawn >= blown.amps / 2 ? blown.amps : undefined
  }

  /** What gets too hot as things stand, and in how many seconds it lets go or burns. */
  overheating(): { readonly part: string; readonly seconds: number }[] {
    return this.#cast.movers.flatMap(({ part, runs, state }) =>
      runs.flatMap(({ name, rate }) =>
        rate > 0 && part.kind.motion.heats?.includes(name)
          ? [{ part: part.id, seconds: (1 - Number(state[name])) / rate }]
          : [],
      ),
    )
  }

  /** Amps RMS delivered and VA carried by the secondary winding of a part. */
  windingLoad(partId: string, element: string): { volts: number; amps: number; va: number } {
    const winding = this.netlist.parts.get(partId)?.windings.get(element)
    if (!winding) throw new RangeError(`no winding ${partId}.${element}`)
    const [, current] = this.circuit.windingCurrents(winding)
    const volts = this.circuit.volts(winding.nodes[2], winding.nodes[3])
    const amps = size(current)
    return { volts, amps, va: volts * amps }
  }
}
