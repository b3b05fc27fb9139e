import { type Failure, fail, type Result, succeed } from '../job/failure.ts'
import { freshId } from '../job/fresh-id.ts'
import type { End, Job } from '../job/schema.ts'
import { MOST_ZONES, partsOf, withParts } from '../job/zones.ts'
import { kindOf } from '../parts/index.ts'
import { Nets } from '../plan/nets.ts'
import { connectorOf } from '../schemes/connectors.ts'
import { schoolOf } from '../schemes/schools.ts'
import { nextLabel } from './conductor.ts'

const refusal = (where: string, says: string, remedy: string): { ok: false; failures: Failure[] } =>
  fail({ code: 'hands/copy-zone', where, says, remedy })

/**
 * Hangs and wires another zone like one that is there: its thermostat, valve, relay and pump, the cables and splices that
 * are its own, and its conductors to what all zones share. There they go to a free way of the splice, to a bigger or a
 * further connector where it is full, or to the next free channel of a panel. Returns the changed job's recipe, or why not.
 */
export function copyZone(job: Job, zoneId: string): Result<{ name: string; recipe: (draft: Job) => void }> {
  const zone = job.zones[zoneId]
  if (!zone) return refusal(zoneId, 'That zone is no longer in the job.', 'Choose a zone that is.')
  if (Object.keys(job.zones).length >= MOST_ZONES)
    return refusal(zoneId, `A job holds ${MOST_ZONES} zones.`, 'Take a zone out first, or begin a second job.')
  if (zone.output !== undefined)
    return refusal(
      zoneId,
      'A zone of the controller has an output of its own.',
      'Add the zone in Survey and wire again.',
    )
  const own = ownParts(job, zoneId)
  if (own.size === 0) return refusal(zoneId, 'Nothing hangs for this zone yet.', 'Wire the job first.')
  const channels = panelChannels(job, own)
  for (const [panel, { to }] of channels)
    if (to === undefined)
      return refusal(
        panel,
        `${job.parts[panel]!.label} has no free zone.`,
        'Hang a bigger panel, or another one beside it, in Survey.',
      )
  const name = `${zone.name}, copy`.slice(0, 80)
  return succeed({ name, recipe: (draft) => copyInto(draft, zoneId, name, own, channels) })
}

/** Parts that serve this zone alone: those it names, and splices whose every conductor leads to them. */
function ownParts(job: Job, zoneId: string): Set<string> {
  const zone = job.zones[zoneId]!
  const shared = new Set(Object.entries(job.zones).flatMap(([id, other]) => (id === zoneId ? [] : partsOf(other))))
  // A pump that a panel's own contact starts runs for whoever hangs on the panel.
  for (const { from, to } of Object.values(job.wires))
    if (zone.pump && [from, to].some(({ part }) => part === zone.pump))
      for (const { part } of [from, to]) if (kindOf(job.parts[part]!)?.roles.channels) shared.add(zone.pump)
  const own = new Set<string>()
  for (const part of partsOf(zone)) if (job.parts[part] && !shared.has(part)) own.add(part)
  if (own.size === 0) return own
  const nets = new Nets(job)
  for (const [id, part] of Object.entries(job.parts)) {
    const terminals = Object.keys(kindOf(part)?.terminals ?? {})
    if (isSplice(part.kind)) {
      const devices = nets.devices({ part: id, terminal: terminals[0]! })
      if (devices.length > 0 && devices.every((end) => own.has(end.part))) own.add(id)
    } else if (kindOf(part)?.roles.signalLoad && signalValve(job, nets, id, own)) own.add(id)
  }
  return own
}

const isSplice = (kind: string) => kindOf({ kind })?.roles.connector !== undefined
const isCentre = (kind: string) => kindOf({ kind })?.roles.centre === true

/** Terminals of shared wiring centres that hold conductors of this zone alone. */
function ownTerminals(job: Job, own: ReadonlySet<string>): End[] {
  const nets = new Nets(job)
  return Object.entries(job.parts).flatMap(([part, { kind }]) =>
    isCentre(kind)
      ? Object.keys(kindOf({ kind })!.terminals)
          .map((terminal) => ({ part, terminal }))
          .filter((end) => {
            const devices = nets.devices(end)
            return devices.length > 0 && devices.every((device) => own.has(device.part))
          })
      : [],
  )
}

/** A load resistor stands across the signal of a valve of the zone. */
const signalValve = (job: Job, nets: Nets, id: string, own: ReadonlySet<string>) =>
  Object.keys(kindOf(job.parts[id]!)?.terminals ?? {}).some((terminal) =>
    nets
      .devices({ part: id, terminal })
      .every((end) => end.part === id || own.has(end.part) || kindOf(job.parts[end.part]!)?.class === 'controller'),
  )

