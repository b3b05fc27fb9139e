import {
  type CircuitClass,
  circuitsAtParts,
  controlsOf,
  type Job,
  kindOf,
  markingOf,
  type PartKind,
  terminalsInOrder,
  zonesInOrder,
} from '@civil-lantern/core'

/** The wall's grid: every edge of a part, every terminal and every wire lies on it. Units of the wall. */
export const GRID = 12
/** From one terminal to the next. */
export const ROW = 24
/** What of a terminal can be touched. */
export const TARGET = 24
/** From the top of a part to its first terminal: its name stands there. */
export const HEAD = 36
const FOOT = GRID
const WIDE = 168
const SPLICE = 2 * GRID
/** Between things that hang. */
export const GAP = 2 * GRID

export const snap = (value: number) => Math.round(value / GRID) * GRID

const LINE: readonly CircuitClass[] = ['line voltage', 'earth']

/** How wide a column of boxes is. */
export const widest = (boxes: readonly { width: number }[]) => Math.max(0, ...boxes.map(({ width }) => width))

/** The sides of a part a conductor may leave by. */
export type Side = 'left' | 'right' | 'both'

export interface WallTerminal {
  readonly terminal: string
  readonly marking: string
  readonly side: Side
  /** From the top of its part. */
  readonly y: number
  /** From its left, where it is on neither side. */
  readonly x?: number
  /** All that is landed on it runs in bundles. */
  readonly bundled?: true
}

/** How far from the left of its part a terminal is. */
export const leftOf = ({ x, side }: WallTerminal, width: number) =>
  x ?? (side === 'left' ? 0 : side === 'right' ? width : width / 2)

/** A part as it hangs: its size, its terminals, and the column it belongs to when the wall is tidied. */
export interface WallBox {
  readonly part: string
  readonly place: string
  /** The zone it serves and no other. */
  readonly zone: string | undefined
  readonly width: number
  readonly height: number
  readonly terminals: readonly WallTerminal[]
  readonly column: number
  /** A splice: a bead on what is joined, which other conductors may cross beside its ways. */
  readonly splice: boolean
  /** Of a strip whose terminals hang down as trunks: where each conductor leaves its own, by `tapKey`. */
  readonly taps?: Readonly<Record<string, { readonly x: number; readonly y: number }>>
  /** How much of a strip is its body. */
  readonly head?: number
}

export const tapKey = (terminal: string, wire: string) => `${terminal} ${wire}`

/** Columns from left to right: line voltage, what it feeds, what many share, the zones. */
export const COLUMNS = {
  supply: 0,
  lineSplices: 1,
  plant: 2,
  trunks: 3,
  panel: 4,
  relays: 5,
  valves: 6,
  zoneSplices: 7,
  thermostats: 8,
  /** Every place but the boiler room. */
  away: 9,
} as const

/**
 * How many sheaths lie between a place and the boiler room, as the wall draws it: 0 for the boiler room, 1 for what it reaches,
 * 2 for what is reached from another place, as rooms are from the centre at a manifold.
 */
export function depthsOf({ cables, survey }: Pick<Job, 'cables' | 'survey'>): (place: string) => 0 | 1 | 2 {
  const home = survey.boiler.place
  const beyond = new Set(
    Object.values(cables).flatMap(({ from, to }) => (from !== home && to !== home && from !== to ? [to] : [])),
  )
  return (place) => (place === home ? 0 : beyond.has(place) ? 2 : 1)
}

