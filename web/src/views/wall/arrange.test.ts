import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import { sampleJob } from '../../../../cli/src/samples.ts'
import { type Arrangement, arrange } from './arrange.ts'
import type { Point, Rect } from './route.ts'

const line = { practice: '230', thermostat: 'thermostat/receiver-230', valve: 'valve/two-port-5' } as const
const jobs = [
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
]

const overlap = (a: Rect, b: Rect) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height

/** Does a piece of a conductor run through the inside of a part? */
const through = (a: Point, b: Point, { x, y, width, height }: Rect) =>
  Math.max(a.x, b.x) > x && Math.min(a.x, b.x) < x + width && Math.max(a.y, b.y) > y && Math.min(a.y, b.y) < y + height

const rectsOf = ({ parts, sheaths }: Arrangement): Rect[] => [
  ...parts,
  ...sheaths.flatMap(({ near, far }) => [near, far]),
]

it.each(jobs)('%s: nothing overlaps, and no conductor runs through a part', (name, job) => {
  arrange(job)
  const from = performance.now()
  const wall = arrange(job)
  const took = Math.round(performance.now() - from)
  const rects = rectsOf(wall)
  const pairs = rects.flatMap((a, i) =>
    rects
      .slice(i + 1)
      .filter((b) => overlap(a, b))
      .map(() => a),
  )
  expect(pairs).toEqual([])
  expect(wall.frames.flatMap((a, i) => wall.frames.slice(i + 1).filter((b) => overlap(a, b)))).toEqual([])
  expect(Object.keys(wall.wires).sort()).toEqual(Object.keys(job.wires).sort())
  const pierced = Object.entries(wall.wires).filter(([, { tails }]) =>
    [...tails].some((points) => points.some((b, i) => i > 0 && rects.some((rect) => through(points[i - 1]!, b, rect)))),
  )
  expect(pierced.map(([wire]) => wire)).toEqual([])
  console.info(
    `wall of ${name}: ${wall.parts.length} parts, ${Object.keys(wall.wires).length} wires, ${wall.crossings} crossings, ${took} ms`,
  )
})
