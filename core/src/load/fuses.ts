import type { InstalledPart, Netlist } from '../circuit/netlist.ts'
import type { PartKind } from '../parts/kind.ts'
import type { Poles } from '../poles/poles.ts'

/** A fuse has no handle: nothing opens it but its own current. */
export const isFuse = ({ class: of, roles }: PartKind) =>
  of === 'protection' && roles.blown !== undefined && roles.closed === undefined

/** The fuses in the feed of a transformer's secondary. */
export function fusesOf(netlist: Netlist, poles: Poles, transformer: string): InstalledPart[] {
  const secondary = poles.low.find((feed) => feed.part.id === transformer)
  if (!secondary) return []
  return [...netlist.parts.values()].filter(
    ({ kind, nodes }) => isFuse(kind) && poles.rail.joined(nodes.get('in')!, secondary.hotNode),
  )
}
