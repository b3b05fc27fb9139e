import {
  type CircuitClass,
  circuitsAtParts,
  type Job,
  kindOf,
  markingOf,
  type PartKind,
  zonesInOrder,
} from '@civil-lantern/core'

/** The wall's grid: every edge of a part, every terminal and every wire lies on it. Units of the wall. */
export const GRID = 12
const ROW = 24
const HEAD = 60
const FOOT = 12
const WIDE = 168
const SPLICE = 60

const LINE: readonly CircuitClass[] = ['line voltage', 'earth']

/** The sides of a part a conductor may leave by. */
export type Side = 'left' | 'right' | 'both'

export interface WallTerminal {
  readonly terminal: string
  readonly marking: string
  readonly side: Side
  /** From the top of its part. */
  readonly y: number
}

/** A part as it hangs: its size, its terminals, and the column it belongs to when the wall is tidied. */
export interface WallBox {
  readonly part: string
  readonly place: string
  readonly zone: string | undefined
  readonly width: number
  readonly height: number
  readonly terminals: readonly WallTerminal[]
  readonly column: number
}

/** Columns from left to right: line voltage first, then what it feeds, then the zones. */
export const COLUMNS = {
  supply: 0,
  lineSplices: 1,
  plant: 2,
  panel: 3,
  lowSplices: 4,
  zoneSplices: 5,
  valves: 6,
  thermostats: 7,
} as const

/** Every part of a job as a box, in the order a technician would name them: supply, plant, zones by number. */
export function boxesOf(job: Job): WallBox[] {
  const owner = new Map<string, string>()
  for (const { id, thermostat, valve, relay } of zonesInOrder(job))
    for (const part of [valve, relay, thermostat]) if (part && !owner.has(part)) owner.set(part, id)
  const rank = new Map(zonesInOrder(job).map(({ id, number }) => [id, number]))
  const circuits = circuitsAtParts(job)
  const boxes = Object.entries(job.parts).map(([part, { place }]): WallBox => {
    const kind = kindOf(job.parts[part]!)
    const terminals = kind ? placed(kind, (terminal) => markingOf(job, part, terminal)) : []
    return {
      part,
      place,
      zone: owner.get(part),
      ...extentOf(kind, terminals),
      terminals,
      column: columnOf(
        kind,
        LINE.some((circuit) => circuits.get(part)?.has(circuit)),
      ),
    }
  })
  const first = Math.min(...Object.values(job.places).map(({ order }) => order))
  const placeRank = ({ place }: WallBox) => job.places[place]?.order ?? first
  return boxes.sort(
    (a, b) => placeRank(a) - placeRank(b) || (rank.get(a.zone ?? '') ?? 0) - (rank.get(b.zone ?? '') ?? 0),
  )
}

export const isSplice = (kind: PartKind | undefined) => kind?.terminals.w1?.role === 'way'

/** How much room a kind of part takes. */
export const sizeOf = (kind: string) => {
  const known = kindOf({ kind })
  return extentOf(known, known ? placed(known, (terminal) => terminal) : [])
}

function extentOf(kind: PartKind | undefined, terminals: readonly WallTerminal[]) {
  const rows = Math.max(...(['left', 'right', 'both'] as const).map((side) => countOn(terminals, side)), 0)
  const splice = isSplice(kind)
  return { width: splice ? SPLICE : WIDE, height: splice ? 36 + ROW * rows : HEAD + ROW * rows + FOOT }
}

const countOn = (terminals: readonly WallTerminal[], side: Side) => terminals.filter((one) => one.side === side).length

function placed(kind: PartKind, marking: (terminal: string) => string): WallTerminal[] {
  const next: Record<Side, number> = { left: 0, right: 0, both: 0 }
  const top = isSplice(kind) ? 36 : HEAD
  const names = Object.keys(kind.terminals)
  return names.map((terminal, i) => {
    const side = sideOf(kind, terminal, i, names.length)
    return { terminal, marking: marking(terminal), side, y: top + ROW * next[side]++ }
  })
}

/** Line voltage lands on the left of a part, control circuits on its right; parts at the end of a run face it. */
function sideOf(kind: PartKind, terminal: string, i: number, count: number): Side {
  switch (kind.class) {
    case 'joint':
      return 'both'
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

/** @param onLine is line voltage, or earth, landed on a part whose own terminals do not say? */
function columnOf(kind: PartKind | undefined, onLine: boolean): number {
  switch (kind?.class) {
    case 'supply':
    case 'switch':
      return COLUMNS.supply
    case 'protection':
    case 'safety':
      return onLine ? COLUMNS.supply : COLUMNS.plant
    case 'joint':
      if (!isSplice(kind) && kind.terminals.t1) return COLUMNS.panel
      if (onLine) return COLUMNS.lineSplices
      // What joins many zones stands apart from what joins two leads of one.
      return isSplice(kind) && !kind.terminals.w3 ? COLUMNS.zoneSplices : COLUMNS.lowSplices
    case 'panel':
    case 'relay':
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
