import {
  budgetsOf,
  type Chain,
  Chronicle,
  clamp,
  everythingCalling,
  feedAt,
  findingsOf,
  type Job,
  type LiveTerminal,
  ladderLight,
  laddersOf,
  litWires,
  liveTerminals,
  loopsOf,
  type MeterMode,
  type MeterReading,
  meaningOf,
  offBecause,
  probe,
  read,
  type Sequence,
  type Settings,
  type Simulation,
  type State,
  type StateValue,
  sequenceOf,
  stateInWords,
  type Timeline,
  timelineOf,
  verdictOf,
} from '@civil-lantern/core'
import { expose } from 'comlink'

/** A reading as the meter panel shows it. */
export interface PanelReading extends MeterReading {
  readonly means: string
}

/** Doings after which a new clock begins: looking back makes them all again. */
const LONG_ENOUGH = 400

class Bench {
  #job: Job | undefined
  #chronicle: Chronicle | undefined
  /** A moment that is gone, while it is looked at. */
  #past: Simulation | undefined
  #all: ReturnType<typeof everythingCalling> = new Map()
  #findings: ReturnType<typeof findingsOf> = []

  /** Takes a document onto the bench. Parts that were there before keep the state they were in; the clock starts anew. */
  open(job: Job, settings: Settings, instant: boolean) {
    const carried: Record<string, State> = {}
    const before = this.#chronicle?.simulation
    for (const id of Object.keys(job.parts))
      if (before?.has(id) && this.#job?.parts[id]?.kind === job.parts[id]!.kind) carried[id] = { ...before.stateOf(id) }
    for (const [id, own] of Object.entries(settings)) carried[id] = { ...carried[id], ...own }
    const first = this.#chronicle === undefined
    this.#job = job
    this.#past = undefined
    this.#chronicle = new Chronicle(job, carried)
    if (first || instant) this.#chronicle.settle()
    this.#all = everythingCalling(job)
    return this.snapshot()
  }

  /** Holds the document against the rules; apart from `open`, so that light comes first. */
  check() {
    this.#findings = findingsOf(this.#loaded().job)
    return this.snapshot()
  }

  set(part: string, state: string, value: StateValue, instant: boolean) {
    if (this.#loaded().chronicle.doings.length > LONG_ENOUGH) this.restart()
    const { chronicle } = this.#loaded()
    this.#past = undefined
    chronicle.set(part, state, value)
    if (instant) chronicle.settle()
    return this.snapshot()
  }

  /** Lets time pass, seconds of the site's time. */
  advance(seconds: number) {
    this.#loaded().chronicle.advance(seconds)
    return this.snapshot()
  }

  settle() {
    this.#loaded().chronicle.settle()
    return this.snapshot()
  }

  /** Shows a moment that was, seconds since the clock started; without one, the present. */
  look(moment: number | undefined) {
    const { chronicle } = this.#loaded()
    this.#past = moment === undefined || moment >= chronicle.now ? undefined : chronicle.at(moment)
    return this.snapshot()
  }

  /** Begins a new clock with everything as it stands. */
  restart() {
    const { job, chronicle } = this.#loaded()
    const states = Object.keys(job.parts).flatMap((id) =>
      chronicle.simulation.has(id) ? [[id, { ...chronicle.simulation.stateOf(id) }] as const] : [],
    )
    this.#past = undefined
    this.#chronicle = new Chronicle(job, Object.fromEntries(states))
    return this.snapshot()
  }

  /** The ladder diagrams, and their light at this moment. */
  rungs() {
    const { simulation, job } = this.#loaded()
    const ladders = laddersOf(simulation, job)
    return { ...ladders, light: ladders.ladders.map((ladder) => ladderLight(simulation, ladder)) }
  }

  timeline(): Timeline {
    return timelineOf(this.#loaded().chronicle)
  }

  sequence(zone: string): Sequence {
    return sequenceOf(this.#loaded().job, zone)
  }

  snapshot() {
    const { simulation, job } = this.#loaded()
    const loops = loopsOf(simulation, job)
    const states: Record<string, { says: string; state: State }> = {}
    for (const { id, kind, figures } of simulation.netlist.parts.values()) {
      const state = simulation.stateOf(id)
      states[id] = { says: kind.says(figures, state), state: { ...state } }
    }
    const verdict = verdictOf(simulation, job, loops)
    const chains: Record<string, Chain> = {}
    for (const [i, zone] of loops.zones.entries())
      chains[zone.zone] = offBecause(simulation, job, zone, verdict.zones[i]!)
    return {
      now: simulation.now,
      /** How far the clock has run; later than `now` while a moment that is gone is looked at. */
      until: this.#loaded().chronicle.now,
      moving: this.#past === undefined && simulation.moving,
      loops,
      verdict,
      chains,
      states,
      wires: litWires(simulation, job),
      budgets: budgetsOf(simulation, this.#all),
      findings: this.#findings,
      inWords: stateInWords(simulation, job),
    }
  }

  /** Every terminal at potential at this moment. */
  live(): LiveTerminal[] {
    const { simulation, job } = this.#loaded()
    return liveTerminals(simulation, job)
  }

  read(mode: Exclude<MeterMode, 'amps'>, from: string, to: string): PanelReading | string {
    const { simulation, job } = this.#loaded()
    const [a, b] = [probe(simulation, from), probe(simulation, to)]
    if (!a.ok || !b.ok) return 'A lead is on a terminal that is no longer there. Move it.'
    const reading = read(simulation, mode, a.value, b.value)
    const island = feedAt(simulation.netlist, job, a.value) ?? feedAt(simulation.netlist, job, b.value)
    return { ...reading, means: meaningOf(reading, island?.volts) }
  }

  clamp(wire: string, turns: number): PanelReading | string {
    const reading = clamp(this.#loaded().simulation, wire, turns)
    if (!reading.ok) return reading.failures[0]!.says
    return { ...reading.value, means: meaningOf(reading.value, undefined) }
  }

  #loaded() {
    if (!this.#chronicle || !this.#job) throw new Error('nothing is on the bench yet')
    return { chronicle: this.#chronicle, simulation: this.#past ?? this.#chronicle.simulation, job: this.#job }
  }
}

export type BenchApi = Bench
export type Rungs = ReturnType<Bench['rungs']>
export type Snapshot = ReturnType<Bench['snapshot']>

expose(new Bench())
