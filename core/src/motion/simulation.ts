import { Circuit } from '../circuit/circuit.ts'
import { size } from '../circuit/complex.ts'
import { type Netlist, netlistOf } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { type Catalogue, catalogue } from '../parts/index.ts'
import type { State, StateValue } from '../parts/kind.ts'
import { type Actor, actorOf, blownOn, creepingOf, type Run, runsOf, still, toldOf } from './actor.ts'
import { type Alterations, unaltered } from './alterations.ts'
import type { Versions } from './asked.ts'
import { Cycle } from './cycle.ts'
import { landed, leaving, near } from './levels.ts'
import { Surroundings } from './surroundings.ts'

/** Something a person in the building could notice. */
export interface Happening {
  /** Seconds since the simulation began. */
  readonly at: number
  readonly part: string
  readonly says: string
  /** Which of the part's tells it is, and whether that began to be so or ceased. */
  readonly tell?: { readonly index: number; readonly begins: boolean }
  /** For a fuse or breaker that lets go: the branches the current took, from the source round to its other end. */
  readonly path?: readonly string[]
}

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
  readonly actors: readonly Pick<Actor, 'state' | 'runs' | 'told' | 'blownBy'>[]
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
}

/** Seconds for which a relay or a motor goes on as it was when what it feels has changed; electronics say their own. */
const HOLD_UP = 0.015

/** Seconds between two events that nobody could tell apart, and how many of them in a row are hunting. */
const TINY = 1e-4
const HUNTS = 8

/** Rounds at one instant after which it is watched whether the same states come round again. */
const LONG = 4

/** Rounds after which what still changes is taken to buzz though no circle has closed: a kind may count its own turns. */
const ENDLESS = 200

/** What a part is about to change, and when, in seconds within the instant. */
interface Wish {
  readonly change: Partial<State>
  readonly due: number
}

