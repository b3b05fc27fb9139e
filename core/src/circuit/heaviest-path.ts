import type { Circuit } from './circuit.ts'
import type { Branch, Netlist } from './netlist.ts'

/** What never changes of a netlist, so made once of each. */
const meetings = new WeakMap<Netlist, readonly (readonly Branch[])[]>()
const fedAt = new WeakMap<Netlist, ReadonlySet<number>>()
const loads = new WeakMap<Netlist, readonly Branch[]>()

/** Branches at each node, strays left out. */
export function meetingsOf(netlist: Netlist): readonly (readonly Branch[])[] {
  const known = meetings.get(netlist)
  if (known) return known
  const at: Branch[][] = netlist.nodes.map(() => [])
  for (const branch of netlist.branches)
    if (branch.form !== 'stray') for (const node of [branch.a, branch.b]) at[node]!.push(branch)
  meetings.set(netlist, at)
  return at
}

/** Nodes at which something gives current: the ends of second windings and of sources. */
function fedAtOf(netlist: Netlist): ReadonlySet<number> {
  const known = fedAt.get(netlist)
  if (known) return known
  const sources = netlist.branches.filter(({ form }) => form === 'source')
  const those = new Set([
    ...netlist.windings.flatMap(({ nodes: [, , c, d] }) => [c, d]),
    ...sources.flatMap(({ a, b }) => [a, b]),
  ])
  fedAt.set(netlist, those)
  return those
}

/** What draws because it is meant to. */
export function loadsOf(netlist: Netlist): readonly Branch[] {
  const known = loads.get(netlist)
  if (known) return known
  const those = netlist.branches.filter(({ form }) => form === 'load')
  loads.set(netlist, those)
  return those
}

/**
 * Follows the current out of a branch both ways, always along the branch that carries most of it, until it meets what gives
 * it, a winding or a source, or comes back to where it began: the way a short-circuit current takes.
 * @returns ids of the branches in order, the given one first
 */
export function heaviestPath(circuit: Circuit, branchId: string): readonly string[] {
  const { netlist, felt } = circuit
  const first = netlist.branchOf.get(branchId)
  if (!first) return []
  const at = meetingsOf(netlist)
  const ends = fedAtOf(netlist)
  const least = felt.amps(first) / 2
  const walk = (from: number) => {
    // A source's own current is followed out of it.
    const leaves = first.form === 'source' ? from : undefined
    const path: string[] = []
    const seen = new Set([first])
    for (let node = from; !ends.has(node) || node === leaves; ) {
      let next: Branch | undefined
      let most = -1
      for (const branch of at[node]!) {
        if (seen.has(branch) || circuit.lump(branch).open) continue
        const amps = felt.amps(branch)
        if (amps > most) {
          most = amps
          next = branch
        }
      }
      if (!next || most < least) return path
      seen.add(next)
      path.push(next.id)
      node = next.a === node ? next.b : next.a
    }
    return path
  }
  const ahead = walk(first.b)
  const behind = walk(first.a).filter((id) => !ahead.includes(id))
  return [...behind.reverse(), first.id, ...ahead]
}
