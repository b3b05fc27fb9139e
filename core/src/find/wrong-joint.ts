import { netlistOf } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { catalogue, kindOf } from '../parts/index.ts'
import { layersOf } from '../poles/layers.ts'
import { copperOf } from '../poles/poles.ts'
import { onLine } from './asks/line.ts'

/** A conductor's end in a joint. */
interface End {
  readonly wire: string
  readonly terminal: string
  readonly layer: string
}

/**
 * The conductors that may be in another joint than theirs since a plant was wired, by name of supposition: in a splice of the same box
 * that has a way free, or exchanged with one of the splice beside; and on the next terminal of a wiring centre, or on its permanent
 * live. Never earth, never line voltage for low, never where it joins what is joined already.
 */
export function inWrongJoint(job: Job): string[] {
  const netlist = netlistOf(job, catalogue)
  const line = onLine(netlist)
  const copper = copperOf(netlist)
  const ends = endsIn(job)
  const joints = [...ends.keys()]
  const at = (part: string, terminal: string) => copper.of(netlist.parts.get(part)!.nodes.get(terminal)!)
  const found: string[] = []
  for (const [i, one] of joints.entries()) {
    const kind = kindOf(job.parts[one]!)!
    if (kind.roles.centre) found.push(...offByOne(job, one, ends.get(one)!, at))
    if (!kind.roles.connector) continue
    const isNear = (other: string) =>
      kindOf(job.parts[other]!)!.roles.connector &&
      job.parts[other]!.place === job.parts[one]!.place &&
      line.has(one) === line.has(other) &&
      at(one, ends.get(one)![0]!.terminal) !== at(other, ends.get(other)![0]!.terminal)
    for (const other of joints
      .slice(Math.max(0, i - REACH), i + 1 + REACH)
      .filter((two) => two !== one && isNear(two))) {
      const taken = new Set(ends.get(other)!.map(({ terminal }) => terminal))
      const free = Object.keys(kindOf(job.parts[other]!)!.terminals).find((terminal) => !taken.has(terminal))
      for (const { terminal } of ends.get(one)!)
        if (free) found.push(`lead:${one}.${terminal}/on:${other}.${free}`)
        else if (joints.indexOf(other) === i + 1)
          found.push(...ends.get(other)!.map((end) => `lead:${one}.${terminal}/exchanged:${other}.${end.terminal}`))
    }
  }
  return found
}

/** The conductors in each joint, earth left out. */
function endsIn(job: Job): ReadonlyMap<string, readonly End[]> {
  const layers = layersOf(job)
  const ends = new Map<string, End[]>()
  for (const [wire, { from, to }] of Object.entries(job.wires))
    for (const { part, terminal } of [from, to])
      if (kindOf(job.parts[part])?.class === 'joint' && layers[wire] !== 'earth')
        ends.set(part, [...(ends.get(part) ?? []), { wire, terminal, layer: layers[wire] ?? '' }])
  return ends
}

/** Conductors on the terminal beside theirs, and those that are switched on the permanent live. */
function offByOne(job: Job, centre: string, ends: readonly End[], at: (part: string, terminal: string) => number) {
  const row = Object.keys(kindOf(job.parts[centre]!)!.terminals)
  const permanent = ends.find(({ layer }) => layer === 'permanent')?.terminal
  const taken = new Set(ends.map(({ terminal }) => terminal))
  return ends.flatMap(({ wire, terminal, layer }) => {
    // A link from terminal to terminal of one centre is no lead that anybody misses.
    const { from, to } = job.wires[wire]!
    if (from.part === to.part) return []
    const i = row.indexOf(terminal)
    const beside = [row[i - 1], row[i + 1], ...(layer === 'switched' ? [permanent] : [])]
    const wrong = new Set(beside.filter((one) => one !== undefined && one !== terminal))
    return [...wrong].flatMap((other) =>
      taken.has(other!) && at(centre, other!) === at(centre, terminal)
        ? []
        : [`lead:${centre}.${terminal}=${wire}/on:${centre}.${other}`],
    )
  })
}

/** How far off the splice may be that is taken for another one. */
const REACH = 2
