import { describe, expect, it } from 'vitest'
import { sampleJob } from '../../../../cli/src/samples.ts'
import { arrange } from './arrange.ts'
import { boxesOf, COLUMNS, GRID } from './boxes.ts'
import { hiddenIn } from './folded.ts'
import { blocked, endsOf, gatheredIn, lanesOf, roomForLanes } from './gathered.ts'

const line = { practice: '230', thermostat: 'thermostat/receiver-230', valve: 'valve/two-port-5' } as const
const house = (zones: number) => sampleJob({ scheme: 's9', ...line, zones, boiler: 'boiler/switched-live' })
const foldedZones = (job: ReturnType<typeof house>, but: readonly string[] = []) => ({
  supply: true,
  zones: new Set(Object.keys(job.zones).filter((id) => !but.includes(id))),
})

describe('what runs from a folded zone to a strip of terminals', () => {
  const job = house(8)
  const boxes = boxesOf(job)
  const folds = foldedZones(job, ['z3'])
  const hidden = hiddenIn(job, boxes, folds)
  const gathered = gatheredIn(job, boxes, hidden)
  const landing = (zone: string, strip: string) =>
    Object.entries(job.wires).flatMap(([id, { from, to }]) =>
      [from, to].some(({ part }) => part === strip) && [from, to].some(({ part }) => hidden.get(part) === zone)
        ? [id]
        : [],
    )

  it('is one bundle for each strip with more than one conductor, and only of what is folded', () => {
    const expected = Object.keys(job.zones)
      .flatMap((zone) => ['WC1', 'WC2', 'WC3'].map((strip) => ({ zone, strip, wires: landing(zone, strip) })))
      .filter(({ zone, wires }) => zone !== 'z3' && wires.length > 1)
    const sorted = (list: typeof gathered) => list.map((one) => JSON.stringify(one)).toSorted()
    expect(sorted(gathered)).toEqual(sorted(expected))
    // Some strip has but one conductor of some zone: that is drawn as the conductor it is.
    const lone = Object.keys(job.zones).flatMap((zone) =>
      ['WC1', 'WC2', 'WC3'].flatMap((strip) => (landing(zone, strip).length === 1 ? landing(zone, strip) : [])),
    )
    expect(lone.length).toBeGreaterThan(0)
    for (const wire of lone) expect(arrange(job, folds).wires[wire]).toBeDefined()
  })

  it('ends at the block of its zone below its single conductors, and nowhere twice', () => {
    for (const { id, ends, bundles = {}, zone, height } of arrange(job, folds).blocks) {
      if (zone === undefined) continue
      const { wires, strips } = endsOf(job, hidden, zone, gathered)
      expect([id, Object.keys(ends), Object.keys(bundles)]).toEqual([id, wires, strips])
      const down = [...Object.values(ends), ...Object.values(bundles)]
      expect(new Set(down).size).toBe(down.length)
      expect(Math.max(...down)).toBeLessThan(height)
    }
  })

  it('marks the terminals that only bundles land on, and no others', () => {
    const bundled = new Set(gathered.flatMap(({ wires }) => wires))
    for (const { part, terminals } of arrange(job, folds).parts.filter(({ part }) => part.startsWith('WC')))
      for (const { terminal, bundled: marked } of terminals) {
        const landed = Object.entries(job.wires).filter(([, { from, to }]) =>
          [from, to].some((end) => end.part === part && end.terminal === terminal),
        )
        expect([part, terminal, marked === true]).toEqual([
          part,
          terminal,
          landed.length > 0 && landed.every(([id]) => bundled.has(id)),
        ])
      }
  })

  it('goes by a trunk for each strip, with a branch level to every block', () => {
    const wall = arrange(job, folds)
    const lanes = lanesOf(gathered, new Map(wall.parts.map((one) => [one.part, one])), wall.blocks)
    const across = lanes.map(({ bar }) => bar[0].x)
    expect(new Set(across).size).toBe(lanes.length)
    const edge = Math.min(...wall.blocks.flatMap(({ zone, x }) => (zone ? [x] : [])))
    expect(edge - Math.min(...across)).toBeLessThan(roomForLanes(gathered))
    for (const { branches, bar } of lanes)
      for (const { id } of branches) {
        const { points } = wall.bundles.find((one) => one.id === id)!
        expect([id, points.at(-1)!.x, points.every(({ y }) => y === points[0]!.y)]).toEqual([id, bar[0].x, true])
        expect(points[0]!.y).toBeGreaterThanOrEqual(bar[0].y)
        expect(points[0]!.y).toBeLessThanOrEqual(bar[1].y)
      }
  })

  it('opens its own zone when it is touched, and a trunk of several opens none', () => {
    const opened = new Map(arrange(job, folds).bundles.map(({ id, opens }) => [id, opens]))
    for (const { zone, strip } of gathered) expect(opened.get(`bundle ${zone} ${strip}`)).toBe(zone)
    expect([opened.has('bar WC1'), opened.get('bar WC1'), opened.get('trunk WC1')]).toEqual([
      true,
      undefined,
      undefined,
    ])
  })
})

it('eight folded zones of line voltage cross less than a quarter as often as they did conductor by conductor', () => {
  const job = house(8)
  const { crossings } = arrange(job, foldedZones(job))
  console.info(`wall of 230 V, 8 zones folded: ${crossings} crossings, bundles counted`)
  expect(crossings).toBeLessThan(706 / 4)
})

