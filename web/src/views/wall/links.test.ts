import { expect, it } from 'vitest'
import { sampleJob } from '../../../../cli/src/samples.ts'
import { arrange } from './arrange.ts'
import { GRID, type Partner } from './boxes.ts'
import { linkLevels } from './links.ts'

const TOP = 40 * GRID
/** A strip whose terminals have these conductors: to a row at a height, or to something upright. */
function strip(terminals: Record<string, Record<string, number | undefined>>) {
  const heights = new Map<string, number>()
  const ends = Object.entries(terminals).map(([terminal, wires]) => {
    const there = Object.entries(wires).map(([wire, y]): Partner => {
      if (y !== undefined) heights.set(wire, y)
      return { wire, part: y === undefined ? 'S' : 'V1', terminal: 'x' }
    })
    return [terminal, there] as const
  })
  const of = ({ wire }: Partner) => heights.get(wire)
  const all = () => new Set(heights.values())
  return linkLevels(new Set(['S']), new Map([['S', new Map(ends)]]), { of, all }, TOP)
}

it('what joins two uprights runs where both come by anyway: above the heads where both lead up, below where both lead down', () => {
  const levels = strip({
    a: { up1: TOP - 20 * GRID, link: undefined },
    b: { up2: TOP - 4 * GRID, link: undefined },
    c: { down1: TOP + 20 * GRID, other: undefined },
    d: { down2: TOP + 30 * GRID, other: undefined },
  })
  expect(levels.get('link')).toBe(TOP - GRID)
  expect(levels.get('other')).toBe(TOP + 9 * GRID)
})

it('where one leads up and the other down, or neither to a row, it runs just below the heads', () => {
  const levels = strip({
    a: { up: TOP - 20 * GRID, link: undefined },
    b: { down: TOP + 20 * GRID, link: undefined },
    c: { bare: undefined },
    d: { bare: undefined },
  })
  expect([...levels.values()].sort()).toEqual([TOP + 9 * GRID, TOP + 10 * GRID])
})

it('each has a height of its own, and none that a row has; those with the shortest way in common lie nearest the heads', () => {
  const levels = strip({
    a: { far1: TOP - 20 * GRID, long: undefined, short: undefined },
    b: { far2: TOP - 10 * GRID, long: undefined },
    c: { near: TOP - 2 * GRID, short: undefined },
  })
  expect(levels.get('short')).toBe(TOP - GRID)
  // Two above the heads there is a row.
  expect(levels.get('long')).toBe(TOP - 3 * GRID)
  expect(levels.size).toBe(2)
})

it('eight open zones of line voltage cross less than half as often as when links took any way', () => {
  const job = sampleJob({
    scheme: 's9',
    practice: '230',
    thermostat: 'thermostat/receiver-230',
    valve: 'valve/two-port-5',
    boiler: 'boiler/switched-live',
    zones: 8,
  })
  expect(arrange(job).crossings).toBeLessThan(400)
})
