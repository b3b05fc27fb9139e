import type { End, Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'

/** Changes of a wiring that leave it the same circuit: each says whether it found a place. */
export type Harmless = (job: Job, pick: <T>(from: readonly T[]) => T | undefined) => boolean

const at = ({ part, terminal }: End) => `${part}.${terminal}`
const partsOf = (job: Job, is: (kind: string) => boolean) =>
  Object.keys(job.parts).filter((id) => is(job.parts[id]!.kind))

/** Puts whatever is landed on each of these terminals onto the other. */
function exchange(job: Job, part: string, a: string, b: string) {
  for (const wire of Object.values(job.wires))
    for (const side of ['from', 'to'] as const) {
      if (wire[side].part !== part) continue
      const now = wire[side].terminal
      if (now === a) wire[side] = { part, terminal: b }
      else if (now === b) wire[side] = { part, terminal: a }
    }
  return true
}

const inPart =
  (is: (kind: string) => boolean, a: string, b: string): Harmless =>
  (job, pick) => {
    const part = pick(partsOf(job, is))
    return part !== undefined && exchange(job, part, a, b)
  }

export const harmless: Readonly<Record<string, Harmless>> = {
  'motor leads exchanged': inPart((kind) => /^valve\/(motor|heat-2)/.test(kind), 'm1', 'm2'),
  'end-switch leads exchanged': inPart((kind) => /^valve\/(motor-4|stored)/.test(kind), 'e1', 'e2'),
  'thermostat wires exchanged': inPart((kind) => kind === 'thermostat/two-wire', 'r', 'w'),
  'relay contact turned round': inPart((kind) => kind.startsWith('relay/'), 'com', 'no'),
  'relay coil turned round': inPart((kind) => kind === 'relay/single', 'a1', 'a2'),
  'ways of a splice exchanged'(job, pick) {
    const part = pick(partsOf(job, (kind) => /^joint\/(lever|cap|push)/.test(kind)))
    if (!part) return false
    const ways = Object.keys(kindOf(job.parts[part]!)!.terminals)
    const [a, b] = [pick(ways), pick(ways)]
    return a !== undefined && b !== undefined && a !== b && exchange(job, part, a, b)
  },
  'a wire written the other way round'(job, pick) {
    const wire = job.wires[pick(Object.keys(job.wires)) ?? '']
    if (!wire) return false
    ;[wire.from, wire.to] = [wire.to, wire.from]
    return true
  },
  'another colour'(job, pick) {
    const wire = job.wires[pick(Object.keys(job.wires)) ?? '']
    const colour = pick(['violet', 'pink', 'grey', 'orange'])
    const earth = [wire?.from, wire?.to].some(
      (end) => end && kindOf(job.parts[end.part]!)?.terminals[end.terminal]?.circuit === 'earth',
    )
    if (!wire || !colour || earth) return false
    wire.colour = colour
    return true
  },
  'thermostat after its valve'(job, pick) {
    const zone = pick(
      Object.values(job.zones).filter(
        ({ thermostatKind, valveKind, relay }) =>
          thermostatKind === 'thermostat/two-wire' && /^valve\/motor-[24]$/.test(valveKind) && !relay,
      ),
    )
    if (!zone?.thermostat || !zone.valve || Object.keys(job.parts).some((id) => id.startsWith('PN'))) return false
    if (job.scheme?.id !== 's2' && job.scheme?.id !== 's3') return false
    const turn: Record<string, End> = {
      [`${zone.thermostat}.r`]: { part: zone.valve, terminal: 'm1' },
      [`${zone.valve}.m1`]: { part: zone.valve, terminal: 'm2' },
      [`${zone.thermostat}.w`]: { part: zone.thermostat, terminal: 'r' },
      [`${zone.valve}.m2`]: { part: zone.thermostat, terminal: 'w' },
    }
    for (const wire of Object.values(job.wires))
      for (const side of ['from', 'to'] as const) wire[side] = turn[at(wire[side])] ?? wire[side]
    return true
  },
  'a conductor on a linked terminal'(job, pick) {
    const links = Object.values(job.wires).filter(
      ({ from, to }) => from.part.startsWith('WC') && to.part.startsWith('WC'),
    )
    const link = pick(links)
    if (!link) return false
    const count = (end: End) =>
      Object.values(job.wires).filter(({ from, to }) => [from, to].some((one) => at(one) === at(end))).length
    const wire = Object.values(job.wires).find(
      (one) => one !== link && at(one.to) === at(link.from) && !one.from.part.startsWith('WC'),
    )
    const takes = kindOf(job.parts[link.to.part]!)!.terminals[link.to.terminal]!.takes
    if (!wire || count(link.to) >= takes) return false
    wire.to = link.to
    return true
  },
}
