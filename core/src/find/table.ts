import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { asking } from '../load/all-calling.ts'
import { probe, read } from '../meter/meter.ts'
import type { Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import { benchWith } from '../suppose/bench.ts'
import { alterationsOf } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import type { Ask, Stand } from './ask.ts'
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
  const valves = zonesInOrder(job)
  const running = (role: 'running' | 'told', of: string) =>
    [...netlist.parts.values()].filter(({ kind }) => kind.class === of && kind.roles?.[role] !== undefined)
  const pumps = running('running', 'pump')
  const boilers = running('told', 'boiler')
  const burners = running('running', 'burner')
  const is = (part: { id: string; kind: { roles?: { running?: string; told?: string } } }, role: 'running' | 'told') =>
    bench.stateOf(part.id)[part.kind.roles?.[role] ?? ''] === true
  return (wrong: readonly Supposition[]) => {
    const shows = asks.map((ask, i): Shown => {
      if (ask.ask === 'volts') return points[i] ? (read(bench, 'loz', ...points[i]).value ?? 0) : 0
      const part = netlist.parts.get(ask.part!)!
      const state = bench.stateOf(part.id)
      if (ask.ask === 'lever')
        return part.kind.leverByHand?.(part.figures, state, faultsOf(wrong, part.id)) ?? 'cannot tell'
      const on = state[part.kind.roles?.running ?? part.kind.roles?.told ?? ''] === true
      return on ? 'yes' : 'no'
    })
    const called = boilers.length === 0 || boilers.some((one) => is(one, 'told'))
    const fires = burners.length === 0 || burners.some((one) => is(one, 'running'))
    const heats = new Set(
      valves.flatMap(({ id, valve, pump }) => {
        const part = valve ? netlist.parts.get(valve) : undefined
        const open = part ? openingOf(part, bench.stateOf(part.id)) >= HEATS : false
        const own = pump ? pumps.filter((one) => one.id === pump) : pumps
        const pumped = own.length === 0 || own.some((one) => is(one, 'running'))
        return open && called && fires && pumped ? [id] : []
      }),
    )
    return { shows, heats }
  }
}

/** A valve that stands open so far lets its room get warm. */
const HEATS = 0.3

/** The faults of a part among what is wrong: hands feel them. */
const faultsOf = (wrong: readonly Supposition[], part: string): ReadonlySet<string> =>
  new Set(wrong.flatMap(({ id }) => (id.startsWith(`part:${part}/`) ? [id.slice(`part:${part}/`.length)] : [])))
