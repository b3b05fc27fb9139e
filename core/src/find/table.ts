import { intentOf } from '../intent/intent.ts'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { asking } from '../load/all-calling.ts'
import { probe, read } from '../meter/meter.ts'
import type { Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import { benchWith } from '../suppose/bench.ts'
import { alterationsOf } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { type Ask, feltOf, type Stand } from './ask.ts'
import type { Suspect } from './suspects.ts'

/** What an ask shows: volts, or a word. */
export type Shown = number | string

/** What every suspect shows in one stand. */
export interface StandTable {
  readonly stand: Stand
  readonly asks: readonly Ask[]
  /** By suspect: what each ask shows, and which zones then heat. */
  readonly shows: ReadonlyMap<string, readonly Shown[]>
  readonly heats: ReadonlyMap<string, ReadonlySet<string>>
}

/**
 * What each suspect would show in a stand, everything settled: by the same simulation as everywhere else, on the circuit as
 * found with what is known to be wrong with it. One bench is switched from suspect to suspect.
 */
export function* tableOf(
  job: Job,
  base: readonly Supposition[],
  suspects: readonly Suspect[],
  asks: readonly Ask[],
  stand: Stand,
): Generator<void, StandTable> {
  const bench = benchWith(job, base)
  bench.settle()
  const mark = bench.mark()
  const look = lookAt(bench, job, asks)
  const shows = new Map<string, readonly Shown[]>()
  const heats = new Map<string, ReadonlySet<string>>()
  for (const { id, suppositions } of suspects) {
    bench.alter(alterationsOf(job, [...base, ...suppositions]))
    bench.settle()
    bench.setTogether(asking(job, [...stand], true))
    bench.settle()
    const seen = look([...base, ...suppositions])
    shows.set(id, seen.shows)
    heats.set(id, seen.heats)
    bench.alter(alterationsOf(job, base))
    bench.back(mark)
    yield
  }
  return { stand, asks, shows, heats }
}

/** Reads every ask, and which zones heat, on the bench as it stands. */
function lookAt(bench: Simulation, job: Job, asks: readonly Ask[]) {
  const { netlist } = bench
  const points = asks.map(({ from, to }) => {
    if (from === undefined || to === undefined) return undefined
    const [a, b] = [probe(bench, from), probe(bench, to)]
    return a.ok && b.ok ? ([a.value, b.value] as const) : undefined
  })
  return (wrong: readonly Supposition[]) => {
    const shows = asks.map((ask, i): Shown => {
      if (ask.ask === 'volts') return points[i] ? (read(bench, 'loz', ...points[i]).value ?? 0) : 0
      const part = netlist.parts.get(ask.part!)!
      const state = bench.stateOf(part.id)
      if (ask.ask === 'lever')
        return feltOf(part.kind.leverByHand?.(part.figures, state, faultsOf(wrong, part.id)) ?? 'cannot tell')
      const on = state[part.kind.roles?.running ?? part.kind.roles?.told ?? ''] === true
      return on ? 'yes' : 'no'
    })
    return { shows, heats: heatsIn(bench, job) }
  }
}

/**
 * The zones that heat as a bench stands: valve open, boiler called, burner running, and a pump that is meant for the zone;
 * where none is, the boiler has one of its own.
 */
export function heatsIn(bench: Simulation, job: Job): ReadonlySet<string> {
  const parts = [...bench.netlist.parts.values()]
  const with_ = (of: string, role: 'running' | 'told') =>
    parts.filter(({ kind }) => kind.class === of && kind.roles?.[role])
  const any = (some: typeof parts, role: 'running' | 'told') =>
    some.length === 0 || some.some(({ id, kind }) => bench.stateOf(id)[kind.roles![role]!] === true)
  const pumps = with_('pump', 'running')
  const intent = intentOf(job)
  if (!any(with_('boiler', 'told'), 'told') || !any(with_('burner', 'running'), 'running')) return new Set()
  return new Set(
    zonesInOrder(job).flatMap(({ id, valve }) => {
      const part = valve ? bench.netlist.parts.get(valve) : undefined
      const open = part !== undefined && openingOf(part, bench.stateOf(part.id)) >= HEATS
      const own = pumps.filter((pump) => intent.pumps.get(pump.id)?.zones.includes(id))
      return open && any(own, 'running') ? [id] : []
    }),
  )
}

/** A valve that stands open so far lets its room get warm. */
const HEATS = 0.3

/** The faults of a part among what is wrong: hands feel them. */
const faultsOf = (wrong: readonly Supposition[], part: string): ReadonlySet<string> =>
  new Set(wrong.flatMap(({ id }) => (id.startsWith(`part:${part}/`) ? [id.slice(`part:${part}/`.length)] : [])))
