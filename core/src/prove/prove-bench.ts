import type { InstalledPart } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { read } from '../meter/meter.ts'
import { askingOf } from '../motion/asking.ts'
import { count, is, played, put } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import { benchWith } from '../suppose/bench.ts'
import { reshaped } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import type { Bringing, Expectation, ExpectedReading } from './step.ts'

const OPEN = 0.5
/** How far from the middle a valve still stands half open to the eye: as it is set, and as it is seen. */
const [HALF, HALF_SEEN] = [0.04, 0.15]
/** Seconds after which a boiler that is still told is not waited for any more. */
const LONGEST = 3600
/** What a tank and a limit are usually set to where the kind does not say, and how far beyond they are taken; Celsius. */
const TANK = 60
const LIMIT = 90
const ABOVE = 5

/** A plant, sound or with something wrong, that is brought through the steps of a script one after the other. */
export class ProveBench {
  readonly simulation: Simulation
  readonly #job: Job
  #warmed = new Map<InstalledPart, number>()
  #water = new Map<InstalledPart, number>()

  constructor(job: Job, wrong: readonly Supposition[] = []) {
    this.#job = reshaped(job, wrong)
    this.simulation = benchWith(job, wrong)
    this.simulation.settle()
  }

  /** Brings a step about and waits until all is at rest, or as long as it says. Answers the seconds that took. */
  bring(bringing: Bringing): number {
    const from = this.simulation.now
    this.#turn(bringing)
    if (bringing.after === undefined) this.simulation.settle()
    else this.simulation.runTo(from + bringing.after)
    return this.simulation.now - from
  }

  #turn({ calls, opened, warm = [], limited = [], cool = [], signals = {} }: Bringing) {
    const bench = this.simulation
    for (const part of bench.netlist.parts.values())
      if (isIsolator(part)) {
        const closed = !opened.includes(part.id)
        if (is(bench, part, 'closed') !== closed) put(bench, part, 'closed', closed)
      }
    for (const [id, zone] of Object.entries(this.#job.zones)) {
      const asking = askingOf(this.#job, zone)
      if (!asking || !bench.has(asking.part)) continue
      const wanted = calls.includes(id) ? (signals[id] ?? asking.on) : asking.off
      if (bench.stateOf(asking.part)[asking.state] !== wanted) bench.set(asking.part, asking.state, wanted)
    }
    this.#warmed = this.#heldAt(
      'warmth',
      warm.flatMap((zone) => this.#job.zones[zone]?.thermostat ?? []),
      this.#warmed,
      (part) => (part.figures[part.kind.roles.setpoint ?? ''] ?? TANK) + ABOVE,
    )
    this.#water = this.#heldAt('water', [...limited, ...cool], this.#water, (part) =>
      limited.includes(part.id)
        ? (part.figures[part.kind.roles.limit ?? ''] ?? LIMIT) + 1
        : (lowLimitOf(part) ?? 0) - 1,
    )
  }

  /**
   * Brings all calls to an end and goes on until the boiler has stopped and only runs on, to the middle of that time.
   * Answers the seconds that took, and what runs on; nothing where nothing does.
   */
  bringToRunOn(boiler: string): { after: number; runsOn: string[] } | undefined {
    const bench = this.simulation
    const part = bench.netlist.parts.get(boiler)
    const from = bench.now
    this.#turn({ calls: [], opened: [] })
    while (is(bench, part, 'told') && bench.moving && bench.now < from + LONGEST) bench.runTo(bench.now + 1)
    const left = count(bench, part, 'runOn')
    if (is(bench, part, 'told') || left === 0) return undefined
    bench.runTo(bench.now + left / 2)
    const pumps = [...bench.netlist.parts.values()].filter(
      (one) => one.kind.class === 'pump' && is(bench, one, 'running'),
    )
    return { after: Math.round(bench.now - from), runsOn: [boiler, ...pumps.map(({ id }) => id)] }
  }

  /** What a zone's signal has to be for its valve to stand half open; nothing where no signal makes it so. */
  halfSignal(zone: string): number | undefined {
    const bench = this.simulation
    const { thermostat, valve, output } = this.#job.zones[zone]!
    const [setter, follows] = [thermostat, valve].map((id) => bench.netlist.parts.get(id ?? ''))
    const state = setter?.kind.roles.outputs?.[output ?? '']
    const knob = setter?.kind.controls?.find((control) => control.state === state)
    if (!setter || !follows || !knob || !('dial' in knob)) return undefined
    const { from, to, step } = knob.dial(setter.figures)
    const mark = bench.mark()
    let [half, off]: [number | undefined, number] = [undefined, HALF]
    for (let at = from + step; at < to; at += step) {
      bench.set(setter.id, knob.state, at)
      const now = Math.abs(count(bench, follows, 'target') - 0.5)
      if (now < off) [half, off] = [at, now]
    }
    bench.back(mark)
    return half
  }

  /** Holds a warmth at parts that are named, and lets go of those that are not any more. */
  #heldAt(
    role: 'warmth' | 'water',
    ids: readonly string[],
    before: Map<InstalledPart, number>,
    at: (part: InstalledPart) => number,
  ): Map<InstalledPart, number> {
    const bench = this.simulation
    for (const [part, was] of before) if (!ids.includes(part.id)) put(bench, part, role, was)
    const held = new Map<InstalledPart, number>()
    for (const id of ids) {
      const part = bench.netlist.parts.get(id)
      const now = part && played(bench, part, role)
      if (!part || typeof now !== 'number') continue
      held.set(part, before.get(part) ?? now)
      put(bench, part, role, at(part))
    }
    return held
  }

  /** Is it so? */
  shows({ part: id, looks }: Pick<Expectation, 'part' | 'looks'>): boolean {
    const bench = this.simulation
    const part = bench.netlist.parts.get(id)
    if (!part) return false
    switch (looks) {
      case 'open':
        return openingOf(part, bench.stateOf(id)) > OPEN
      case 'half':
        return Math.abs(openingOf(part, bench.stateOf(id)) - 0.5) < HALF_SEEN
      case 'runs':
        return is(bench, part, 'running')
      case 'runsOn':
        return !is(bench, part, 'told') && count(bench, part, 'runOn') > 0
      case 'called':
        return is(bench, part, 'told')
      case 'burns':
        return is(bench, part, 'flame')
    }
  }

  /** What a meter reads; undefined where a terminal is not there, null where it shows OL. */
  reads({ mode, from, to }: Pick<ExpectedReading, 'mode' | 'from' | 'to'>): number | null | undefined {
    const { netlist } = this.simulation
    const [a, b] = [netlist.nodeOf.get(from), netlist.nodeOf.get(to)]
    if (a === undefined || b === undefined) return undefined
    return read(this.simulation, mode, a, b).value
  }
}

/** A switch the hand opens to take the power off what is behind it. */
export const isIsolator = ({ kind }: Pick<InstalledPart, 'kind'>): boolean =>
  kind.class === 'switch' && kind.roles.closed !== undefined && !kind.roles.byHeat

/** Under which temperature a boiler keeps its water warm, Celsius; nothing where it does not. */
export const lowLimitOf = ({ kind, figures }: Pick<InstalledPart, 'kind' | 'figures'>): number | undefined =>
  figures[kind.roles.lowLimit ?? ''] || undefined

/** Does a reading lie within its bounds? */
export function keeps({ least, most }: Pick<ExpectedReading, 'least' | 'most'>, value: number | null): boolean {
  if (value === null) return most === null
  return Math.abs(value) >= least && (most === null || Math.abs(value) <= most)
}
