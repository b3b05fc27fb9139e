import {
  budgetsOf,
  type Chain,
  clamp,
  everythingCalling,
  feedAt,
  findingsOf,
  type Job,
  type LiveTerminal,
  litWires,
  liveTerminals,
  loopsOf,
  type MeterMode,
  type MeterReading,
  meaningOf,
  offBecause,
  probe,
  read,
  type Settings,
  Simulation,
  type State,
  type StateValue,
  stateInWords,
  verdictOf,
} from '@civil-lantern/core'
import { expose } from 'comlink'

/** A reading as the meter panel shows it. */
export interface PanelReading extends MeterReading {
  readonly means: string
}

class Bench {
  #job: Job | undefined
  #simulation: Simulation | undefined
  #all: ReturnType<typeof everythingCalling> = new Map()
  #findings: ReturnType<typeof findingsOf> = []

  /** Takes a document onto the bench. Parts that were there before keep the state they were in. */
  open(job: Job, settings: Settings, instant: boolean) {
    const carried: Record<string, State> = {}
    for (const id of Object.keys(job.parts))
      if (this.#simulation?.has(id) && this.#job?.parts[id]?.kind === job.parts[id]!.kind)
        carried[id] = { ...this.#simulation.stateOf(id) }
    for (const [id, own] of Object.entries(settings)) carried[id] = { ...carried[id], ...own }
    const first = this.#simulation === undefined
    this.#job = job
    this.#simulation = new Simulation(job, carried)
    if (first || instant) this.#simulation.settle()
    this.#all = everythingCalling(job)
    return this.snapshot()
  }

  /** Holds the document against the rules; apart from `open`, so that light comes first. */
  check() {
    const { job } = this.#loaded()
    this.#findings = findingsOf(job)
    return this.snapshot()
  }

  set(part: string, state: string, value: StateValue, instant: boolean) {
    const { simulation } = this.#loaded()
    if (simulation.has(part)) simulation.set(part, state, value)
    if (instant) simulation.settle()
    return this.snapshot()
  }

  /** Lets time pass, seconds of the site's time. */
  advance(seconds: number) {
    const { simulation } = this.#loaded()
    simulation.runTo(simulation.now + seconds)
    return this.snapshot()
  }

  settle() {
    this.#loaded().simulation.settle()
    return this.snapshot()
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
      moving: simulation.moving,
      loops,
      verdict,
      chains,
      states,
      wires: litWires(simulation, job),
      budgets: budgetsOf(simulation, this.#all),
      findings: this.#findings,
      inWords: stateInWords(simulation, job),
      happenings: simulation.trace.slice(-40),
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
    if (!this.#simulation || !this.#job) throw new Error('nothing is on the bench yet')
    return { simulation: this.#simulation, job: this.#job }
  }
}

export type BenchApi = Bench
export type Snapshot = ReturnType<Bench['snapshot']>

expose(new Bench())
