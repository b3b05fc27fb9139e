import type { Job } from '../job/schema.ts'
import { valvesOf } from '../job/zones.ts'
import { openingOf } from '../motion/surroundings.ts'
import { benchWith } from '../suppose/bench.ts'
import { repairedBy } from '../suppose/put-right.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { type Ask, readIn, type Shown, type Wall } from './ask.ts'
import { askKind } from './asks/index.ts'
import { bring, calling, NOBODY, type Stand, standKey } from './stand.ts'
import { warmthOn } from './warmth.ts'

/**
 * A plant with something wrong that nobody is told: it answers what is asked of it, as a wall would, a little off.
 *
 * @example
 * const wall = new StandInWall(job, [{ id: 'part:V2/windingOpen' }])
 * wall.heats('signal') // false
 * wall.repair('V2/head') // true
 * wall.isWell // true
 */
export class StandInWall {
  readonly job: Job
  #wrong: readonly Supposition[]
  readonly #off: () => number
  readonly #figures: readonly Supposition[]
  readonly #there: (one: Supposition) => boolean
  readonly #stood = new Map<string, Wall>()

  /**
   * @param off what each reading is off by, as a share: a draw of its own for each
   * @param there is what comes and goes there, at this look?
   * @param figures what this plant's mains and nameplates are beside what is written: no fault, and never put right
   */
  constructor(
    job: Job,
    wrong: readonly Supposition[],
    off: () => number = () => 0,
    figures: readonly Supposition[] = [],
    there: (one: Supposition) => boolean = () => true,
  ) {
    this.job = job
    this.#wrong = wrong
    this.#off = off
    this.#figures = figures
    this.#there = there
  }

  /** What is still wrong. */
  get wrong(): readonly Supposition[] {
    return this.#wrong
  }

  /** Puts a unit right, as a hand would: whatever was wrong with it is gone. Answers whether anything was. */
  repair(unit: string): boolean {
    const left = this.#wrong.filter((one) => repairedBy(this.job, one) !== unit)
    const mended = left.length < this.#wrong.length
    this.#wrong = left
    this.#stood.clear()
    return mended
  }

  /** Does every zone heat when it calls, and stand shut when nobody does? */
  get isWell(): boolean {
    const zones = Object.keys(this.job.zones)
    const { bench } = this.#in(NOBODY)
    const valves = zones.flatMap((zone) => valvesOf(this.job.zones[zone]!))
    const shut = valves.every((id) => {
      const valve = bench.netlist.parts.get(id)
      return valve === undefined || valve.kind.stays || openingOf(valve, bench.stateOf(valve.id)) < 0.3
    })
    return shut && !this.runsUncalled && zones.every((zone) => this.alwaysHeats(zone))
  }

  /** Does a boiler, a pump or a burner run that stands still in the sound plant while nobody calls? */
  get runsUncalled(): boolean {
    const sound = benchWith(this.job, [])
    sound.settle()
    const { bench } = this.#in(NOBODY)
    return [...bench.netlist.parts.values()].some(({ id, kind: { roles } }) => {
      const state = roles.running ?? roles.told
      return state !== undefined && bench.stateOf(id)[state] === true && sound.stateOf(id)[state] !== true
    })
  }

  /** The plant in a stand with what is there at this look; whatever comes and goes is there where nothing else is said. */
  #in(stand: Stand, there: (one: Supposition) => boolean = () => true): Wall {
    const now = this.#wrong.filter((one) => one.pattern === undefined || there(one))
    const key = [standKey(stand), ...now.map(({ id }) => id)].join(' ')
    const known = this.#stood.get(key)
    if (known) return known
    // On the bench it is there or not: it does not come and go while everything settles.
    const as = now.map(({ pattern: _, ...one }) => one)
    const bench = benchWith(this.job, [...this.#figures, ...as])
    bench.settle()
    bring(bench, this.job, stand)
    const wall = { bench, job: this.job, wrong: this.#wrong, ...warmthOn(bench, this.job)() }
    this.#stood.set(key, wall)
    return wall
  }

  /** Does the valve open and the boiler fire when this zone calls? */
  heats(zone: string): boolean {
    return this.#in(calling(zone), this.#there).heats.has(zone)
  }

  /** The same at any time, whatever comes and goes. */
  alwaysHeats(zone: string): boolean {
    return this.#in(calling(zone)).heats.has(zone)
  }

  /** Zones that heat though nobody calls. */
  get heatsUncalled(): readonly string[] {
    return [...this.#in(NOBODY).heats]
  }

  /** Whether a zone heats while these call, and no other. */
  checks({ zone, calls }: { readonly zone: string; readonly calls: readonly string[] }): boolean {
    return this.#in(calling(...calls), this.#there).heats.has(zone)
  }

  /** What an ask shows in a stand, a reading rounded as a meter rounds it. */
  shows(ask: Ask, stand: Stand): Shown {
    const shown = askKind(ask.ask).shows(this.#in(stand, this.#there), ask)
    if (typeof shown !== 'number' || !Number.isFinite(shown)) return shown
    const steps = readIn(ask.ask) === 'A' ? 100 : 10
    return Math.max(0, Math.round(shown * (1 + this.#off()) * steps) / steps)
  }
}
