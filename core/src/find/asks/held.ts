import type { End, Job } from '../../job/schema.ts'
import type { Simulation } from '../../motion/simulation.ts'
import { isIsolator } from '../../prove/prove-bench.ts'

/** Two terminals of a part with something of it between them: a motor, a contact, a coil, a fuse. */
export interface Held {
  readonly part: string
  readonly from: string
  readonly to: string
  readonly line: boolean
}

/** Every pair of terminals between which a part holds something that ohms tell of; isolators stand open while they are read. */
export function heldBetween({ netlist }: Simulation): Held[] {
  const found = new Map<string, Held>()
  for (const part of netlist.parts.values()) {
    const { id, kind, nodes, branches } = part
    if (kind.class === 'supply' || kind.roles.centre || isIsolator(part)) continue
    const terminals = Object.keys(kind.terminals)
    const at = (node: number) => terminals.find((name) => nodes.get(name) === node)
    for (const { a, b } of branches.values()) {
      const [from, to] = [at(a), at(b)]
      if (!from || !to || from === to) continue
      const line = [from, to].some((name) => kind.terminals[name]!.circuit === 'line voltage')
      found.set([id, ...[from, to].sort()].join(), { part: id, from: `${id}.${from}`, to: `${id}.${to}`, line })
    }
  }
  return [...found.values()]
}

/** Every terminal that bears a conductor beside an earth terminal of the same part: what touches earth is read between them. */
export function besideEarth({ netlist }: Simulation, job: Job): Held[] {
  const landed = new Set(Object.values(job.wires).flatMap(({ from, to }) => [pointOf(from), pointOf(to)]))
  return [...netlist.parts.values()].flatMap((part) => {
    const { id, kind } = part
    const names = Object.keys(kind.terminals)
    const earth = names.find((name) => kind.terminals[name]!.circuit === 'earth')
    if (!earth || kind.class === 'supply' || isIsolator(part)) return []
    return names
      .filter((name) => name !== earth && landed.has(`${id}.${name}`))
      .map((name) => ({
        part: id,
        from: `${id}.${name}`,
        to: `${id}.${earth}`,
        line: kind.terminals[name]!.circuit === 'line voltage',
      }))
  })
}

const pointOf = ({ part, terminal }: End): string => `${part}.${terminal}`
