import { type Job, schemeCalled, wiredBy } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import { sampleJob } from '../../../../cli/src/samples.ts'
import { type Arrangement, arrange, obstaclesOf } from './arrange.ts'
import { GRID } from './boxes.ts'
import type { Point, Rect } from './route.ts'
import type { Folds } from './shapes.ts'

const line = { practice: '230', thermostat: 'thermostat/receiver-230', valve: 'valve/two-port-5' } as const
const jobs: (readonly [string, Job])[] = [
  ...Object.entries(demoJobs).map(([id, make]) => [id, make()] as const),
  ...[1, 2, 5, 8, 12].map(
    (zones) => [`${zones} zones`, sampleJob({ scheme: 's2', zones, remote: 3, powered: 2 })] as const,
  ),
  ...[3, 6, 12].map(
    (zones) => [`panel, ${zones} zones`, sampleJob({ scheme: 's5a', zones, panel: 'panel/zone-valve-6' })] as const,
  ),
  ...[2, 5, 8].map(
    (zones) =>
      [`230 V, ${zones} zones`, sampleJob({ scheme: 's9', ...line, zones, boiler: 'boiler/switched-live' })] as const,
  ),
  ...[1, 4, 8].map((zones) => [`manifold, ${zones} rooms`, manifold(zones, 'manifold')] as const),
  ['manifold and rooms in one place', manifold(4, 'rooms')],
]

/** Rooms with three heads each on a manifold away from the boiler; their thermostats in another place, or in the same. */
function manifold(zones: number, at: string): Job {
  const job = sampleJob({ scheme: 's18', zones, panel: 'panel/manifold-8', valve: 'valve/wax-head-24', heads: 3 })
  job.places[at] ??= { name: 'Manifold cupboard', order: 9 }
  for (const zone of Object.values(job.zones)) zone.valvePlace = at
  return wiredBy(job, schemeCalled('s18')!)
}

const overlap = (a: Rect, b: Rect) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height

/** Does a piece of a conductor run through the inside of a part? */
const through = (a: Point, b: Point, { x, y, width, height }: Rect) =>
  Math.max(a.x, b.x) > x && Math.min(a.x, b.x) < x + width && Math.max(a.y, b.y) > y && Math.min(a.y, b.y) < y + height

const rectsOf = ({ parts, blocks, sheaths }: Arrangement): Rect[] => [
  ...parts,
  ...blocks,
  ...sheaths.flatMap(({ near, far }) => [near, far]),
]
const solid = ({ parts, blocks, sheaths }: Arrangement): Rect[] => [
  ...parts.flatMap(obstaclesOf),
  ...blocks,
  ...sheaths.flatMap(({ near, far }) => [near, far]),
]

const overlapping = (rects: readonly Rect[]) =>
  rects.flatMap((a, i) => rects.slice(i + 1).flatMap((b) => (overlap(a, b) ? [[a, b]] : [])))

const pierced = (wall: Arrangement) => {
  const rects = solid(wall)
  const bundles = wall.bundles.map(({ id, points }) => [id, { tails: [points] }] as const)
  return [...Object.entries(wall.wires), ...bundles]
    .filter(([, { tails }]) =>
      tails.some((points) => points.some((b, i) => i > 0 && rects.some((rect) => through(points[i - 1]!, b, rect)))),
    )
    .map(([wire]) => wire)
}

/** Conductors that found no way, and lie straight across whatever is there. */
const lost = ({ wires, bundles, bars }: Arrangement) =>
  [
    ...Object.entries(wires).flatMap(([id, { tails }]) => tails.map((points) => [id, points] as const)),
    ...bundles.map(({ id, points }) => [id, points] as const),
    ...bars.map(({ part, points }) => [part, points] as const),
  ].flatMap(([id, points]) =>
    points.some((b, i) => i > 0 && b.x !== points[i - 1]!.x && b.y !== points[i - 1]!.y) ? [id] : [],
  )