type Channels = ReadonlyMap<string, { from: number; to: number | undefined }>

/** Which channel of each panel the zone is on, and the first that nothing is landed on. */
function panelChannels(job: Job, own: ReadonlySet<string>): Channels {
  const channels = new Map<string, { from: number; to: number | undefined }>()
  for (const [id, part] of Object.entries(job.parts)) {
    const kind = kindOf(part)
    if (kind?.class !== 'panel') continue
    const landed = (mine: boolean) =>
      Object.values(job.wires).flatMap(({ from, to }) =>
        [
          [from, to],
          [to, from],
        ].flatMap(([end, other]) =>
          end!.part === id && (!mine || own.has(other!.part)) ? [channelOf(end!.terminal) ?? 0] : [],
        ),
      )
    const from = landed(true).find((channel) => channel > 0)
    if (from === undefined) continue
    const taken = new Set(landed(false))
    const all = new Set(Object.keys(kind.terminals).flatMap((terminal) => channelOf(terminal) ?? []))
    channels.set(id, { from, to: [...all].find((channel) => !taken.has(channel)) })
  }
  return channels
}

/** `r2`, `v2p1`, `h2`: the channel of a panel a terminal belongs to. */
const channelOf = (terminal: string): number | undefined => {
  const found = /^[rwchb](\d)$|^v(\d)p\d$/.exec(terminal)
  return found ? Number(found[1] ?? found[2]) : undefined
}

function copyInto(draft: Job, zoneId: string, name: string, own: ReadonlySet<string>, channels: Channels) {
  const zone = draft.zones[zoneId]!
  const number = Math.max(...Object.values(draft.zones).map((one) => one.number)) + 1
  const twins = new Map<string, string>()
  for (const id of own) {
    const { at: _, ...part } = draft.parts[id]!
    // Further heads of a zone end in a letter: V1b beside V1.
    const [, stem = id, letter = ''] = /^(\D+)\d+([a-z]?)$/.exec(id) ?? []
    const joint = kindOf(part)?.class === 'joint'
    const wanted = joint ? freshId(draft.parts, 'S') : `${stem}${number}${letter}`
    const twin = wanted in draft.parts ? freshId(draft.parts, stem) : wanted
    const label = joint ? `Splice ${twin}` : relabelled(part.label, zone, number, name)
    draft.parts[twin] = { ...part, label }
    twins.set(id, twin)
  }
  const terminals = new Map<string, End>()
  for (const end of ownTerminals(draft, new Set([...own, ...twins.values()])))
    terminals.set(key(end), freeTerminal(draft, end.part, new Set([...terminals.values()].map(key))))
  const cables = new Map<string, string>()
  for (const [id, cable] of Object.entries(draft.cables)) {
    const wires = Object.values(draft.wires).filter((wire) => wire.cable === id)
    if (wires.length === 0 || !wires.every(({ from, to }) => own.has(from.part) || own.has(to.part))) continue
    const twin = freshId(draft.cables, id.replace(/\d+$/, ''))
    draft.cables[twin] = { ...cable, label: relabelled(cable.label, zone, number, name) }
    cables.set(id, twin)
  }
  const onChannel = (end: End) => channels.get(end.part)?.from === channelOf(end.terminal) && channels.has(end.part)
  for (const wire of Object.values({ ...draft.wires })) {
    if (![wire.from, wire.to].some((end) => own.has(end.part) || terminals.has(key(end)) || onChannel(end))) continue
    const { cable, core, ...rest } = wire
    const far = (end: End): End => {
      const twin = twins.get(end.part)
      const terminal = terminals.get(key(end))
      if (terminal) return terminal
      return twin ? { part: twin, terminal: end.terminal } : sharedEnd(draft, end, channels)
    }
    const run = cable && cables.has(cable) ? { cable: cables.get(cable)!, ...(core ? { core } : {}) } : {}
    const label = nextLabel(draft)
    // Ends first: landing one may make room on a splice, which takes wires of its own.
    const [from, to] = [far(rest.from), far(rest.to)]
    draft.wires[freshId(draft.wires, 'w')] = { ...rest, ...run, from, to, label }
  }
  const { note: _, ...like } = withParts(zone, (part) => twins.get(part) ?? part)
  draft.zones[freshId(draft.zones, 'zone')] = { ...like, number, name }
}

const key = ({ part, terminal }: End) => `${part}.${terminal}`

