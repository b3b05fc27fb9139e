import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { kindOf, terminalsInOrder } from '../parts/index.ts'
import type { Supposition } from '../suppose/supposition.ts'

/** Parts whose leads nobody exchanges without noticing at once, or that carry line only. */
const NOT = new Set(['supply', 'joint', 'switch', 'protection', 'pump', 'burner'])

/** As many terminals as an eye takes in at once, and how far off in a longer row a lead may have gone. */
const FEW = 6
const NEIGHBOURS = 2

/**
 * The leads that may have been landed otherwise when a plant was wired: two exchanged on one part, of circuits that share a box;
 * one on the terminal beside its own, which is free; and the same lead of two zones' valves or thermostats exchanged, which
 * crosses the zones.
 */
export function exchangesOf(job: Job): Supposition[] {
  const landed = new Map<string, Set<string>>()
  for (const { from, to } of Object.values(job.wires))
    for (const { part, terminal } of [from, to]) {
      const terminals = landed.get(part) ?? new Set<string>()
      landed.set(part, terminals.add(terminal))
    }
  const worksAt = (part: string) =>
    [...(landed.get(part) ?? [])].filter(
      (terminal) => kindOf(job.parts[part]!)?.terminals[terminal]?.circuit !== 'earth',
    )
  const pairs = new Set<string>()
  const moved = new Set<string>()
  for (const [part] of landed) {
    const kind = kindOf(job.parts[part] ?? { kind: '' })
    if (!kind || NOT.has(kind.class)) continue
    const order = terminalsInOrder(job.parts[part]!)
    const terminals = worksAt(part).sort((a, b) => order.indexOf(a) - order.indexOf(b))
    // Where many stand in a row, a lead is taken for one beside it and not for one at the other end. Line and low voltage are in
    // boxes, or behind barriers, of their own.
    const isLine = (terminal: string) => kind.terminals[terminal]?.circuit === 'line voltage'
    const free = order.filter((one) => !landed.get(part)!.has(one) && kind.terminals[one]?.circuit !== 'earth')
    for (const one of terminals) {
      // A factory lead leaves its part: there is no terminal beside it to miss.
      if (kind.terminals[one]?.lead) continue
      const at = order.indexOf(one)
      for (const other of free)
        if (Math.abs(order.indexOf(other) - at) === 1 && isLine(one) === isLine(other))
          moved.add(`lead:${part}.${one}/on:${part}.${other}`)
    }
    const reach = terminals.length > FEW ? NEIGHBOURS : terminals.length
    for (const [i, one] of terminals.entries())
      for (const other of terminals.slice(i + 1, i + 1 + reach))
        if (isLine(one) === isLine(other)) pairs.add(`${part}.${one} ${part}.${other}`)
  }
  const zones = zonesInOrder(job)
  for (const [i, one] of zones.entries())
    for (const other of zones.slice(i + 1))
      for (const role of ['valve', 'thermostat'] as const) {
        const [here, there] = [one[role], other[role]]
        if (!here || !there || job.parts[here]?.kind !== job.parts[there]?.kind) continue
        for (const terminal of worksAt(here))
          if (landed.get(there)?.has(terminal)) pairs.add(`${here}.${terminal} ${there}.${terminal}`)
      }
  const exchanged = [...pairs].map((pair) => {
    const [one, other] = pair.split(' ')
    return `lead:${one}/exchanged:${other}`
  })
  return [...exchanged, ...moved].map((id) => ({ id }))
}

/** Has a supposition a lead of this part landed elsewhere? */
export function landsOtherwise(supposition: string, part: string): boolean {
  const found = /^lead:([^/.]+)\.[^/]+\/(?:on|exchanged):([^/.]+)\./.exec(supposition)
  return found !== null && (found[1] === part || found[2] === part)
}
