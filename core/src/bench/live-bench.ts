import { type Finding, findingsOf } from '../checks/index.ts'
import { feedAt } from '../feeds/feeds.ts'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { atWorst } from '../load/budget.ts'
import { meaningOf } from '../meter/meaning.ts'
import { clamp, type MeterMode, type MeterReading, probe, read } from '../meter/meter.ts'
import { askingOf } from '../motion/asking.ts'
import { Chronicle } from '../motion/chronicle.ts'
import type { Settings, Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import type { StateValue } from '../parts/kind.ts'
import { type LiveTerminal, liveTerminals } from '../proof/live-map.ts'
import { keyOf } from '../record/circuit-of.ts'
import type { Stand } from '../record/stand.ts'
import { laddersOf } from '../rungs/ladders.ts'
import { ladderLight } from '../rungs/light.ts'
import { alterationsOf, reshaped, suppositionInWords } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { type Sequence, sequenceOf } from '../timeline/sequence.ts'
import { type Timeline, timelineOf } from '../timeline/timeline.ts'
import { type Delta, deltaOf } from './delta.ts'
import { snapshotOf } from './snapshot.ts'

/** A circuit as the bench takes it: how it is wired, what is wrong with it, and where hands have put things. */
export interface OnTheBench {
  readonly job: Job
  readonly supposed: readonly Supposition[]
  readonly hands: Settings
  /** The same for circuits that are electrically the same. */
  readonly key: string
}

/** A reading as the meter shows it, with what it means. */
export interface PanelReading extends MeterReading {
  readonly means: string
}

/** What a screen is looking at, beside the plant itself. */
export interface Watched {
  readonly meter?:
    | { readonly mode: Exclude<MeterMode, 'amps'>; readonly from: string; readonly to: string }
    | { readonly mode: 'amps'; readonly wire: string; readonly turns: number }
  readonly rungs?: boolean
  readonly live?: boolean
  readonly timeline?: boolean
}

/** Doings after which a new clock begins: looking back makes them all again. */
const LONG_ENOUGH = 400

/**
 * A live circuit with its past, and whoever watches it. It goes on where it was when the document changes: a note moves no
 * clock, another wire carries states and clock over, and what was before can still be looked at. Every answer is what has
 * changed since the last one.
 */
export class LiveBench {
  #on: OnTheBench | undefined
  /** The job as wired, with what is supposed of its wiring. */
  #job: Job | undefined
  #chronicle: Chronicle | undefined
  /** A moment that is gone, while it is looked at. */
  #past: Simulation | undefined
  #all: ReturnType<typeof atWorst> = []
  #findings: readonly Finding[] = []
  /** The key of what findings and loads were made for. */
  #judged = ''
  #watched: Watched = {}
  #said: unknown = undefined
  /** When each zone was last asked or let go, on the bench's clock. */
  readonly #called = new Map<string, number>()

  /** Takes a circuit onto the bench: the first begins, another of the same copper goes on, other copper carries over. */
  open(on: OnTheBench, instant: boolean): Delta | undefined {
    const before = this.#on
    const job = reshaped(on.job, on.supposed)
    const alterations = alterationsOf(job, on.supposed)
    this.#on = on
    this.#job = job
    if (!this.#chronicle || !before) {
      this.#chronicle = new Chronicle(job, { settings: on.hands, alterations })
      this.#chronicle.settle()
      return this.#tell()
    }
    if (before.key === on.key) {
      this.#chronicle.relabel(job)
      return this.#tell()
    }
    this.#past = undefined
    this.#shorten()
    const chronicle = this.#chronicle
    if (keyOf(job, [], {}) !== keyOf(chronicle.job, [], {})) chronicle.rewire(job, alterations)
    else {
      chronicle.relabel(job)
      if (JSON.stringify(alterations) !== JSON.stringify(chronicle.simulation.alterations)) chronicle.alter(alterations)
    }
    this.#moveHands(before.hands, on.hands)
    if (instant) chronicle.settle()
    return this.#tell()
  }

  /** Holds the circuit against the rules and computes its whole load; apart from `open`, so that light comes first. */
  check(): Delta | undefined {
    const { on } = this.#loaded()
    const judged = JSON.stringify([on.key, on.job.accepted])
    if (judged === this.#judged) return undefined
    this.#judged = judged
    this.#all = atWorst(on.job)
    this.#findings = findingsOf(on.job, on.supposed)
    return this.#tell()
  }

  /** Moves something by hand, for this bench alone: an outside device, or a trial. */
  set(part: string, state: string, value: StateValue, instant: boolean): Delta | undefined {
    this.#shorten()
    const { chronicle } = this.#loaded()
    this.#past = undefined
    this.#note(part, state, value)
    chronicle.set(part, state, value)
    if (instant) chronicle.settle()
    return this.#tell()
  }

  /** Lets time pass, seconds of the site's time. */
  advance(seconds: number): Delta | undefined {
    this.#loaded().chronicle.advance(seconds)
    return this.#tell()
  }

  settle(): Delta | undefined {
    this.#loaded().chronicle.settle()
    return this.#tell()
  }

  /** Shows a moment that was, seconds on the clock; without one, the present. */
  look(moment: number | undefined): Delta | undefined {
    const { chronicle } = this.#loaded()
    this.#past = moment === undefined || moment >= chronicle.now ? undefined : chronicle.at(moment)
    return this.#tell()
  }

  /** Begins a new clock with everything as it stands. */
  restart(): Delta | undefined {
    this.#renew()
    return this.#tell()
  }

  /** Says what is looked at from now on beside the plant. */
  watch(watched: Watched): Delta | undefined {
    this.#watched = watched
    return this.#chronicle ? this.#tell() : undefined
  }

  sequence(zone: string): Sequence {
    return sequenceOf(this.#loaded().on.job, zone)
  }

  /** How the plant stands now, for an entry: who calls and for how long, what hands moved, what is lifted or linked. */
  stand(): Stand {
    const { on, simulation } = this.#loaded()
    const { job, supposed } = on
    const calls: NonNullable<Stand['calls']> = {}
    const asked = new Set<string>()
    for (const zone of zonesInOrder(job)) {
      const asking = askingOf(job, zone)
      if (!asking || !simulation.has(asking.part)) continue
      asked.add(`${asking.part}.${asking.state}`)
      const now = simulation.stateOf(asking.part)[asking.state]
      const called = this.#called.get(`${asking.part}.${asking.state}`)
      calls[zone.id] = {
        on: now === true || (typeof now === 'number' && now > 0),
        ...(called === undefined ? {} : { seconds: Math.round((simulation.now - called) * 10) / 10 }),
      }
    }
    const hands: NonNullable<Stand['hands']> = []
    for (const { id, kind } of simulation.netlist.parts.values())
      for (const { state } of kind.controls ?? []) {
        const value = simulation.stateOf(id)[state]
        const moves = kind.motion.background?.includes(state) === true
        if (value === undefined || value === kind.state[state] || moves || asked.has(`${id}.${state}`)) continue
        if (hands.length < 60) hands.push({ part: id, state, value })
      }
    const lifted = supposed.flatMap(({ id }) => (id.endsWith('/lifted') ? [id.slice(0, -'/lifted'.length)] : []))
    const linked = supposed.flatMap(({ id }): [string, string][] => {
      const ends = /^link:(.+)\+(.+)\/fitted$/.exec(id)
      return ends ? [[ends[1]!, ends[2]!]] : []
    })
    const off = [...simulation.netlist.parts.values()].some(({ id, kind }) => {
      const closed = kind.roles.closed
      return closed !== undefined && simulation.stateOf(id)[closed] === false
    })
    return {
      calls,
      ...(hands.length > 0 ? { hands } : {}),
      ...(lifted.length > 0 ? { lifted } : {}),
      ...(linked.length > 0 ? { linked } : {}),
      power: { on: !off },
    }
  }

  #moveHands(before: Settings, after: Settings) {
    const { chronicle } = this.#loaded()
    const move = (part: string, state: string, value: StateValue) => {
      this.#note(part, state, value)
      chronicle.set(part, state, value)
    }
    for (const [part, states] of Object.entries(after))
      for (const [state, value] of Object.entries(states)) if (before[part]?.[state] !== value) move(part, state, value)
    // What no hand holds any more goes back to where the part leaves it.
    for (const [part, states] of Object.entries(before))
      for (const state of Object.keys(states)) {
        const rest = kindOf(chronicle.job.parts[part])?.state[state]
        if (after[part]?.[state] === undefined && rest !== undefined) move(part, state, rest)
      }
  }

  #note(part: string, state: string, value: StateValue) {
    const { simulation } = this.#loaded()
    if (simulation.has(part) && simulation.stateOf(part)[state] !== value)
      this.#called.set(`${part}.${state}`, simulation.now)
  }

  #shorten() {
    if (this.#loaded().chronicle.doings.length > LONG_ENOUGH) this.#renew()
  }

  #renew() {
    const { chronicle } = this.#loaded()
    this.#past = undefined
    this.#chronicle = chronicle.renewed()
    this.#called.clear()
  }

  /** What has changed since it was last said. */
  #tell(): Delta | undefined {
    const { simulation, chronicle, job, on } = this.#loaded()
    const { meter, rungs, live, timeline } = this.#watched
    const now = {
      ...snapshotOf(simulation, job, this.#all),
      /** How far the clock has run; later than `now` while a moment that is gone is looked at. */
      until: chronicle.now,
      moving: this.#past === undefined && simulation.moving,
      findings: this.#findings,
      /** What is supposed or was found to be wrong, in words. */
      wrong: on.supposed.map((one) => ({ id: one.id, says: suppositionInWords(on.job, one) })),
      ...(meter ? { meter: this.#read(meter) } : {}),
      ...(rungs ? { rungs: this.#rungs() } : {}),
      ...(live ? { live: liveTerminals(simulation, job) } : {}),
      ...(timeline ? { timeline: timelineOf(chronicle) } : {}),
    }
    const delta = deltaOf(this.#said, now)
    this.#said = now
    return delta
  }

  #rungs() {
    const { simulation, job } = this.#loaded()
    const ladders = laddersOf(simulation, job)
    return { ...ladders, light: ladders.ladders.map((ladder) => ladderLight(simulation, ladder)) }
  }

  #read(meter: NonNullable<Watched['meter']>): PanelReading | string {
    const { simulation, job } = this.#loaded()
    if (meter.mode === 'amps') {
      const reading = clamp(simulation, meter.wire, meter.turns)
      return reading.ok ? { ...reading.value, means: meaningOf(reading.value, undefined) } : reading.failures[0]!.says
    }
    const [a, b] = [probe(simulation, meter.from), probe(simulation, meter.to)]
    if (!a.ok || !b.ok) return 'A lead is on a terminal that is no longer there. Move it.'
    const reading = read(simulation, meter.mode, a.value, b.value)
    const island = feedAt(simulation.netlist, job, a.value) ?? feedAt(simulation.netlist, job, b.value)
    return { ...reading, means: meaningOf(reading, island?.volts) }
  }

  #loaded() {
    if (!this.#chronicle || !this.#job || !this.#on) throw new Error('nothing is on the bench yet')
    const chronicle = this.#chronicle
    return { chronicle, simulation: this.#past ?? chronicle.simulation, job: this.#job, on: this.#on }
  }
}

/** Everything a screen has of the bench, once its deltas are put together. */
export type Snapshot = ReturnType<typeof snapshotOf> & {
  readonly until: number
  readonly findings: readonly Finding[]
  readonly wrong: readonly { readonly id: string; readonly says: string }[]
  readonly meter?: PanelReading | string
  readonly rungs?: ReturnType<typeof laddersOf> & { readonly light: readonly ReturnType<typeof ladderLight>[] }
  readonly live?: readonly LiveTerminal[]
  readonly timeline?: Timeline
}
