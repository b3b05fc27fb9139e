import type { Ask, Stand } from '../find/ask.ts'
import type { Evidence, Finder, Findings } from '../find/finder.ts'
import type { Job } from '../job/schema.ts'
import { asking } from '../load/all-calling.ts'
import { probe, read } from '../meter/meter.ts'
import { openingOf } from '../motion/surroundings.ts'
import { benchWith } from '../suppose/bench.ts'
import type { Supposition } from '../suppose/supposition.ts'

/** A plant with something wrong that nobody is told: it answers what is asked of it, as a wall would, a little off. */
export class HiddenWall {
  readonly #job: Job
  readonly #wrong: readonly Supposition[]
  readonly #off: () => number

  /** @param off what each reading is off by, as a share: a draw of its own for each */
  constructor(job: Job, wrong: readonly Supposition[], off: () => number = () => 0) {
    this.#job = job
    this.#wrong = wrong
    this.#off = off
  }

  #in(stand: Stand) {
    const bench = benchWith(this.#job, this.#wrong)
    bench.settle()
    bench.setTogether(asking(this.#job, [...stand], true))
    bench.settle()
    return bench
  }

  /** Does the valve open and the boiler fire when this zone calls? */
  heats(zone: string): boolean {
    const bench = this.#in([zone])
    const parts = [...bench.netlist.parts.values()]
    const on = (of: string, role: 'told' | 'running') => {
      const some = parts.filter(({ kind }) => kind.class === of && kind.roles?.[role])
      return some.length === 0 || some.some(({ id, kind }) => bench.stateOf(id)[kind.roles![role]!] === true)
    }
    const valve = bench.netlist.parts.get(this.#job.zones[zone]!.valve ?? '')
    const open = valve !== undefined && openingOf(valve, bench.stateOf(valve.id)) >= 0.3
    return open && on('boiler', 'told') && on('burner', 'running') && on('pump', 'running')
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
    if (ask === 'lever') return kind.leverByHand?.(figures, state, faults) ?? 'cannot tell'
    return state[kind.roles?.running ?? kind.roles?.told ?? ''] === true ? 'yes' : 'no'
  }
}

/** Follows what a finder proposes until it names a repair or has nothing left to ask. */
export function follow(finder: Finder, wall: HiddenWall, cold: readonly string[], heats: readonly string[], most = 25) {
  const evidence: Evidence[] = [
    ...cold.map((zone) => ({ is: 'room' as const, zone, heats: false })),
    ...heats.map((zone) => ({ is: 'room' as const, zone, heats: true })),
  ]
  let minutes = 0
  let place: string | undefined
  for (let tests = 0; ; tests++) {
    const work = finder.find(cold, evidence, place)
    let step = work.next()
    while (!step.done) step = work.next()
    const found: Findings = step.value
    const { next, repair } = found
    if (repair || !next || tests >= most) return { found, tests, minutes, evidence }
    minutes += next.minutes
    place = next.ask.place
    evidence.push({ is: 'shown', ask: next.ask.id, stand: next.stand, shown: wall.shows(next.ask, next.stand) })
  }
}