it('where a part hung by hand stands in the way of a trunk, each bundle finds a way of its own round it', () => {
  const job = house(5)
  const folds = foldedZones(job)
  const before = arrange(job, folds)
  const bar = before.bundles.find(({ id }) => id.startsWith('bar '))!.points
  job.parts.P1!.at = { x: bar[0]!.x - 2 * GRID, y: (bar[0]!.y + bar[1]!.y) / 2 }
  const after = arrange(job, folds)
  expect(after.bundles.filter(({ id }) => id.startsWith('bar '))).toEqual([])
  const zones = new Set(after.bundles.flatMap(({ opens }) => (opens && opens !== 'supply' ? [opens] : [])))
  expect([...zones].toSorted()).toEqual(Object.keys(job.zones).toSorted())
})

it('a trunk is blocked by what stands on it, touched at its edge, and not by what stands beside, above or below', () => {
  const lane = {
    bar: [
      { x: 50, y: 10 },
      { x: 50, y: 90 },
    ],
  } as unknown as Parameters<typeof blocked>[0]
  const at = (x: number, y: number) => blocked(lane, [{ x, y, width: 20, height: 20 }])
  expect([at(40, 40), at(50, 40), at(30, 40), at(40, 90), at(40, -10)]).toEqual([true, true, true, true, true])
  expect([at(51, 40), at(29, 40), at(40, 91), at(40, -11)]).toEqual([false, false, false, false])
})

it('a wall without strips gathers nothing', () => {
  const job = sampleJob({ scheme: 's2', zones: 8 })
  const boxes = boxesOf(job)
  const gathered = gatheredIn(job, boxes, hiddenIn(job, boxes, foldedZones(job)))
  expect([gathered, roomForLanes(gathered)]).toEqual([[], 0])
})

describe('what runs from folded zones to panels', () => {
  const job = sampleJob({ scheme: 's5a', zones: 12, panel: 'panel/zone-valve-6' })
  const folds = { supply: true, zones: new Set(Object.keys(job.zones).filter((id) => id !== 'z3')) }
  const wall = arrange(job, folds)
  const panels = wall.parts.filter(({ column }) => column === COLUMNS.panel)

  it('is one line to each, level where the panel reaches, and opens its zone; the zone in hand keeps its conductors', () => {
    const lines = wall.bundles.filter(({ id }) => id.startsWith('bundle '))
    expect(lines.map(({ opens }) => opens).toSorted()).toEqual([...folds.zones].toSorted())
    for (const { id, opens, points } of lines) {
      const panel = panels.find(({ part }) => id.endsWith(` ${part}`))!
      const [block, end] = [wall.blocks.find((one) => one.id === opens)!, points.at(-1)!]
      expect(points[0]).toMatchObject({ x: block.x })
      expect([id, end.x, end.y > panel.y, end.y < panel.y + panel.height]).toEqual([
        id,
        panel.x + panel.width,
        true,
        true,
      ])
    }
    const ofZone3 = Object.entries(job.wires).flatMap(([id, { from, to }]) =>
      [from, to].some(({ part }) => part === 'V3') ? [id] : [],
    )
    expect(ofZone3.filter((id) => wall.wires[id] === undefined)).toEqual([])
  })

  it('comes to heights of their own, none of them a terminal’s', () => {
    for (const panel of panels) {
      const ends = wall.bundles.flatMap(({ id, points }) =>
        id.startsWith('bundle ') && id.endsWith(` ${panel.part}`) ? [points.at(-1)!.y] : [],
      )
      expect(new Set(ends).size).toBe(ends.length)
      expect(panel.terminals.filter(({ x, y }) => x === undefined && ends.includes(panel.y + y))).toEqual([])
    }
  })

  it('fills the terminals that only it lands on; those of the zone in hand stay where its row is', () => {
    const [panel] = panels
    const of = (marked: boolean) => panel!.terminals.filter(({ bundled }) => (bundled === true) === marked)
    expect(of(true).length).toBeGreaterThan(20)
    expect(of(true).every(({ x }) => x !== undefined)).toBe(true)
    const wired = new Set(
      Object.values(job.wires).flatMap(({ from, to }) =>
        [from, to].some(({ part }) => /^(V|TS)3$/.test(part))
          ? [from, to].flatMap(({ part, terminal }) => (part === panel!.part ? [terminal] : []))
          : [],
      ),
    )
    expect(of(false).filter(({ terminal }) => wired.has(terminal)).length).toBe(wired.size)
    expect(wired.size).toBeGreaterThan(3)
  })

  it('crosses a tenth as often as conductor by conductor', () => {
    const { crossings } = arrange(job, { ...folds, zones: new Set(Object.keys(job.zones)) })
    console.info(`wall of two panels, 12 zones folded: ${crossings} crossings, bundles counted`)
    expect(crossings).toBeLessThan(1151 / 10)
  })

  it('a panel hung elsewhere than its zones is reached all the same', () => {
    const moved = structuredClone(job)
    moved.parts[panels[0]!.part]!.at = { x: 0, y: -1200 }
    const { bundles, parts } = arrange(moved, folds)
    const panel = parts.find(({ part }) => part === panels[0]!.part)!
    for (const { id, points } of bundles.filter(({ id }) => id.endsWith(` ${panel.part}`)))
      expect([id, points.at(-1)!.x, points.at(-1)!.y <= panel.y + panel.height]).toEqual([
        id,
        panel.x + panel.width,
        true,
      ])
  })
})
