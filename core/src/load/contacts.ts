import { transformerIn } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { together } from '../motion/alterations.ts'
import { Simulation } from '../motion/simulation.ts'
import { secondsAt } from '../parts/curves.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { asking, coldWith } from './all-calling.ts'
import { isBrief } from './briefly.ts'
import { callsTried } from './full-calls.ts'
import { type Carries, type Start, startOf } from './start.ts'

/** What a contact, a fuse or a breaker carries at worst, amps. */
export interface ContactLoad extends Carries {
  /** Is it more than it may be, and no trouble: only while valves start, and borne that long? */
  readonly brief: boolean
  /** Zones that call then. */
  readonly zones: readonly string[]
  /** At switching on: a pump's motor takes several times its running current, the core of a transformer what its winding lets through. */
  readonly inrush: number
  /** A fuse or breaker that sound ones of its kind may be, and that lets go when the power comes back. */
  readonly startsTooHard: boolean
}

type Judged = Pick<ContactLoad, 'amps' | 'may' | 'brief'>

/** Does it carry more than it may, and longer than it bears? */
export const isTooMuch = ({ amps, may, brief }: Judged): boolean => amps > may && !brief

/** Of two calls: what is not borne is worse than what is, by however much that is more. */
export const isWorse = (one: Judged, other: Judged): boolean =>
  isTooMuch(one) === isTooMuch(other) ? one.amps > other.amps : isTooMuch(one)

/** A motor takes so many times its running current while it starts. Usual for small circulators; data sheets differ. */
export const PUMP_INRUSH = 5

/** Seconds for which a core stays saturated, and a pump's motor takes its starting current. */
const SATURATED = 0.02
const STARTING = 0.3

/**
 * What a transformer takes at most as it is switched on, amps: its core saturated, the line's crest at the worst moment, held back
 * only by its primary winding, which has about half of the ohms that its regulation shows. RMS of that half cycle's sine.
 * @example
 * coreInrush({ va: 40, ratedVolts: 24, openVolts: 27 }, 230) // 3.13: eighteen times its rated 0.17 A
 */
export const coreInrush = (
  { va, ratedVolts, openVolts }: { va: number; ratedVolts: number; openVolts: number },
  lineVolts: number,
): number => (va / lineVolts) * (2 / (1 - ratedVolts / openVolts))

/**
 * What each contact with a rating and each fuse carries at worst: every zone alone and all that call together are run, in 24 V and in
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
  const cases = callsTried(job)
  const worst = new Map<string, ContactLoad>()
  const cores = coresBehind(bench)
  for (const calling of cases) {
    const [all, without] = [bench, still].map((simulation) => startWith(simulation, job, calling))
    for (const [key, carries] of all!) {
      const { part, element, amps, held } = carries
      const one = { ...carries, brief: isBorne(bench, carries) }
      const had = worst.get(key)
      if (had && !isWorse(one, had)) continue
      const pumping = Math.max(0, held - (without!.get(key)?.held ?? held))
      const starting = held + (PUMP_INRUSH - 1) * pumping
      const atOnce = starting + cores(part, element)
      const startsTooHard = letsGo(bench, part, atOnce, SATURATED) || letsGo(bench, part, starting, STARTING)
      const inrush = Math.max(atOnce, amps)
      worst.set(key, { ...one, zones: calling, inrush, startsTooHard })
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

/** Does a fuse or breaker, the quickest of sound ones, open on so many amps within so many seconds? */
function letsGo({ netlist }: Simulation, part: string, amps: number, within: number): boolean {
  const { kind, figures } = netlist.parts.get(part)!
  const curve = kind.motion.carries?.(figures, netlist.site)
  if (!curve || figures.amps === undefined) return false
  const quickest = 1 - (kind.figures.lasts?.spread ?? 0)
  return secondsAt(curve, amps / figures.amps) * quickest <= within
}

/** For each fuse and breaker what the cores take together that have no volts when it is open, amps. */
function coresBehind(simulation: Simulation): (part: string, element: string) => number {
  const { circuit, netlist } = simulation
  const cores = [...netlist.parts.values()].flatMap((part) => {
    const [a, b] = transformerIn(part)?.nodes ?? []
    const { va, ratedVolts, openVolts } = part.figures
    if (a === undefined || b === undefined || !va || !ratedVolts || !openVolts) return []
    return [{ a, b, amps: coreInrush({ va, ratedVolts, openVolts }, netlist.site.lineVolts) }]
  })
  const found = new Map<string, number>()
  const taken = (part: string, element: string) => {
    const installed = netlist.parts.get(part)!
    const branch = installed.branches.get(element)
    if (cores.length === 0 || !branch || !installed.kind.roles.blown) return 0
    const mark = simulation.mark()
    simulation.alter(together([simulation.alterations, { forces: { [branch.id]: { as: 'open' } } }]))
    circuit.solve()
    const dead = cores.filter(({ a, b }) => circuit.volts(a, b) < netlist.site.lineVolts / 2)
    simulation.back(mark)
    return dead.reduce((sum, { amps }) => sum + amps, 0)
  }
  return (part, element) => {
    const key = `${part}.${element}`
    const amps = found.get(key) ?? taken(part, element)
    found.set(key, amps)
    return amps
  }
}

/** With these zones calling; the bench is as it was afterwards. */
function startWith(simulation: Simulation, job: Job, calling: readonly string[]): Start['contacts'] {
  const mark = simulation.mark()
  simulation.setTogether(asking(job, calling, true))
  const { contacts } = startOf(simulation)
  simulation.back(mark)
  return contacts
}

/** Is it more than it may carry only while valves start, and borne that long? */
export function isBorne(simulation: Simulation, carries: Carries): boolean {
  const { part, guards, amps, may, held, over } = carries
  return guards ? amps > may && held <= may && !letsGo(simulation, part, amps, over) : isBrief(carries)
}