it.each(jobs)('%s: nothing overlaps, and no conductor runs through a part', (name, job) => {
  arrange(job)
  const from = performance.now()
  const wall = arrange(job)
  const took = Math.round(performance.now() - from)
  expect(overlapping(rectsOf(wall))).toEqual([])
  expect(overlapping(wall.frames)).toEqual([])
  expect(Object.keys(wall.wires).sort()).toEqual(Object.keys(job.wires).sort())
  expect(pierced(wall)).toEqual([])
  expect(lost(wall)).toEqual([])
  const { width, height } = wall.extent
  console.info(
    `wall of ${name}: ${wall.parts.length} parts, ${Object.keys(wall.wires).length} wires, ${width} x ${height}, ${wall.crossings} crossings, ${took} ms`,
  )
})

/** Pieces of two conductors that lie in each other, as the wall's units they share. */
const shared = ({ wires }: Arrangement) => {
  const pieces = Object.entries(wires).flatMap(([wire, { tails }]) =>
    tails.flatMap((points) => points.slice(1).map((b, i) => ({ wire, a: points[i]!, b }))),
  )
  const along = (from: number, to: number, a: number, b: number) =>
    Math.min(Math.max(from, to), Math.max(a, b)) - Math.max(Math.min(from, to), Math.min(a, b))
  let sum = 0
  for (const [i, one] of pieces.entries())
    for (const other of pieces.slice(i + 1)) {
      if (one.wire === other.wire) continue
      // Two conductors on one terminal come to it together.
      if ([one.a, one.b].some((p) => [other.a, other.b].some((q) => p.x === q.x && p.y === q.y))) continue
      const level = one.a.y === one.b.y && other.a.y === other.b.y && one.a.y === other.a.y
      const upright = one.a.x === one.b.x && other.a.x === other.b.x && one.a.x === other.a.x
      if (level) sum += Math.max(0, along(one.a.x, one.b.x, other.a.x, other.b.x))
      if (upright) sum += Math.max(0, along(one.a.y, one.b.y, other.a.y, other.b.y))
    }
  return sum
}

const everyZone = (job: Job) => new Set(Object.keys(job.zones))
const folds: readonly (readonly [string, (job: Job) => Folds])[] = [
  ['the supply', () => ({ supply: true, zones: new Set() })],
  ['every zone', (job) => ({ supply: false, zones: everyZone(job) })],
  ['all but the first zone', (job) => ({ supply: true, zones: new Set([...everyZone(job)].slice(1)) })],
]

it.each(jobs.flatMap(([name, job]) => folds.map(([what, of]) => [name, what, job, of(job)] as const)))(
  '%s, %s folded: what is not drawn is in a fold, and nothing overlaps',
  (_name, _what, job, folded) => {
    const wall = arrange(job, folded)
    expect(overlapping(rectsOf(wall))).toEqual([])
    expect(pierced(wall)).toEqual([])
    expect(lost(wall)).toEqual([])
    const inBlock = new Map(wall.blocks.flatMap(({ id, parts }) => parts.map((part) => [part, id] as const)))
    expect([...wall.parts.map(({ part }) => part), ...inBlock.keys()].sort()).toEqual(Object.keys(job.parts).sort())
    for (const [wire, { from, to }] of Object.entries(job.wires)) {
      const inside = inBlock.has(from.part) && inBlock.get(from.part) === inBlock.get(to.part)
      const bundles = wall.bundles.filter(({ wires, opens }) => opens !== undefined && wires.includes(wire)).length
      expect([wire, Number(wall.wires[wire] !== undefined) + bundles]).toEqual([wire, inside ? 0 : 1])
    }
  },
)

it.each(jobs)('%s: no two conductors leave an upright of a strip at one height', (_name, job) => {
  for (const folded of [undefined, { supply: true, zones: everyZone(job) }])
    for (const { part, taps = {} } of arrange(job, folded).parts) {
      const at = Object.values(taps).map(({ x, y }) => `${part} ${x} ${y}`)
      expect(at.toSorted()).toEqual([...new Set(at)].toSorted())
    }
})

