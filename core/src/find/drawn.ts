import type { Job } from '../job/schema.ts'
import { stripsOf } from '../loops/loops.ts'
import type { Strip } from '../loops/strip.ts'
import type { Post, Run } from '../loops/unroll.ts'
import type { Simulation } from '../motion/simulation.ts'
import { markingOf } from '../words/words.ts'
import type { Ask, Plant } from './ask.ts'

/**
 * The strip an ask is shown on: the shortest that has all it is about, of its own zone where one has; where the two terminals
 * of a part are on no strip together, that part alone. Without light, current or volts: whoever stands before a plant that fails
 * is shown where its copper runs, not what a sound one would do. What is to be lifted for it is drawn lifted.
 * @returns nothing for what is only looked at or felt, and where no strip has all of it
 * @example stripFor(plant, clampRoundWire18)?.items.some((item) => item.form === 'stretch') // true
 */
export function stripFor({ job, loops, bench }: Omit<Plant, 'dead'>, ask: Ask): Strip | undefined {
  const { zones, shared } = loops
  const wanted = wantedOf(ask)
  if (wanted.length === 0) return undefined
  const own = zones.filter(({ zone }) => zone === ask.zone).flatMap(stripsOf)
  const others = zones.filter(({ zone }) => zone !== ask.zone).flatMap(stripsOf)
  for (const strips of [own, [...shared, ...others]]) {
    const [shortest] = strips.filter((strip) => hasAll(strip, wanted)).sort((a, b) => a.items.length - b.items.length)
    if (shortest) return atRest(shortest, ask)
  }
  return acrossOnePart(job, bench, ask)
}

/** What of the copper an ask is about: the clamp's or the core's wire, the terminals, or the part whose landings are tried. */
function wantedOf({ ask, wire, from, to, at, part }: Ask): readonly string[] {
  if (wire !== undefined) return [wire]
  if (from !== undefined && to !== undefined) return [from, to]
  if (at !== undefined) return [at]
  return part !== undefined && AT_LANDINGS.has(ask) ? [part] : []
}

const AT_LANDINGS: ReadonlySet<Ask['ask']> = new Set(['joint', 'landing', 'wiggle'])

const pointOf = ({ part, terminal }: Post): string => `${part}.${terminal}`

/** Does a strip have all of these: wires, terminals, parts? */
function hasAll({ from, to, items }: Strip, wanted: readonly string[]): boolean {
  const has = new Set<string>()
  for (const post of [from, to]) if (post) has.add(post.part).add(pointOf(post))
  for (const item of items)
    if (item.form === 'station') for (const post of [item.enter, item.leave]) has.add(post.part).add(pointOf(post))
    else
      for (const { wire, splice } of item.runs) {
        has.add(wire)
        if (splice) has.add(splice.part)
      }
  return wanted.every((one) => has.has(one))
}

/** The same copper with nothing on it, and with what the ask wants lifted off its terminal. */
function atRest(strip: Strip, { ask, wire, from }: Ask): Strip {
  const lifts = (run: Run, post: Post) =>
    (ask === 'core' && run.wire === wire) || (ask === 'alone' && from === pointOf(post))
  return {
    ...strip,
    sourceVolts: 0,
    complete: false,
    items: strip.items.map((item) =>
      item.form === 'station'
        ? { ...item, volts: 0, amps: 0, litNear: false, litFar: false }
        : {
            ...item,
            near: 0,
            far: 0,
            lit: false,
            flowing: false,
            runs: item.runs.map((run) => ({
              ...run,
              amps: 0,
              litNear: false,
              litFar: false,
              liftedNear: run.liftedNear || lifts(run, run.from),
              liftedFar: run.liftedFar || lifts(run, run.to),
            })),
          },
    ),
  }
}

/** Two terminals of one part, with nothing but it between them. */
function acrossOnePart(job: Job, { circuit, netlist }: Simulation, { from, to }: Ask): Strip | undefined {
  const [a, b] = [from, to].map((point) => point?.split('.') ?? [])
  if (a?.[0] === undefined || a[0] !== b?.[0]) return undefined
  const part = a[0]
  const post = (terminal = ''): Post => ({ part, terminal, marking: markingOf(job, part, terminal) })
  const nodes = [from, to].map((point) => netlist.nodeOf.get(point!))
  const held = [...(netlist.parts.get(part)?.branches.values() ?? [])]
  const between = held.find((branch) => nodes.includes(branch.a) && nodes.includes(branch.b))
  const station = {
    form: 'station' as const,
    part,
    element: between?.element?.name ?? '',
    load: between?.form !== 'contact',
    made: between !== undefined && !circuit.lump(between).open,
    enter: post(a[1]),
    leave: post(b[1]),
    volts: 0,
    amps: 0,
    subject: true,
    litNear: false,
    litFar: false,
  }
  return {
    id: `part:${part}`,
    subject: { part, element: '' },
    circuit: 'low voltage',
    items: [station],
    sourceVolts: 0,
    healthyVolts: 0,
    complete: false,
  }
}
