import type { Job } from '../job/schema.ts'
import type { State, StateValue } from '../parts/kind.ts'
import { type Alterations, unaltered } from './alterations.ts'
import { type Settings, Simulation } from './simulation.ts'

/**
 * What was done to a bench, in order: a hand moved something, time passed with the clocks running or standing, something
 * went wrong or came right, or the wiring became another.
 */
export type Doing =
  | { readonly hand: readonly [part: string, state: string, value: StateValue] }
  | { readonly seconds: number; readonly standing: boolean }
  | { readonly alterations: Alterations }
  | { readonly wired: Job; readonly alterations: Alterations }

/** Longest the site's time is let run when everything is to come to rest, seconds. */
const LONG = 7200

/** Where a chronicle begins. */
export interface Start {
  readonly settings?: Settings
  readonly alterations?: Alterations
  /** Seconds on the clock. */
  readonly now?: number
}

/**
 * A simulation that remembers what was done to it, so that any moment since its beginning can be looked at again. A moment
 * is not stored but made again: the same job, the same beginning and the same doings give the same circuit.
 *
 * @example
 * const chronicle = new Chronicle(job)
 * chronicle.set('TS2', 'calling', true)
 * chronicle.settle()
 * chronicle.at(7).stateOf('V2').travel // half way
 */
export class Chronicle {
  readonly start: Start
  /** The wiring it began with. */
  readonly first: Job
  #simulation: Simulation
  #job: Job
  readonly #doings: Doing[] = []

  constructor(job: Job, start: Start = {}) {
    this.first = job
    this.#job = job
    this.start = start
    this.#simulation = begun(job, start)
  }

  /** The wiring as it is now. */
  get job() {
    return this.#job
  }

  /** The circuit as it is now. It is another after `rewire`. */
  get simulation() {
    return this.#simulation
  }

  get doings(): readonly Doing[] {
    return this.#doings
  }

  get now() {
    return this.#simulation.now
  }

  /** Moves something by hand. */
  set(part: string, state: string, value: StateValue) {
    this.#do({ hand: [part, state, value] })
  }

  /** Makes these things wrong with the circuit and nothing else. */
  alter(alterations: Alterations) {
    this.#do({ alterations })
  }

  /** The same parts, wired otherwise: states and clock go on, and what was before can still be looked at. */
  rewire(job: Job, alterations: Alterations = this.#simulation.alterations) {
    this.#do({ wired: job, alterations })
  }

  /** The same copper under other names: nothing moves and nothing is forgotten. */
  relabel(job: Job) {
    this.#job = job
  }

  /** A new chronicle that begins with everything as it stands. */
  renewed(): Chronicle {
    const { alterations } = this.#simulation
    return new Chronicle(this.#job, { settings: statesOf(this.#simulation, this.#job), alterations })
  }

  /** Lets time pass, seconds of the site's time. */
  advance(seconds: number) {
    this.#simulation.runTo(this.now + seconds)
    this.#passed(seconds, false)
  }

  /** Lets time pass until nothing moves any more. */
  settle() {
    const from = this.now
    const settled = this.#simulation.settle(LONG)
    this.#passed(this.now - from, true)
    return settled
  }

  /** Lets things come to rest, and waits: seconds in which the clocks stand. */
  rest(seconds: number) {
    this.#simulation.standTo(this.now + seconds)
    this.#passed(seconds, true)
  }

  /** The circuit as it stood at a moment, on its clock: before any hand that moved just then. */
  at(moment: number): Simulation {
    return replay(this.first, this.start, this.#doings, moment)
  }

  #do(doing: Exclude<Doing, { seconds: number }>) {
    this.#simulation = done(this.#simulation, doing)
    if ('wired' in doing) this.#job = doing.wired
    this.#doings.push(doing)
  }

  #passed(seconds: number, standing: boolean) {
    if (seconds <= 0) return
    const last = this.#doings.at(-1)
    if (last && 'seconds' in last && last.standing === standing)
      this.#doings[this.#doings.length - 1] = { seconds: last.seconds + seconds, standing }
    else this.#doings.push({ seconds, standing })
  }
}

const begun = (job: Job, { settings = {}, alterations = unaltered, now = 0 }: Start) =>
  new Simulation(job, settings, { alterations, now })

/** The simulation after something was done to it: the same one, or another where the wiring became another. */
function done(simulation: Simulation, doing: Exclude<Doing, { seconds: number }>): Simulation {
  if ('wired' in doing) {
    const { wired, alterations } = doing
    const { now, trace } = simulation
    return new Simulation(wired, statesOf(simulation, wired), { alterations, now, trace })
  }
  if ('alterations' in doing) simulation.alter(doing.alterations)
  else {
    const [part, state, value] = doing.hand
    if (simulation.has(part) && state in simulation.stateOf(part)) simulation.set(part, state, value)
  }
  return simulation
}

/** States of those parts that are in a job as the same kind, to go on with. */
export function statesOf(simulation: Simulation, job: Job): Settings {
  const carried: Record<string, State> = {}
  for (const [id, { kind }] of Object.entries(job.parts))
    if (simulation.netlist.parts.get(id)?.kind.kind === kind) carried[id] = { ...simulation.stateOf(id) }
  return carried
}

/**
 * Does the same again, as far as a moment; with a moment of infinity to the end, and then until everything rests.
 * @param visit is shown the circuit at each of the stops, in their order, before any hand that moved just then
 */
export function replay(
  job: Job,
  start: Start,
  doings: readonly Doing[],
  moment: number,
  stops: readonly number[] = [],
  visit: (stop: number, simulation: Simulation) => void = () => undefined,
): Simulation {
  let simulation = begun(job, start)
  let clock = simulation.now
  let next = 0
  const pass = (until: number, standing: boolean) => {
    // What is past the last of them is no number, and not before anything.
    for (; stops[next]! <= until; next++) {
      run(stops[next]!, standing)
      visit(stops[next]!, simulation)
    }
    run(until, standing)
  }
  const run = (until: number, standing: boolean) => {
    if (standing) simulation.standTo(until)
    else simulation.runTo(until)
  }
  for (const doing of doings) {
    if (clock >= moment) break
    if (!('seconds' in doing)) {
      simulation = done(simulation, doing)
      continue
    }
    const until = Math.min(clock + doing.seconds, moment)
    pass(until, doing.standing)
    clock = until
  }
  for (; next < stops.length; next++) visit(stops[next]!, simulation)
  if (moment === Number.POSITIVE_INFINITY) simulation.settle(LONG)
  return simulation
}
