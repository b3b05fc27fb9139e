import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { asking, neverTooHot } from './all-calling.ts'

/** What a contact, a fuse or a breaker carries at worst, amps. */
export interface ContactLoad {
  readonly part: string
  readonly element: string
  readonly amps: number
  /** What it may carry; a fuse or a breaker: what it is rated. */
  readonly may: number
  /** Zones that call then. */
  readonly zones: readonly string[]
  /** At switching on: a pump's motor takes several times its running current. */
  readonly inrush: number
  readonly guards: boolean
}

/** A motor takes so many times its running current while it starts. Usual for small circulators; data sheets differ. */
export const PUMP_INRUSH = 5

/**
 * What each contact with a rating and each fuse carries at worst: every zone alone and all together are run, in 24 V and in
 * line-voltage circuits alike.
 * @returns the most used first
 */
export function contactLoads(job: Job): ContactLoad[] {
  const simulation = new Simulation(job, {}, { alterations: neverTooHot(job) })
  simulation.settle()
  const zones = zonesInOrder(job).map(({ id }) => id)
  const cases = zones.length > 1 ? [...zones.map((zone) => [zone]), zones] : [zones]
  const worst = new Map<string, ContactLoad>()
  for (const calling of cases) {
    const mark = simulation.mark()
    simulation.setTogether(asking(job, calling, true))
    simulation.settle()
    const { netlist, circuit } = simulation
    circuit.solve()
    const pumps = [...netlist.parts.values()]
      .filter(({ kind }) => kind.class === 'pump')
      .flatMap(({ branches }) => [...branches.values()].filter(({ form }) => form === 'load'))
      .reduce((sum, branch) => sum + circuit.amps(branch), 0)
    for (const { id, kind, figures, branches } of netlist.parts.values()) {
      const guards = kind.class === 'protection'
      const rated: [string, number | undefined][] = guards
        ? [...branches].filter(([, { form }]) => form === 'contact').map(([element]) => [element, figures.amps])
        : Object.entries(kind.ratings ?? {}).map(([element, figure]) => [element, figures[figure]])
      for (const [element, may] of rated) {
        const branch = branches.get(element)
        if (!branch || may === undefined) continue
        const amps = circuit.flow(branch)
        const key = `${id}.${element}`
        if (amps <= (worst.get(key)?.amps ?? 0)) continue
        const inrush = amps + (PUMP_INRUSH - 1) * Math.min(amps, pumps)
        worst.set(key, { part: id, element, amps, may, zones: calling, inrush, guards })
      }
    }
    simulation.back(mark)
  }
  return [...worst.values()]
    .filter(({ part, amps }) => amps > 1e-3 && kindOf(job.parts[part]!) !== undefined)
    .sort((a, b) => b.amps / b.may - a.amps / a.may)
}
