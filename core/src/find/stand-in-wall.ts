import type { Job } from '../job/schema.ts'
import { asking } from '../load/all-calling.ts'
import { probe, read } from '../meter/meter.ts'
import { openingOf } from '../motion/surroundings.ts'
import { benchWith } from '../suppose/bench.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { type Ask, feltOf, type Stand } from './ask.ts'
import { repairedBy } from './suspects.ts'
import { heatsIn } from './table.ts'

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

  /** @param off what each reading is off by, as a share: a draw of its own for each */
  constructor(job: Job, wrong: readonly Supposition[], off: () => number = () => 0) {
    this.job = job
    this.#wrong = wrong
    this.#off = off
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
    return mended
  }

  /** Does every zone heat when it calls, and stand shut when nobody does? */
  get isWell(): boolean {
    const zones = Object.keys(this.job.zones)
    const rest = this.#in([])
    const shut = zones.every((zone) => {
      const valve = rest.netlist.parts.get(this.job.zones[zone]!.valve ?? '')
      return valve === undefined || valve.kind.stays || openingOf(valve, rest.stateOf(valve.id)) < 0.3
    })
    return shut && zones.every((zone) => this.heats(zone))
  }

  #in(stand: Stand) {
    const bench = benchWith(this.job, this.#wrong)
    bench.settle()
    bench.setTogether(asking(this.job, [...stand], true))
    bench.settle()
    return bench
  }

  /** Does the valve open and the boiler fire when this zone calls? */
  heats(zone: string): boolean {
    return heatsIn(this.#in([zone]), this.job).has(zone)
  }

  shows({ ask, from, to, part }: Ask, stand: Stand): number | string {
    const bench = this.#in(stand)
    if (ask === 'volts') {
      const [a, b] = [probe(bench, from!), probe(bench, to!)]
      const value = a.ok && b.ok ? (read(bench, 'loz', a.value, b.value).value ?? 0) : 0
      return Math.max(0, Math.round(value * (1 + this.#off()) * 10) / 10)
    }
    const { id, kind, figures } = bench.netlist.parts.get(part!)!
    const state = bench.stateOf(id)
    const faults = new Set(this.#wrong.flatMap((one) => one.id.split(`part:${id}/`)[1] ?? []))
    if (ask === 'lever') return feltOf(kind.leverByHand?.(figures, state, faults) ?? 'cannot tell')
    return state[kind.roles?.running ?? kind.roles?.told ?? ''] === true ? 'yes' : 'no'
  }
}
