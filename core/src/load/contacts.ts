import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { Simulation } from '../motion/simulation.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { asking, coldWith } from './all-calling.ts'

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
 * @param wrong what is known to be wrong with the plant
 * @returns the most used first
 */
export function contactLoads(job: Job, wrong: readonly Supposition[] = []): ContactLoad[] {
  const known = coldWith(job, wrong)
  const bench = new Simulation(job, {}, { alterations: known })
  const pumps = bench.netlist.branches.filter(
    ({ form, part }) => form === 'load' && part !== undefined && bench.netlist.parts.get(part)?.kind.class === 'pump',
  )
  // The same plant with its pumps' windings open: what a contact carries less there is what pumps draw through it.
  const open = Object.fromEntries(pumps.map(({ id }) => [id, { as: 'open' } as const]))
  const still = new Simulation(job, {}, { alterations: { ...known, forces: { ...known.forces, ...open } } })
  for (const simulation of [bench, still]) simulation.settle()
  const zones = zonesInOrder(job).map(({ id }) => id)
  const cases = zones.length > 1 ? [...zones.map((zone) => [zone]), zones] : [zones]
  const worst = new Map<string, ContactLoad>()
  for (const calling of cases) {
    const [all, without] = [bench, still].map((simulation) => carriedWith(simulation, job, calling))
    for (const [key, { part, element, amps, may, guards }] of all!) {
      if (amps <= (worst.get(key)?.amps ?? 0)) continue
      const pumping = Math.max(0, amps - (without!.get(key)?.amps ?? amps))
      const inrush = amps + (PUMP_INRUSH - 1) * pumping
      worst.set(key, { part, element, amps, may, zones: calling, inrush, guards })
    }
  }
  // A fuse and the poles that open with it are one thing to whoever reads its rating: the fullest of them stands for it.
  const fullest = [...worst.values()].filter(
    (one) =>
      !one.guards ||
      ![...worst.values()].some((other) => other.part === one.part && other.guards && isFuller(other, one)),
  )
  return fullest.filter(({ amps }) => amps > 1e-3).sort((a, b) => b.amps / b.may - a.amps / a.may)
}

const isFuller = (a: ContactLoad, b: ContactLoad): boolean =>
  a.amps > b.amps || (a.amps === b.amps && a.element < b.element)

type Carries = Omit<ContactLoad, 'zones' | 'inrush'>

/** What every contact with a rating, fuse and breaker carries with these zones calling; the bench is as it was afterwards. */
function carriedWith(simulation: Simulation, job: Job, calling: readonly string[]): Map<string, Carries> {
  const mark = simulation.mark()
  simulation.setTogether(asking(job, calling, true))
  simulation.settle()
  const { netlist, circuit } = simulation
  circuit.solve()
  const carries = new Map<string, Carries>()
  for (const { id, kind, figures, branches } of netlist.parts.values()) {
    const guards = kind.class === 'protection' || kind.roles?.blown !== undefined
    const rated: [string, number | undefined][] = guards
      ? [...branches].filter(([, { form }]) => form === 'contact').map(([element]) => [element, figures.amps])
      : Object.entries(kind.ratings ?? {}).map(([element, figure]) => [element, figures[figure]])
    for (const [element, may] of rated) {
      const branch = branches.get(element)
      if (branch && may !== undefined)
        carries.set(`${id}.${element}`, { part: id, element, amps: circuit.flow(branch), may, guards })
    }
  }
  simulation.back(mark)
  return carries
}