it('a row of two or three parts runs level: its valve is fed at the height of its terminal, and so is its thermostat', () => {
  const job = sampleJob({ scheme: 's2', zones: 5 })
  const wall = arrange(job, { supply: true, zones: new Set() })
  const level = Object.entries(wall.wires).filter(([id]) =>
    [job.wires[id]!.from, job.wires[id]!.to].some(({ part }) => part.startsWith('V')),
  )
  expect(level.length).toBeGreaterThan(15)
  const bent = level.filter(([, { tails }]) => tails.some((points) => points.some(({ y }) => y !== points[0]!.y)))
  // A trunk of two splices has to step aside where one hands on to the other.
  expect([bent.length, level.length]).toEqual([3, 20])
})

it('zones stand in their order, whatever the order of the document', () => {
  const job = sampleJob({ scheme: 's2', zones: 4 })
  job.parts = Object.fromEntries(Object.entries(job.parts).reverse())
  const { parts } = arrange(job)
  const y = (part: string) => parts.find((one) => one.part === part)!.y
  expect([y('V1'), y('V2'), y('V3'), y('V4')]).toEqual([y('V1'), y('V2'), y('V3'), y('V4')].sort((a, b) => a - b))
})

it('a wire that is landed moves nothing that hung a moment ago; tidied afresh, its splice grows to it', () => {
  const whole = sampleJob({ scheme: 's2', zones: 3 })
  const bare: Job = structuredClone(whole)
  const [id] = Object.entries(bare.wires).find(([, { from, to }]) => [from, to].some(({ part }) => part === 'V3'))!
  delete bare.wires[id]
  const before = arrange(bare)
  const held = Object.fromEntries(before.parts.map((one) => [one.part, one]))
  const after = arrange(whole, undefined, held)
  const spots = ({ parts }: Arrangement) => parts.map(({ part, x, y }) => `${part} ${x} ${y}`).sort()
  expect(spots(after)).toEqual(spots(before))
  expect(after.wires[id]).toBeDefined()
  expect(arrange(whole).parts).not.toEqual(after.parts)
})

it('a part hung by hand stays, and what is arranged keeps clear of it', () => {
  const job = sampleJob({ scheme: 's2', zones: 2 })
  const tidy = arrange(job).parts.find(({ part }) => part === 'V1')!
  job.parts.V2!.at = { x: tidy.x + 30, y: tidy.y + 10 }
  const wall = arrange(job)
  expect(wall.parts.find(({ part }) => part === 'V2')).toMatchObject({ x: tidy.x + 36, y: tidy.y + 12 })
  expect(overlapping(rectsOf(wall))).toEqual([])
})

it('no lane is shared for more than two steps on the low-voltage walls, and how much elsewhere is printed', () => {
  for (const [name, job] of jobs) {
    const open = arrange(job)
    const folded = arrange(job, { supply: true, zones: everyZone(job) })
    console.info(
      `wall of ${name}: ${shared(open)} units of lane shared; folded ${folded.crossings} crossings, ${shared(folded)} shared`,
    )
    if (/^[125] zones|kestrel/.test(name)) expect(Math.max(shared(open), shared(folded))).toBeLessThanOrEqual(2 * GRID)
  }
})

it('what is reached from a manifold stands beyond it, its sheaths leave past every head, and the heads of a room stand in a row', () => {
  const job = manifold(4, 'manifold')
  const { parts, sheaths } = arrange(job, { supply: true, zones: new Set() })
  const at = (part: string) => parts.find((one) => one.part === part)!
  const edge = (place: string) =>
    Math.max(...parts.filter((one) => one.place === place).map((one) => one.x + one.width))
  expect(at('TS1').x).toBeGreaterThan(edge('manifold'))
  for (const { cable, near } of sheaths) if (cable.startsWith('TC')) expect(near.x).toBeGreaterThan(edge('manifold'))
  expect([at('V2').y, at('V2b').y, at('V2c').y]).toEqual(Array(3).fill(at('V2').y))
  expect(at('V2').x).toBeLessThan(at('V2b').x)
  expect(at('V3').y).toBeGreaterThan(at('V2').y)
})
