import type { Job } from '../job/schema.ts'
import { valvesOf, zonesInOrder } from '../job/zones.ts'
import { kindOf, terminalsInOrder } from '../parts/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { inWrongJoint } from './wrong-joint.ts'

/** Parts whose leads nobody exchanges without noticing at once, or that carry line only. */
const NOT = new Set(['supply', 'joint', 'switch', 'protection', 'pump', 'burner'])

/** As many terminals as an eye takes in at once, and how far off in a longer row a lead may have gone. */
const FEW = 6
const NEIGHBOURS = 2

/**
 * What may have been landed otherwise when a plant was wired, each with the suppositions that it is at once: two leads of one part
 * exchanged, of circuits that share a box; the motor's pair for the end switch's; a lead on the terminal beside its own, which is free;
 * the same lead of two zones' valves or thermostats exchanged, which crosses the zones; the return of a valve on the feed of the next; a conductor
 * in another joint than its own; and one that was never landed.
 *
 * @example mislandingsOf(kestrelPoint()).at(0) // [{ id: 'lead:XF1.h/exchanged:XF1.c' }]
 */
export function mislandingsOf(job: Job): (readonly Supposition[])[] {
  const ids = [...atParts(job), ...inSeries(job), ...inWrongJoint(job), ...neverLanded(job)]
  const single = [...new Set(ids)].map((id) => [{ id }])
  return [...single, ...pairsExchanged(job)]
}

/** Each conductor off at one of its ends. */
const neverLanded = (job: Job): string[] =>
  Object.keys(job.wires).flatMap((wire) => [`wire:${wire}.from/lifted`, `wire:${wire}.to/lifted`])

/** The return of a valve on the feed of the next one of its kind: two motors in series. */
const inSeries = (job: Job): string[] => {
  const valves = zonesInOrder(job).flatMap((zone) => valvesOf(zone))
  return valves.flatMap((valve, i) => {
    const next = valves[i + 1]
    const { feed, back, permanent } = kindOf(job.parts[valve])?.hookup ?? {}
    if (!next || !feed || !back || permanent || job.parts[next]?.kind !== job.parts[valve]?.kind) return []
    return [`lead:${valve}.${back}/on:${next}.${feed}`]
  })
}

/** The motor's two leads where the end switch's belong, and the other way round. */
const pairsExchanged = (job: Job): Supposition[][] =>
  zonesInOrder(job).flatMap((zone) =>
    valvesOf(zone).flatMap((valve) => {
      const { feed, back, proof, proofShared, permanent } = kindOf(job.parts[valve])?.hookup ?? {}
      if (!feed || !back || !proof || proofShared || permanent) return []
      return [[feed, back].map((terminal, i) => ({ id: `lead:${valve}.${terminal}/exchanged:${valve}.${proof[i]}` }))]
    }),
  )

function atParts(job: Job): string[] {
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
    const kind = kindOf(job.parts[part])
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
  return [...exchanged, ...moved]
}

/** Has a supposition a lead of this part landed elsewhere, or nowhere? */
export function landsOtherwise(job: Job, supposition: string, part: string): boolean {
  const off = /^wire:([^/.]+)\.(from|to)\/lifted$/.exec(supposition)
  if (off) return job.wires[off[1]!]?.[off[2] as 'from' | 'to'].part === part
  const found = /^lead:([^/.]+)\.[^/]+\/(?:on|exchanged):([^/.]+)\./.exec(supposition)
  return found !== null && (found[1] === part || found[2] === part)
}