const sameChange = (a: Partial<State>, b: Partial<State>) => {
  const names = Object.keys(a)
  return names.length === Object.keys(b).length && names.every((name) => a[name] === b[name])
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
  readonly trace: Happening[] = []
  readonly #actors: Actor[]
  /** Those that can change at once, those of which a number can move, and those that let go on too much current. */
  readonly #jumpers: readonly Actor[]
  readonly #movers: readonly Actor[]
  readonly #guards: readonly Actor[]
  readonly #byId = new Map<string, Actor>()
  #moved: Actor[] = []
  /** What changes its mind again and again, and how often a second. */
  readonly #buzzing = new Map<string, number>()
  readonly #surroundings: Surroundings
  #now: number
  /** How often circuit and building had changed when parts were last asked. */
  #versions: Versions = { circuit: -1, around: -1 }
  #alterations: Alterations = unaltered

  constructor(job: Job, settings: Settings = {}, beginning: Beginning = {}) {
    const { kinds = catalogue, alterations = unaltered, now = 0 } = beginning
    this.#now = now
    this.netlist = netlistOf(job, kinds)
    this.circuit = new Circuit(this.netlist)
    this.#surroundings = new Surroundings(job, this.netlist.parts, (id) => this.#byId.get(id)?.state)
    const { circuit, netlist } = this
    const around = { circuit, netlist, surroundings: this.#surroundings }
    this.#actors = [...netlist.parts.values()].map((part, i) => actorOf(part, i, settings[part.id], around))
    this.#jumpers = this.#actors.filter(({ part }) => part.kind.motion.jumps)
    this.#movers = this.#actors.filter(({ part }) => part.kind.motion.rates)
    this.#guards = this.#movers.filter(({ part }) => part.kind.roles.blown)
    for (const actor of this.#actors) this.#byId.set(actor.part.id, actor)
    this.#impose(alterations)
    for (const actor of this.#actors) {
      this.circuit.setState(actor.part, actor.state)
      actor.told = toldOf(actor)
    }
    this.#surroundings.renew()
    this.#react()
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
   * state of this circuit, or would change its shape, is not for this bench: `fits` says so beforehand.
   */
  alter(alterations: Alterations) {
    this.#forget()
    this.#impose(alterations)
    this.#react()
  }

  /** Remembers how everything stands. */
  mark(): Mark {
    return {
      now: this.#now,
      alterations: this.#alterations,
      actors: this.#actors.map(({ state, runs, told, blownBy }) => ({ state, runs, told, blownBy })),
      happenings: this.trace.length,
      buzzing: new Map(this.#buzzing),
    }
  }

  /** Puts everything back as it stood at the mark, to the bit: states, fuses, clock, and what is wrong. */
  back(mark: Mark) {
    this.#impose(mark.alterations)
    this.#takeMoved()
    this.#now = mark.now
    for (const [i, actor] of this.#actors.entries()) {
      const was = mark.actors[i]!
      const moved = actor.state !== was.state
      Object.assign(actor, was)
      if (moved) this.circuit.setState(actor.part, actor.state)
    }
    this.trace.length = mark.happenings
    this.#forget()
    for (const [part, hertz] of mark.buzzing) this.#buzzing.set(part, hertz)
    this.#surroundings.renew()
  }

  #impose(next: Alterations) {
    const had = this.#alterations
    if (next === had) return
    this.#alterations = next
    for (const id of new Set([...Object.keys(had.forces), ...Object.keys(next.forces)])) {
      const branch = this.netlist.branchOf.get(id)
      if (branch) this.circuit.force(branch, next.forces[id])
    }
    for (const id of new Set([...Object.keys(had.volts), ...Object.keys(next.volts)])) {
      const branch = this.netlist.branchOf.get(id)
      if (branch) this.circuit.setVolts(branch, next.volts[id] ?? branch.volts)
    }
    for (const id of new Set([...Object.keys(had.figures), ...Object.keys(next.figures)])) {
      const actor = this.#byId.get(id)
      if (actor) this.circuit.setFigures(actor.part, { ...actor.own, ...next.figures[id] }, actor.state)
    }
    for (const [id, states] of Object.entries(next.pins)) {
      const actor = this.#byId.get(id)
      if (!actor) continue
      this.#stand(actor, { ...actor.state, ...states })
    }
  }

  /** Seconds on its clock. */
  get now() {
    return this.#now
  }

  get buzzing(): readonly string[] {
    return [...this.#buzzing.keys()]
  }

  /** How often a second a buzzing part changes to and fro. */
  hertzOf(part: string): number | undefined {
    return this.#buzzing.get(part)
  }

  stateOf(part: string): State {
    const actor = this.#byId.get(part)
    if (!actor) throw new RangeError(`no part ${part} in this circuit`)
    return actor.state
  }

  has(part: string) {
    return this.#byId.has(part)
  }

  /** Sets a state by hand: a call, a switch, a lever, or any state for a trial. Takes effect at once. */
  set(part: string, state: string, value: StateValue) {
    const actor = this.#byId.get(part)
    if (!actor || !(state in actor.state)) throw new RangeError(`no state ${part}.${state}`)
    if (actor.state[state] === value || this.isPinned(part, state)) return
    this.#change(actor, { [state]: value })
    this.#react()
  }

  /** Sets several states in one moment: what happens at one instant happens together, in whatever order it is told. */
  setTogether(settings: Settings) {
    for (const [part, states] of Object.entries(settings))
      for (const [state, value] of Object.entries(states)) {
        const actor = this.#byId.get(part)
        if (!actor || !(state in actor.state)) throw new RangeError(`no state ${part}.${state}`)
        if (actor.state[state] !== value) this.#change(actor, { [state]: value })
      }
    this.#react()
  }

  /** Runs until nothing moves any more, at most `limit` seconds of the site's time. */
  settle(limit = 7200): Settled {
    const atRest = this.#advance(this.#now + limit, true)
    return { atRest, buzzing: this.buzzing }
  }

  /** Lets everything come to rest while the clocks stand, and then time pass to a moment at which nothing else happens. */
  standTo(moment: number) {
    this.#advance(moment, true)
    this.#now = Math.max(this.#now, moment)
  }

  /** Is a tell of a part so at this moment? */
  tells(part: string, index: number): boolean {
    return this.#byId.get(part)?.told[index] === true
  }

  /** Runs to a moment, seconds since the beginning. Returns whether anything is still moving then. */
  runTo(moment: number): boolean {
    this.#advance(moment, false)
    return this.moving
  }

  get moving(): boolean {
    return this.#movers.some(({ runs }) => runs.some(({ background }) => !background))
  }

  #change(actor: Actor, change: Partial<State>) {
    const next: State = { ...actor.state }
    const pins = this.#alterations.pins[actor.part.id]
    for (const [name, value] of Object.entries(change))
      if (value !== undefined && pins?.[name] === undefined) next[name] = value
    this.#stand(actor, next)
  }

  #stand(actor: Actor, state: State) {
    actor.state = state
    if (actor.moved) return
    actor.moved = true
    this.#moved.push(actor)
  }

  /** Those whose state has changed and whose elements have not yet the values of it, in the order of the parts. */
  #takeMoved(): readonly Actor[] {
    const moved = this.#moved
    if (moved.length === 0) return moved
    this.#moved = []
    for (const actor of moved) actor.moved = false
    return moved.length === 1 ? moved : moved.sort((a, b) => a.index - b.index)
  }

  /**
   * Solves and lets every part answer what it feels, until nothing changes at this instant. Each answers after its own
   * hold-up, so that a fuse far above its rating is gone before anything notices; whose last answer still stands is not
   * asked. Where the same states come round again, what changes between them buzzes, and what creeps on meanwhile creeps at
   * the mean of a round.
   */
  #react() {
    const buzzed = new Set(this.#buzzing.keys())
    if (buzzed.size > 0) this.#forget()
    const wishes = new Map<Actor, Wish>()
    const cycle = new Cycle<Actor>()
    let instant = 0
    for (let round = 0; ; round++) {
      const moved = this.#takeMoved()
      for (const { part, state } of moved) this.circuit.setState(part, state)
      this.circuit.solve()
      if (moved.length > 0) {
        this.#tell(moved)
        this.#surroundings.renew()
      }
      this.#versions = { circuit: this.circuit.changes, around: this.#surroundings.changes }
      for (const actor of this.#jumpers)
        if (!actor.jumping.stands(actor.state, this.#versions)) this.#wish(actor, wishes, instant)
      if (wishes.size === 0) break
      let next = Number.POSITIVE_INFINITY
      for (const { due } of wishes.values()) if (due < next) next = due
      const left = next - instant
      const gone = this.#letGoWithin(left)
      if (gone) {
        this.#move(gone.guard, gone.seconds, false)
        instant += gone.seconds
        continue
      }
      if (round >= LONG) {
        if (round >= ENDLESS) cycle.close()
        else
          cycle.passed(this.#standing(wishes, instant), left, this.#jumpers, this.#movers, (actor) => this.#runs(actor))
        if (cycle.seconds !== undefined) break
      }
      instant = next
      for (const [actor, { change, due }] of wishes) {
        if (due > next) continue
        wishes.delete(actor)
        this.#noteOverload(actor, change)
        this.#change(actor, change)
      }
    }
    if (cycle.seconds === undefined) {
      for (const actor of this.#movers) this.#runs(actor)
      return
    }
    const turning = cycle.turning
    for (const actor of this.#movers)
      actor.runs = turning.includes(actor) ? still : creepingOf(actor, cycle.meanOf(actor))
    for (const actor of turning) {
      this.#buzzing.set(actor.part.id, 1 / cycle.seconds)
      if (!buzzed.has(actor.part.id)) this.trace.push({ at: this.#now, part: actor.part.id, says: 'buzzes' })
    }
  }

  /** What a part would change now, once its hold-up is over; a wish it no longer has is forgotten. */
  #wish(actor: Actor, wishes: Map<Actor, Wish>, instant: number) {
    const { kind, figures, id } = actor.part
    const { state, feel, looked, jumping } = actor
    const change = jumping.ask(state, this.#versions, looked, () => kind.motion.jumps?.(figures, state, feel))
    if (!change || Object.keys(change).every((name) => this.isPinned(id, name))) {
      wishes.delete(actor)
      return
    }
    const had = wishes.get(actor)
    if (had && sameChange(had.change, change)) return
    wishes.set(actor, { change, due: instant + (kind.motion.holdUp ?? HOLD_UP) })
  }

  /** The fuse or breaker that lets go first, if any does within these seconds. */
  #letGoWithin(seconds: number): { guard: Actor; seconds: number } | undefined {
    let first: { guard: Actor; seconds: number } | undefined
    for (const guard of this.#guards) {
      for (const { name, rate, levels } of this.#runs(guard)) {
        const left = (Math.max(...levels) - Number(guard.state[name])) / rate
        if (left > 0 && left < (first?.seconds ?? seconds)) first = { guard, seconds: left }
      }
    }
    return first
  }

  /** Everything that decides what happens next at this instant. */
  #standing(wishes: ReadonlyMap<Actor, Wish>, instant: number): string {
    const waits = [...wishes].map(([{ part }, { due }]) => [part.id, Math.round((due - instant) * 1e6)])
    return JSON.stringify([this.#jumpers.map(({ state }) => state), waits])
  }

  /** What moves of a part now: asked where its last answer stands no more, and kept. */
  #runs(actor: Actor): readonly Run[] {
    if (actor.running.stands(actor.state, this.#versions)) return actor.runs
    const pins = this.#alterations.pins[actor.part.id]
    actor.runs = actor.running.ask(actor.state, this.#versions, actor.looked, () => runsOf(actor, pins))
    return actor.runs
  }

  /** The next time everything is asked anew, though nothing seems to have changed. */
  #forget() {
    this.#buzzing.clear()
    for (const { jumping, running } of this.#actors) {
      jumping.forget()
      running.forget()
    }
  }

  /** A fuse about to open: while its current still flows, remember the way it takes. */
  #noteOverload(actor: Actor, change: Partial<State>) {
    const blown = actor.part.kind.roles.blown
    if (blown === undefined || change[blown] !== true) return
    actor.blownBy = blownOn(this.circuit, actor.part)
  }

  /** Branch ids of the way the current took that opened a fuse or breaker. */
  blownBy(part: string): readonly string[] | undefined {
    return this.#byId.get(part)?.blownBy?.path
  }

  /** Amps at which a fuse or breaker let go because sound loads drew them; none where something is shorted. */
  overloadAt(part: string): number | undefined {
    const blown = this.#byId.get(part)?.blownBy
    return blown && blown.drawn >= blown.amps / 2 ? blown.amps : undefined
  }

  /** What gets too hot as things stand, and in how many seconds it lets go or burns. */
  overheating(): { readonly part: string; readonly seconds: number }[] {
    return this.#movers.flatMap(({ part, runs, state }) =>
      runs.flatMap(({ name, rate }) =>
        rate > 0 && part.kind.motion.heats?.includes(name)
          ? [{ part: part.id, seconds: (1 - Number(state[name])) / rate }]
          : [],
      ),
    )
  }

  /** Notes what became of the parts whose state has changed. */
  #tell(moved: readonly Actor[]) {
    for (const actor of moved) {
      const { tells, roles } = actor.part.kind
      if (!tells) continue
      const now = toldOf(actor)
      for (const [i, is] of now.entries()) {
        if (is === actor.told[i]) continue
        const says = is ? tells[i]!.starts : tells[i]!.ends
        if (says === undefined) continue
        const happening = { at: this.#now, part: actor.part.id, says, tell: { index: i, begins: is } }
        const blown = roles.blown !== undefined && actor.state[roles.blown] === true
        this.trace.push(blown && actor.blownBy ? { ...happening, path: actor.blownBy.path } : happening)
      }
      actor.told = now
    }
  }

  /** Leaps from event to event. Returns whether everything came to rest. */
  #advance(until: number, stopAtRest: boolean): boolean {
    let tiny = 0
    while (this.#now < until) {
      const step = this.#nextEvent(stopAtRest)
      if (step === undefined) {
        if (!stopAtRest) {
          for (const actor of this.#movers) this.#move(actor, until - this.#now, false)
          this.#now = until
          this.#react()
        }
        return true
      }
      const leap = Math.min(step, until - this.#now)
      for (const actor of this.#movers) this.#move(actor, leap, stopAtRest)
      this.#now = leap === step ? this.#now + leap : until
      this.#react()
      tiny = leap < TINY ? tiny + 1 : 0
      if (tiny > HUNTS) this.#hunting()
    }
    return !this.moving
  }

  /** What turns round at a level again and again hunts there: it stands at that level and hums until something else changes. */
  #hunting() {
    for (const actor of this.#movers) {
      const stands = ({ name, levels, background }: Run) =>
        !background && levels.some((level) => Math.abs(level - Number(actor.state[name])) < TINY)
      if (!actor.runs.some(stands)) continue
      actor.runs = actor.runs.filter((run) => !stands(run))
      if (!this.#buzzing.has(actor.part.id)) this.trace.push({ at: this.#now, part: actor.part.id, says: 'buzzes' })
      this.#buzzing.set(actor.part.id, 1 / (2 * HOLD_UP))
    }
  }

  /** Seconds to the next moment at which a moving number reaches a level; undefined where nothing moves. */
  #nextEvent(settling: boolean): number | undefined {
    let soonest: number | undefined
    for (const { runs, state } of this.#movers)
      for (const { name, rate, levels, background } of runs) {
        if (settling && background) continue
        const value = Number(state[name])
        for (const level of levels) {
          const seconds = near(level, value) ? leaving(level, rate, levels) : (level - value) / rate
          if (seconds > 0 && (soonest === undefined || seconds < soonest)) soonest = seconds
        }
      }
    return soonest
  }

  #move(actor: Actor, seconds: number, settling: boolean) {
    for (const { name, rate, levels, background } of actor.runs) {
      if (settling && background) continue
      const value = Number(actor.state[name]) + rate * seconds
      this.#change(actor, { [name]: landed(value, rate, levels) })
    }
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
