import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { ask, askingOf } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import type { PartKind } from '../parts/kind.ts'
import { Poles } from '../poles/poles.ts'
import { labelOf, placeOf, terminalInWords } from '../words/words.ts'
import type { Progress } from './proof.ts'

/** A terminal at potential: how much, from which source, and with whom calling. */
export interface LiveTerminal {
  readonly part: string
  readonly terminal: string
  readonly says: string
  readonly place: string
  readonly volts: number
  readonly line: boolean
  /** The source it comes from, in words. */
  readonly from: string
  /** Live whoever calls, or only while somebody does. */
  readonly when: string
}

/** Volts from which a terminal counts as live. */
const LIVE = 5

interface Spotted {
  readonly part: string
  readonly terminal: string
  readonly node: number
  readonly feeds: readonly { readonly node: number; readonly from: string; readonly line: boolean }[]
}

/** What could make each terminal live, and over which node that is measured: earth for the line, a source's own return else. */
function candidates(simulation: Simulation, job: Job): Spotted[] {
  const poles = new Poles(simulation.netlist, job)
  const earth = poles.earth ?? 0
  return [...simulation.netlist.parts.values()].flatMap(({ id, kind }) =>
    Object.keys(kind.terminals).map((terminal): Spotted => {
      const node = poles.node(id, terminal)!
      const feeds = poles.feeds
        .filter(({ hotNode, backNode }) => poles.metal.joined(node, hotNode) || poles.metal.joined(node, backNode))
        .map((feed) => {
          const line = feed.circuit === 'line voltage'
          return { node: line ? earth : feed.backNode, from: labelOf(job, feed.part.id), line }
        })
      return { part: id, terminal, node, feeds }
    }),
  )
}

/** Every terminal at potential as the circuit stands now, line voltage first. */
export function liveTerminals(simulation: Simulation, job: Job): LiveTerminal[] {
  simulation.circuit.solve()
  return sorted(
    candidates(simulation, job).flatMap((one): LiveTerminal[] => {
      const found = liveOf(simulation, one)
      return found ? [{ ...inWords(job, one), ...found, when: 'now' }] : []
    }),
  )
}

function liveOf({ circuit }: Simulation, { node, feeds }: Spotted) {
  for (const feed of feeds) {
    const volts = circuit.level(node, feed.node)
    if (volts >= LIVE) return { volts, from: feed.from, line: feed.line }
  }
  return undefined
}

const inWords = (job: Job, { part, terminal }: Spotted) => ({
  part,
  terminal,
  says: terminalInWords(job, part, terminal),
  place: placeOf(job, `${part}.${terminal}`),
})

/** What a hand puts a switch or breaker to so that it is open; undefined for parts that are no switch. */
export function openedBy(kind: PartKind): { state: string; value: boolean } | undefined {
  if (kind.class !== 'switch' && kind.class !== 'protection') return undefined
  // A switch is open when it is off, a fuse when it has gone.
  const { closed, blown } = kind.roles
  return closed !== undefined
    ? { state: closed, value: false }
    : blown !== undefined
      ? { state: blown, value: true }
      : undefined
}

/** The switches, breakers and fuses of a job, in the order they hang. */
export const guardsOf = (job: Job, simulation: Simulation): string[] =>
  [...simulation.netlist.parts.values()].filter(({ id, kind }) => job.parts[id] && openedBy(kind)).map(({ id }) => id)

/**
 * Every terminal that can still bite with these switches open, whoever calls: all combinations of calls are tried, one call
 * changed at a time.
 */
export function* deadMap(job: Job, open: readonly string[]): Generator<Progress, LiveTerminal[]> {
  const simulation = new Simulation(job, {}, { unheard: true })
  for (const id of open) {
    const kind = simulation.netlist.parts.get(id)?.kind
    const opened = kind && openedBy(kind)
    if (opened) simulation.set(id, opened.state, opened.value)
  }
  simulation.settle()
  const zones = zonesInOrder(job).filter((zone) => askingOf(job, zone))
  const spots = candidates(simulation, job)
  const found = new Map<Spotted, { volts: number; from: string; line: boolean; first: number; times: number }>()
  const combinations = 2 ** Math.min(12, zones.length)
  let mask = 0
  for (let i = 0; i < combinations; i++) {
    if (i > 0) {
      const bit = Math.min(zones.length - 1, Math.log2(i & -i))
      mask ^= 1 << bit
      ask(simulation, job, zones[bit]!.id, (mask & (1 << bit)) !== 0)
      simulation.settle()
    }
    simulation.circuit.solve()
    for (const spot of spots) {
      const live = liveOf(simulation, spot)
      if (!live) continue
      const known = found.get(spot)
      const fewer = known && ones(known.first) <= ones(mask) ? known.first : mask
      found.set(spot, {
        ...live,
        volts: Math.max(live.volts, known?.volts ?? 0),
        first: fewer,
        times: (known?.times ?? 0) + 1,
      })
    }
    if (i % 64 === 63) yield { done: i + 1, of: combinations, differences: found.size }
  }
  return sorted(
    [...found].map(([spot, { volts, from, line, first, times }]) => ({
      ...inWords(job, spot),
      volts,
      from,
      line,
      when:
        times === combinations
          ? 'always'
          : `while ${zones
              .filter((_, i) => first & (1 << i))
              .map(({ name }) => name)
              .join(' and ')} calls`,
    })),
  )
}

const sorted = (all: LiveTerminal[]) =>
  all.sort((a, b) => Number(b.line) - Number(a.line) || a.place.localeCompare(b.place) || a.says.localeCompare(b.says))

const ones = (mask: number) => mask.toString(2).replaceAll('0', '').length
