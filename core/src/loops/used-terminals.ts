import type { Netlist } from '../circuit/netlist.ts'
import { copperOf } from '../poles/poles.ts'

const usedIn = new WeakMap<Netlist, ReadonlySet<string>>()

/** Terminals that conductors and connectors join to another terminal, of whatever part; once for a netlist. */
export function usedTerminals(netlist: Netlist): ReadonlySet<string> {
  const known = usedIn.get(netlist)
  if (known) return known
  const copper = copperOf(netlist)
  const at = new Map<number, string[]>()
  for (const { id, kind, nodes } of netlist.parts.values()) {
    if (kind.class === 'joint') continue
    for (const [terminal, node] of nodes) {
      if (!Object.hasOwn(kind.terminals, terminal)) continue
      const group = copper.of(node)
      at.set(group, [...(at.get(group) ?? []), `${id}.${terminal}`])
    }
  }
  const used = new Set([...at.values()].flatMap((names) => (names.length > 1 ? names : [])))
  usedIn.set(netlist, used)
  return used
}
