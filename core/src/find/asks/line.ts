import type { Netlist } from '../../circuit/netlist.ts'
import { read } from '../../meter/meter.ts'
import type { Simulation } from '../../motion/simulation.ts'
import { copperOf } from '../../poles/poles.ts'

const known = new WeakMap<Netlist, ReadonlySet<string>>()

/**
 * Parts with a terminal at line voltage: their own, or a splice's whose copper leads to one. Whoever works on these locks off
 * and proves dead on the line.
 */
export function onLine(netlist: Netlist): ReadonlySet<string> {
  const found = known.get(netlist)
  if (found) return found
  const copper = copperOf(netlist)
  const groups = new Set<number>()
  const parts = new Set<string>()
  for (const { id, kind, nodes } of netlist.parts.values())
    for (const [name, node] of nodes)
      if (kind.terminals[name]?.circuit === 'line voltage' && kind.class !== 'joint') {
        parts.add(id)
        groups.add(copper.of(node))
      }
  for (const { id, kind, nodes } of netlist.parts.values())
    if (kind.class === 'joint' && [...nodes.values()].some((node) => groups.has(copper.of(node)))) parts.add(id)
  known.set(netlist, parts)
  return parts
}

/** Volts from which a terminal is not dead. */
const ALIVE = 1

/**
 * Parts with a terminal that is live though every switch and breaker stands open: the supply, and what it enters first. Nobody
 * works on these before it is isolated farther up.
 *
 * @param bench the sound plant, everything opened
 */
export function stillLive(bench: Simulation): ReadonlySet<string> {
  const { netlist } = bench
  const backs = [...netlist.parts.values()].flatMap(({ kind, nodes }) => {
    const back = kind.class === 'supply' ? nodes.get(kind.roles.feeds?.[1] ?? '') : undefined
    return back === undefined ? [] : [back]
  })
  return new Set(
    [...netlist.parts.values()].flatMap(({ id, kind, nodes }) =>
      Object.keys(kind.terminals).some((name) =>
        backs.some((back) => {
          const node = nodes.get(name)
          return node !== undefined && (read(bench, 'loz', node, back).value ?? 0) > ALIVE
        }),
      )
        ? [id]
        : [],
    ),
  )
}