/** Every part of a job as a box, in the order a technician would name them: supply, plant, zones by number. */
export function boxesOf(job: Job): WallBox[] {
  const ends = partnersOf(job)
  const owner = ownersOf(job, ends)
  const columns = columnsOf(job, ends, owner)
  const rank = new Map(zonesInOrder(job).map(({ id, number }) => [id, number]))
  const home = job.survey.boiler.place
  const depths = depthsOf(job)
  /** How far right something hangs; of another place away only whether it is further left or right than what faces it. */
  const station = (part: string, seenFrom: string) => {
    const { place } = job.parts[part]!
    const column = columns.get(part)!
    if (place === home) return column
    if (place === seenFrom) return COLUMNS.away + 1 + column
    return depths(place) > depths(seenFrom) ? 3 * COLUMNS.away : COLUMNS.away
  }
  const boxes = Object.entries(job.parts).map(([part, { place, kind, layout }]): WallBox => {
    const known = kindOf({ kind })
    const here = station(part, place)
    const terminals = known
      ? placed(known, terminalsInOrder({ kind, layout }), (terminal) => ({
          marking: markingOf(job, part, terminal),
          side: sideTowards(
            here,
            (ends.get(part)?.get(terminal) ?? []).map((end) => station(end.part, place)),
          ),
        }))
      : []
    return {
      part,
      place,
      zone: owner.get(part),
      ...extentOf(known, terminals),
      terminals,
      column: columns.get(part)!,
      splice: isSplice(known),
    }
  })
  const first = Math.min(...Object.values(job.places).map(({ order }) => order))
  const placeRank = ({ place }: WallBox) => job.places[place]?.order ?? first
  return boxes.sort(
    (a, b) => placeRank(a) - placeRank(b) || (rank.get(a.zone ?? '') ?? 0) - (rank.get(b.zone ?? '') ?? 0),
  )
}

/** The far end of a conductor. */
export interface Partner {
  readonly wire: string
  readonly part: string
  readonly terminal: string
}
/** The far ends of the conductors at every terminal, by part and terminal. */
export type Partners = ReadonlyMap<string, ReadonlyMap<string, readonly Partner[]>>

/** The far ends of every conductor, by part and terminal. @param apart conductors that are left out */
export function partnersOf(job: Job, apart: ReadonlySet<string> = new Set()): Partners {
  const found = new Map<string, Map<string, Partner[]>>()
  for (const [wire, { from, to }] of Object.entries(job.wires)) {
    if (apart.has(wire)) continue
    for (const [here, there] of [
      [from, to],
      [to, from],
    ] as const) {
      if (!job.parts[here.part] || !job.parts[there.part]) continue
      const at = found.get(here.part) ?? new Map<string, Partner[]>()
      found.set(here.part, at)
      at.set(here.terminal, [...(at.get(here.terminal) ?? []), { wire, ...there }])
    }
  }
  return found
}

const neighbours = (ends: Partners, part: string) => [...(ends.get(part)?.values() ?? [])].flat().map((end) => end.part)

/** The zone of every part that serves one only; of splices, where all they join belongs to it. */
function ownersOf(job: Job, ends: Partners): Map<string, string> {
  const owner = new Map<string, string>()
  for (const zone of zonesInOrder(job))
    for (const part of controlsOf(zone)) if (!owner.has(part)) owner.set(part, zone.id)
  const splices = Object.keys(job.parts).filter((part) => isSplice(kindOf(job.parts[part]!)))
  // A splice joined to another splice of the zone: once more round, until nothing is added.
  for (let grew = true; grew; ) {
    grew = false
    for (const part of splices) {
      if (owner.has(part)) continue
      const zones = new Set(neighbours(ends, part).map((one) => owner.get(one)))
      const [zone] = zones
      if (zones.size !== 1 || zone === undefined) continue
      owner.set(part, zone)
      grew = true
    }
  }
  return owner
}

/** Splices that hang together through each other, as groups. */
export function trunksOf(ends: Partners, members: ReadonlySet<string>): string[][] {
  const left = new Set(members)
  const groups: string[][] = []
  for (const part of members) {
    if (!left.delete(part)) continue
    const group = [part]
    for (const one of group) for (const next of neighbours(ends, one)) if (left.delete(next)) group.push(next)
    groups.push(group)
  }
  return groups
}

function columnsOf(job: Job, ends: Partners, owner: ReadonlyMap<string, string>): Map<string, number> {
  const circuits = circuitsAtParts(job)
  const columns = new Map<string, number>()
  const shared = new Set<string>()
  for (const part of Object.keys(job.parts)) {
    const kind = kindOf(job.parts[part]!)
    if (isSplice(kind) && !owner.has(part)) shared.add(part)
    else
      columns.set(
        part,
        columnOf(
          kind,
          owner.has(part),
          LINE.some((circuit) => circuits.get(part)?.has(circuit)),
        ),
      )
  }
  // What only joins the supply to the plant stands between them; what reaches the zones is a trunk.
  for (const group of trunksOf(ends, shared)) {
    const joined = group.flatMap((part) => neighbours(ends, part)).filter((part) => !group.includes(part))
    const before = joined.length > 0 && joined.every((part) => (columns.get(part) ?? COLUMNS.away) <= COLUMNS.plant)
    const line = group.some((part) => LINE.some((circuit) => circuits.get(part)?.has(circuit)))
    for (const part of group) columns.set(part, before && line ? COLUMNS.lineSplices : COLUMNS.trunks)
  }
  return columns
}

