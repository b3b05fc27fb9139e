import { describe, expect, it } from 'vitest'
import { demoJobs } from '../../demo/index.ts'
import type { Job } from '../../job/schema.ts'
import { zonesInOrder } from '../../job/zones.ts'
import { wired } from '../../testing/benches.ts'
import { type Drawing, Pen, svgOf } from './drawing.ts'
import { drawingsOf } from './index.ts'

const textsIn = ({ shapes }: Drawing) => shapes.flatMap((shape) => (shape.is === 'text' ? [shape.says] : []))
const all = Object.entries(demoJobs).map(([id, make]) => [id, make(), drawingsOf(make())] as const)

/** How far shapes reach over the edge of their drawing. */
function beyond({ width, height, shapes }: Drawing): number {
  const points = shapes.flatMap((shape): (readonly [number, number])[] => {
    if (shape.is === 'line') return [...shape.points]
    if (shape.is === 'box')
      return [
        [shape.x, shape.y],
        [shape.x + shape.width, shape.y + shape.height],
      ]
    if (shape.is === 'circle')
      return [
        [shape.x - shape.r, shape.y - shape.r],
        [shape.x + shape.r, shape.y + shape.r],
      ]
    return [[shape.x, shape.y]]
  })
  return Math.max(...points.flatMap(([x, y]) => [-x, -y, x - width, y - height]))
}

describe('the drawings of a job', () => {
  it.each(all)(
    '%s: every zone, every source, every conductor of a loop by its number; nothing over an edge',
    (_id, job, drawings) => {
      for (const { number, name } of zonesInOrder(job))
        expect(drawings.filter(({ title }) => title.startsWith(`${number} ${name}`))).toHaveLength(1)
      expect(drawings.some(({ title }) => title.includes('line voltage'))).toBe(true)
      for (const drawing of drawings) expect(beyond(drawing), drawing.title).toBeLessThanOrEqual(0)
    },
  )

  it('a valve loop names its stations with their markings, and the ladder the rung its contact stands in', () => {
    const drawings = all.find(([id]) => id === 'kestrel-point')![2]
    const zone = textsIn(drawings.find(({ title }) => title.startsWith('2 Signal house'))!)
    expect(zone).toEqual(
      expect.arrayContaining(['R', 'C', 'Fuse F1', 'Thermostat 2', 'W', 'Valve 2', 'M1', 'M2', 'S1']),
    )
    const low = drawings.find(({ title }) => title === 'Transformer, low voltage, 27 V')!
    expect(textsIn(low)).toEqual(expect.arrayContaining(['6', 'Thermostat 1', 'contact in 11']))
    const call = drawings.find(({ title }) => title.startsWith('Boiler, call pair'))!
    expect(textsIn(call)).toContain('by 6')
  })

  it('a contact that is made at rest has a stroke, one that is open has none', () => {
    const strokes = ({ shapes }: Drawing) =>
      shapes.filter(
        (one) =>
          one.is === 'line' &&
          one.points.length === 2 &&
          one.points[0]![0] !== one.points[1]![0] &&
          one.points[0]![1] !== one.points[1]![1],
      ).length
    const drawings = all.find(([id]) => id === 'kestrel-point')![2]
    // Breaker and three switches of the supply; the boiler's two relays are open.
    expect(strokes(drawings.find(({ title }) => title.startsWith('Line supply'))!)).toBe(4)
    expect(strokes(drawings.find(({ title }) => title.startsWith('Boiler, call pair'))!)).toBe(0)
  })

  it('a long ladder goes on in a further drawing and loses no rung', () => {
    const drawings = drawingsOf(wired({ scheme: 's2', zones: 12 }))
    const low = drawings.filter(({ title }) => title.startsWith('Transformer, low voltage'))
    expect(low.map(({ title }) => title.includes('goes on'))).toEqual([false, true])
    const valves = low.flatMap(textsIn).filter((says) => /^Valve \d+$/.test(says))
    expect(new Set(valves).size).toBe(12)
  })

  it('there are none before it is wired', () => {
    const job: Job = { ...demoJobs['kestrel-point']!(), parts: {}, wires: {}, cables: {} }
    expect(drawingsOf(job)).toEqual([])
  })
})

it('a drawing as SVG says what it says, and is one whatever stands in it', () => {
  const pen = new Pen()
  pen.text('A & B <"c">', 5, 5, 12)
  pen.text('', 9, 9, 12)
  pen.line(1, [0, 0], [10, 10])
  pen.circle(5, 5, 2)
  pen.box(1, 1, 3, 3)
  const svg = svgOf({ title: 'Rungs & loops', width: 20, height: 20, shapes: pen.shapes })
  expect(svg).toContain('A &amp; B &lt;&quot;c&quot;>')
  expect(svg).toContain('<title>Rungs &amp; loops</title>')
  for (const tag of ['<polyline', '<circle', '<rect x=']) expect(svg.split(tag)).toHaveLength(2)
  expect(svg.match(/<text/g)).toHaveLength(2)
})
