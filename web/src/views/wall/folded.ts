import { type Job, kindOf } from '@civil-lantern/core'
import { COLUMNS, extentOf, GRID, HEAD, inRows, type Partners, type WallBox } from './boxes.ts'
import { endsOf, into } from './gathered.ts'
import type { Block, Folds, Gathered } from './shapes.ts'

const BLOCK_WIDE = 14 * GRID
export const ZONE_WIDE = 30 * GRID

/** The part of the wall each hidden part is folded into. */
export function hiddenIn(job: Job, boxes: readonly WallBox[], { supply, zones }: Folds): Map<string, string> {
  const home = job.survey.boiler.place
  return new Map(
    boxes.flatMap(({ part, place, zone, column }): [string, string][] => {
      if (zone !== undefined && zones.has(zone)) return [[part, zone]]
      const before = column === COLUMNS.supply || column === COLUMNS.lineSplices
      return supply && before && zone === undefined && place === home ? [[part, 'supply']] : []
    }),
  )
}

/** Conductors drawn as one at the left of the plant: from the folded supply to it, and line voltage within it. */
export function bundledIn(
  job: Job,
  boxes: readonly WallBox[],
  hidden: ReadonlyMap<string, string>,
): ReadonlySet<string> {
  if (![...hidden.values()].includes('supply')) return new Set()
  const home = job.survey.boiler.place
  const plant = new Set(
    boxes.flatMap(({ part, column, place }) => (column === COLUMNS.plant && place === home ? [part] : [])),
  )
  const onLine = ({ part, terminal }: Job['wires'][string]['from']) => {
    const circuit = kindOf(job.parts[part]!)?.terminals[terminal]?.circuit
    return circuit === 'line voltage' || circuit === 'earth'
  }
  return new Set(
    Object.entries(job.wires).flatMap(([id, { from, to }]) => {
      const inPlant = [from, to].filter(({ part }) => plant.has(part)).length
      const inSupply = [from, to].some(({ part }) => hidden.get(part) === 'supply')
      return (inPlant === 1 && inSupply) || (inPlant === 2 && (onLine(from) || onLine(to))) ? [id] : []
    }),
  )
}

/** A part without the terminals whose conductors are all drawn in a bundle. */
export function withoutBundled(box: WallBox, ends: Partners, bundled: ReadonlySet<string>): WallBox {
  if (box.column !== COLUMNS.plant) return box
  const kept = box.terminals.filter(({ terminal }) => {
    const there = ends.get(box.part)?.get(terminal) ?? []
    return there.length === 0 || there.some(({ wire }) => !bundled.has(wire))
  })
  if (kept.length === box.terminals.length) return box
  const terminals = inRows(kept)
  return { ...box, terminals, ...extentOf(undefined, terminals) }
}

const membersOf = (hidden: ReadonlyMap<string, string>, fold: string) =>
  [...hidden].flatMap(([part, of]) => (of === fold ? [part] : []))

export function supplyOf(
  job: Job,
  hidden: ReadonlyMap<string, string>,
  plant: readonly WallBox[],
): Omit<Block, 'x' | 'y'> {
  const fed = new Set(plant.map(({ part }) => part))
  const alone = into(job, hidden, 'supply').filter(
    ([, { from, to }]) => !fed.has(hidden.get(from.part) === 'supply' ? to.part : from.part),
  )
  return {
    id: 'supply',
    zone: undefined,
    parts: membersOf(hidden, 'supply'),
    width: BLOCK_WIDE,
    height: Math.max(5 * GRID, HEAD + GRID * (alone.length + 1)),
    ends: Object.fromEntries(alone.map(([wire], i) => [wire, HEAD + GRID * i])),
  }
}

export function zoneBlockOf(
  job: Job,
  row: { readonly zone: string | undefined; readonly top: number; readonly height: number },
  hidden: ReadonlyMap<string, string>,
  width: number,
  gathered: readonly Gathered[],
): Block {
  const zone = row.zone!
  const { wires, strips } = endsOf(job, hidden, zone, gathered)
  const down = (i: number) => GRID * (i + 1)
  return {
    id: zone,
    zone,
    parts: membersOf(hidden, zone),
    x: 0,
    y: row.top,
    width: Math.max(ZONE_WIDE, width),
    height: row.height,
    ends: Object.fromEntries(wires.map((wire, i) => [wire, down(i)])),
    bundles: Object.fromEntries(strips.map((strip, i) => [strip, down(wires.length + i)])),
  }
}
