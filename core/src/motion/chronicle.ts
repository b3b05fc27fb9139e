import type { Job } from '../job/schema.ts'
import type { StateValue } from '../parts/kind.ts'
import { type Settings, Simulation } from './simulation.ts'

/** What was done to a bench, in order: a hand moved something, or time passed, with the clocks running or standing. */
export type Doing =
  | { readonly hand: readonly [part: string, state: string, value: StateValue] }
  | { readonly seconds: number; readonly standing: boolean }

/** Longest the site's time is let run when everything is to come to rest, seconds. */
const LONG = 7200

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
  readonly job: Job
  readonly simulation: Simulation
  readonly #settings: Settings
  readonly #doings: Doing[] = []

  constructor(job: Job, settings: Settings = {}) {
    this.job = job
    this.#settings = settings
    this.simulation = new Simulation(job, settings)
  }

  get doings(): readonly Doing[] {
    return this.#doings
  }

  get settings(): Settings {
    return this.#settings
  }

  get now() {
    return this.simulation.now
  }

  /** Moves something by hand. */
  set(part: string, state: string, value: StateValue) {
    if (!this.simulation.has(part)) return
    this.simulation.set(part, state, value)
    this.#doings.push({ hand: [part, state, value] })
  }

  /** Lets time pass, seconds of the site's time. */
  advance(seconds: number) {
    this.simulation.runTo(this.now + seconds)
    this.#passed(seconds, false)
  }

  /** Lets time pass until nothing moves any more. */
  settle() {
    const from = this.now
    const settled = this.simulation.settle(LONG)
    this.#passed(this.now - from, true)
    return settled
  }

  /** Lets things come to rest, and waits: seconds in which the clocks stand. */
  rest(seconds: number) {
    this.simulation.standTo(this.now + seconds)
    this.#passed(seconds, true)
  }

  /** The circuit as it stood at a moment, seconds since the beginning: before any hand that moved just then. */
  at(moment: number): Simulation {
    return replay(this.job, this.#settings, this.#doings, moment)
  }

  #passed(seconds: number, standing: boolean) {
    if (seconds <= 0) return
    const last = this.#doings.at(-1)
    if (last && 'seconds' in last && last.standing === standing)
      this.#doings[this.#doings.length - 1] = { seconds: last.seconds + seconds, standing }
    else this.#doings.push({ seconds, standing })
  }
}

/**
 * Does the same again, as far as a moment; with a moment of infinity to the end, and then until everything rests.
 * @param visit is shown the circuit at each of the stops, in their order, before any hand that moved just then
 */
export function replay(
  job: Job,
  settings: Settings,
  doings: readonly Doing[],
  moment: number,
  stops: readonly number[] = [],
  visit: (stop: number, simulation: Simulation) => void = () => undefined,
): Simulation {
  const simulation = new Simulation(job, settings)
  let clock = 0
  let next = 0
  const pass = (until: number, standing: boolean) => {
    for (; next < stops.length && stops[next]! <= until; next++) {
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
    if ('hand' in doing) {
      const [part, state, value] = doing.hand
      if (simulation.has(part)) simulation.set(part, state, value)
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