/** A terminal of a wiring centre that nothing is landed on: on this one, on another, or on a new one beside it. */
function freeTerminal(draft: Job, centre: string, taken: ReadonlySet<string>): End {
  const centres = Object.keys(draft.parts).filter((id) => isCentre(draft.parts[id]!.kind))
  for (const part of [centre, ...centres])
    for (const terminal of Object.keys(kindOf(draft.parts[part]!)!.terminals))
      if (!taken.has(`${part}.${terminal}`) && landedOn(draft, part, terminal).length === 0) return { part, terminal }
  const part = freshId(draft.parts, 'WC')
  const { kind, place } = draft.parts[centre]!
  draft.parts[part] = { kind, place, label: `Wiring centre ${part.slice(2)}` }
  return { part, terminal: 't1' }
}

function relabelled(label: string, zone: { number: number; name: string }, number: number, name: string): string {
  if (label.includes(zone.name)) return label.replace(zone.name, name).slice(0, 80)
  const [, before, last, letter] = /^(.* )(\d+)([a-z]?)$/.exec(label) ?? []
  return Number(last) === zone.number ? `${before}${number}${letter}` : `${label}, ${number}`.slice(0, 80)
}

/** Where a conductor to a shared part goes: the same terminal of a screw, the next channel, or a way with room. */
function sharedEnd(draft: Job, end: End, channels: Channels): End {
  const part = draft.parts[end.part]!
  const channel = channels.get(end.part)
  if (channel?.to !== undefined && channelOf(end.terminal) === channel.from)
    return { part: end.part, terminal: end.terminal.replace(String(channel.from), String(channel.to)) }
  if (kindOf(part)?.terminals[end.terminal]?.role !== 'way') return roomAtScrew(draft, end)
  const free = freeWay(draft, end.part)
  if (free) return { part: end.part, terminal: free }
  return furtherSplice(draft, end.part)
}

const landedOn = (draft: Job, part: string, terminal: string) =>
  Object.entries(draft.wires).filter(([, { from, to }]) =>
    [from, to].some((end) => end.part === part && end.terminal === terminal),
  )

const freeWay = (draft: Job, part: string): string | undefined =>
  Object.keys(kindOf(draft.parts[part]!)?.terminals ?? {}).find(
    (terminal) => landedOn(draft, part, terminal).length === 0,
  )

/** A screw that is full hands its conductors to a splice, and keeps a tail to it. */
function roomAtScrew(draft: Job, end: End): End {
  const takes = kindOf(draft.parts[end.part]!)?.terminals[end.terminal]?.takes ?? 1
  const landed = landedOn(draft, end.part, end.terminal)
  if (landed.length < takes || landed.length === 0) return end
  const [id, wire] = landed[0]!
  const splice = newSplice(draft, end.part)
  const side = wire.from.part === end.part && wire.from.terminal === end.terminal ? 'from' : 'to'
  draft.wires[id] = { ...wire, [side]: { part: splice, terminal: 'w2' } }
  const { cable: _, core: __, ...tail } = wire
  draft.wires[freshId(draft.wires, 'w')] = {
    ...tail,
    from: end,
    to: { part: splice, terminal: 'w1' },
    length: 0.3,
    label: nextLabel(draft),
  }
  return { part: splice, terminal: 'w3' }
}

/** A full splice gets another beside it: the conductor on its last way moves over, and the two are linked. */
function furtherSplice(draft: Job, full: string): End {
  const style = draft.parts[full]!.kind.replace(/-\d+$/, '')
  const ways = Object.keys(kindOf(draft.parts[full]!)!.terminals)
  const bigger = [3, 4, 5, 8].find((n) => n > ways.length && kindOf({ kind: `${style}-${n}` }))
  if (bigger) {
    draft.parts[full] = { ...draft.parts[full]!, kind: `${style}-${bigger}` }
    return { part: full, terminal: `w${ways.length + 1}` }
  }
  const last = ways.at(-1)!
  const [id, wire] = landedOn(draft, full, last)[0]!
  const next = newSplice(draft, full)
  const side = wire.from.part === full && wire.from.terminal === last ? 'from' : 'to'
  draft.wires[id] = { ...wire, [side]: { part: next, terminal: 'w2' } }
  draft.wires[freshId(draft.wires, 'w')] = {
    from: { part: full, terminal: last },
    to: { part: next, terminal: 'w1' },
    colour: wire.colour,
    size: wire.size,
    length: 0.3,
    label: nextLabel(draft),
  }
  return { part: next, terminal: 'w3' }
}

/** A connector of the job's own style with ways enough, beside another part. */
function newSplice(draft: Job, beside: string): string {
  const { place, kind } = draft.parts[beside]!
  const style = kindOf({ kind })?.roles.connector?.style ?? schoolOf(draft, 'splices')
  const id = freshId(draft.parts, 'S')
  draft.parts[id] = { kind: connectorOf(style, 3, 5), label: `Splice ${id}`, place }
  return id
}