export const isSplice = (kind: PartKind | undefined) => kind?.terminals.w1?.role === 'way'

/** How much room a kind of part takes. */
export const sizeOf = (kind: string) => {
  const known = kindOf({ kind })
  const names = Object.keys(known?.terminals ?? {})
  return extentOf(known, known ? placed(known, names, (marking) => ({ marking, side: undefined })) : [])
}

export function extentOf(kind: PartKind | undefined, terminals: readonly WallTerminal[]) {
  const rows = Math.max(...(['left', 'right', 'both'] as const).map((side) => countOn(terminals, side)), 1)
  return { width: isSplice(kind) ? SPLICE : WIDE, height: HEAD + ROW * (rows - 1) + FOOT }
}

const countOn = (terminals: readonly WallTerminal[], side: Side) => terminals.filter((one) => one.side === side).length

/** Terminals in the order in which they lie, one below the other on the side each faces. */
function placed(
  kind: PartKind,
  names: readonly string[],
  of: (terminal: string) => { marking: string; side: 'left' | 'right' | undefined },
): WallTerminal[] {
  return inRows(
    names.map((terminal, i) => {
      const { marking, side } = of(terminal)
      return {
        terminal,
        marking,
        side: kind.class === 'joint' ? 'both' : (side ?? sideOf(kind, terminal, i, names.length)),
      }
    }),
  )
}

/** Gives terminals their height, from the top of each side. */
export function inRows(terminals: readonly Omit<WallTerminal, 'y'>[]): WallTerminal[] {
  const next: Record<Side, number> = { left: 0, right: 0, both: 0 }
  return terminals.map((one) => ({ ...one, y: HEAD + ROW * next[one.side]++ }))
}

/** A terminal faces what it is joined to. */
function sideTowards(here: number, there: readonly number[]): 'left' | 'right' | undefined {
  if (there.length === 0) return undefined
  const mean = there.reduce((sum, at) => sum + at, 0) / there.length
  if (mean === here) return here <= COLUMNS.plant ? 'right' : 'left'
  return mean < here ? 'left' : 'right'
}

/** Where nothing is landed yet: line voltage on the left, control circuits on the right; the end of a run faces it. */
function sideOf(kind: PartKind, terminal: string, i: number, count: number): 'left' | 'right' {
  switch (kind.class) {
    case 'valve':
    case 'thermostat':
    case 'pump':
    case 'burner':
      return 'left'
    case 'supply':
      return 'right'
    case 'switch':
    case 'protection':
    case 'safety':
      return i < count / 2 ? 'left' : 'right'
    default: {
      const { circuit } = kind.terminals[terminal]!
      return circuit === 'line voltage' || circuit === 'earth' ? 'left' : 'right'
    }
  }
}

/**
 * The column of anything but a shared splice.
 * @param onLine is line voltage, or earth, landed on a part whose own terminals do not say?
 */
function columnOf(kind: PartKind | undefined, owned: boolean, onLine: boolean): number {
  switch (kind?.class) {
    case 'supply':
    case 'switch':
      return COLUMNS.supply
    case 'protection':
    case 'safety':
      return onLine ? COLUMNS.supply : COLUMNS.plant
    case 'joint':
      return isSplice(kind) ? COLUMNS.zoneSplices : COLUMNS.trunks
    case 'relay':
      return owned ? COLUMNS.relays : COLUMNS.panel
    case 'panel':
    case 'controller':
    case 'clock':
      return COLUMNS.panel
    case 'valve':
      return COLUMNS.valves
    case 'thermostat':
      return COLUMNS.thermostats
    default:
      return COLUMNS.plant
  }
}
