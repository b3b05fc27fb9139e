import { isOperated } from '../circuit/contacts.ts'
import type { Branch } from '../circuit/netlist.ts'
import type { Feed } from '../feeds/feeds.ts'
import { WalkMap } from '../loops/walks.ts'
import type { Simulation } from '../motion/simulation.ts'
import type { Poles } from '../poles/poles.ts'

/** The two sides of one source with no load between them. */
export interface Short {
  readonly feed: Feed
  /** From its hot side to its back, in order. */
  readonly branches: readonly Branch[]
  /** Parts whose contacts have to close first; empty where it is shorted at rest. */
  readonly closing: readonly string[]
  /** Wires whose taking off ends it and leaves every load between the two sides. */
  readonly culprits: readonly string[]
}

/**
 * Sources that the wiring shorts, at rest or as soon as contacts close. A boiler's own call pair is none: closing it is a call.
 * @param simulation the sound wiring at rest: a walk takes made contacts first, and never a load
 */
export function shortsOf(simulation: Simulation, poles: Poles): Short[] {
  const suspects = poles.feeds.filter(
    ({ circuit, hotNode, backNode }) => circuit !== 'call' && poles.metal.joined(hotNode, backNode),
  )
  if (suspects.length === 0) return []
  const { circuit } = simulation
  const map = new WalkMap(circuit)
  return suspects.flatMap((feed): Short[] => {
    const walk = map.from(feed.hotNode, new Set()).to(feed.backNode)
    const branches = walk?.map(({ branch }) => branch) ?? []
    if (branches.length === 0 || branches.some(({ form }) => form === 'load')) return []
    const contacts = branches.filter(({ form }) => form === 'contact')
    const closes = ({ part }: Branch) => contacts.some((one) => one.part === part && circuit.lump(one).open)
    // The contact made at rest opens as its other one closes: no current ever runs through both.
    if (contacts.some((one) => !circuit.lump(one).open && isOperated(one) && closes(one))) return []
    const closing = new Set(contacts.filter((one) => circuit.lump(one).open).map(({ part }) => part!))
    return [{ feed, branches, closing: [...closing], culprits: culpritsOf(simulation, poles, feed, branches) }]
  })
}

function culpritsOf({ netlist }: Simulation, poles: Poles, { hotNode, backNode }: Feed, branches: readonly Branch[]) {
  const wires = [...new Set(branches.flatMap(({ wire }) => wire ?? []))]
  const loads = [
    ...netlist.branches.filter(({ form }) => form === 'load').map(({ a, b }) => [a, b] as const),
    ...netlist.windings.map(({ nodes: [a, b] }) => [a, b] as const),
  ]
  const inside = loads.filter((ends) => ends.every((end) => poles.metal.joined(end, hotNode)))
  return wires.filter((wire) => {
    const { joined } = poles.metalWithout(wire)
    const between = (a: number, b: number) => joined(a, hotNode) && joined(b, backNode)
    return !joined(hotNode, backNode) && inside.every(([a, b]) => between(a, b) || between(b, a))
  })
}
