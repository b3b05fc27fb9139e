import { netlistOf } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { catalogue } from '../parts/index.ts'
import { Poles } from './poles.ts'

/** What a conductor is there for: what leads back, what earths, what is always fed, what is switched, what calls, what asks. */
export const LAYERS = ['return', 'earth', 'permanent', 'switched', 'call', 'signal'] as const
export type Layer = (typeof LAYERS)[number]

/**
 * The layer of every conductor of a job, by its id: by what its copper is joined to on the sound wiring, whoever calls.
 * A return is a neutral or a transformer's common; permanent is what lies before the first contact that a call works.
 *
 * @example layersOf(kestrelPoint()).w1 // 'permanent'
 */
export function layersOf(job: Job): Readonly<Record<string, Layer>> {
  const { netlist, layerOf } = layering(job)
  return Object.fromEntries(
    netlist.branches.flatMap(({ form, wire, a }) => (form === 'wire' && wire ? [[wire, layerOf(a)] as const] : [])),
  )
}

/** The layer of every node of a job's netlist, by its number: a ladder is drawn by these. */
export function layersByNode(job: Job): readonly Layer[] {
  const { netlist, layerOf } = layering(job)
  return netlist.nodes.map((_, node) => layerOf(node))
}

function layering(job: Job) {
  const netlist = netlistOf(job, catalogue)
  const poles = new Poles(netlist, job)
  const [earths, calls, signals] = [new Set<number>(), new Set<number>(), new Set<number>()]
  for (const { kind, nodes } of netlist.parts.values())
    for (const [terminal, node] of nodes) {
      const { circuit } = kind.terminals[terminal] ?? {}
      const group = poles.copper.of(node)
      if (circuit === 'earth') earths.add(group)
      if (circuit === 'call') calls.add(group)
      if (circuit === 'signal') signals.add(group)
    }
  const power = poles.feeds.filter(({ circuit }) => circuit === 'line voltage' || circuit === 'low voltage')
  const backs = new Set(power.map(({ backNode }) => poles.rail.of(backNode)))
  const hots = new Set(power.map(({ hotNode }) => poles.rail.of(hotNode)))
  const layerOf = (node: number): Layer => {
    const copper = poles.copper.of(node)
    const rail = poles.rail.of(node)
    // Feed and signal may share one common: it leads back first of all.
    if (earths.has(copper)) return 'earth'
    if (backs.has(rail)) return 'return'
    if (hots.has(rail)) return 'permanent'
    if (signals.has(copper)) return 'signal'
    return calls.has(copper) ? 'call' : 'switched'
  }
  return { netlist, layerOf }
}
