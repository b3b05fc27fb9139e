import type { Job } from '@civil-lantern/core'
import { type Bar, type Bundle, barsOf, bundlesOf, linkOf } from './bars.ts'
import { boxesOf, GAP, GRID, tapKey } from './boxes.ts'
import { blocked, branchesToPanels, lanesOf } from './gathered.ts'
import { hang } from './hang.ts'
import { coreExit, mouthsOf, right, type Sheath, sheathExit } from './mouths.ts'
import { type Ask, type Exit, type Point, type Rect, Router, straightened } from './route.ts'
import type { Block, Folds, Gathered, Hanging, Held, Hung } from './shapes.ts'
import { TAG } from './trunks.ts'

/** One conductor: from its terminal to its other one, or to the mouth of a sheath and out of the other mouth. */
export interface WirePath {
  readonly tails: readonly (readonly Point[])[]
  readonly cable?: string
  readonly core?: string
}

export interface Frame extends Rect {
  readonly place: string
}

/** The whole wall, laid out: where parts hang, what place they are in, and the way of every conductor. */
export interface Arrangement extends Hanging {
  readonly frames: readonly Frame[]
  /** Everything that is drawn lies within. */
  readonly extent: Rect
  readonly sheaths: readonly Sheath[]
  readonly wires: Readonly<Record<string, WirePath>>
  readonly bundles: readonly Bundle[]
  readonly bars: readonly Bar[]
  readonly crossings: number
}

const MARGIN = 6 * GRID
const NOTHING: Folds = { supply: false, zones: new Set() }

/** Arranges a wall. @param folds what is folded to a block @param held how parts hung a moment ago */
export function arrange(job: Job, folds: Folds = NOTHING, held: Held = {}): Arrangement {
  return wired(job, hang(job, boxesOf(job), folds, held))
}

/** What no conductor runs through: a part as a whole; of a splice its name and its ways, for its bar may be crossed. */
export function obstaclesOf(part: Hung): Rect[] {
  const { x, y, width, terminals, taps, head } = part
  if (taps && head !== undefined)
    return [
      { x, y, width, height: head },
      ...Object.values(taps).map((tap) => ({ x: x + tap.x, y: y + tap.y, width: 0, height: 0 })),
    ]
  if (!part.splice) return [part]
  return [{ x, y, width, height: TAG }, ...terminals.map((one) => ({ x, y: y + one.y, width, height: 0 }))]
}

/** Lays every conductor between parts that hang. */
function wired(job: Job, { parts, blocks, bundled, gathered }: Hanging): Arrangement {
  const hung = new Map(parts.map((part) => [part.part, part]))
  const blockOf = new Map(blocks.flatMap((block) => block.parts.map((part) => [part, block] as const)))
  const home = job.survey.boiler.place
  const mouths = mouthsOf(job, hung, blocks, home)
  const rects = [...parts.flatMap(obstaclesOf), ...blocks, ...mouths.flatMap(({ near, far }) => [near, far])]
  const room = around(rects, MARGIN)
  const frames = framesOf(job, parts, blocks)
  // A place's name is text: no conductor runs through it.
  const names = frames.map(({ x, y, place }) => ({
    x,
    y,
    width: Math.min(30, (job.places[place]?.name.length ?? 0) + 1) * GRID,
    height: 2 * GRID,
  }))
  const router = new Router(room, [...rects, ...names])
  const bars = parts.flatMap((part) => barsOf(job, part))
  for (const { points } of bars) router.occupy(points)
  const sheaths = router.lay(
    mouths.map(({ cable, near, far }) => ({
      id: cable,
      from: [sheathExit(near, far)],
      to: [sheathExit(far, near)],
    })),
  )
  for (const points of sheaths.values())
    for (const [dx, dy] of [
      [GRID, 0],
      [-GRID, 0],
      [0, GRID],
      [0, -GRID],
    ] as const)
      router.occupy(points.map(({ x, y }) => ({ x: x + dx, y: y + dy })))

  const asks: Ask[] = []
  const straight = new Map<string, Point[]>()
  const inSheath = new Map(mouths.map((one) => [one.cable, one]))
  const exitsAt = (wire: string, { part, terminal }: Job['wires'][string]['from']): Exit[] | undefined => {
    const box = hung.get(part)
    if (box) return exitsOf(box, terminal, wire)
    const block = blockOf.get(part)
    const down = block?.ends[wire]
    return block && down !== undefined ? blockExits(block, down) : undefined
  }
  const inBundle = new Set([...bundled, ...gathered.flatMap(({ wires }) => wires)])
  for (const [id, { from, to, cable, core }] of Object.entries(job.wires)) {
    const [a, b] = [hung.get(from.part), hung.get(to.part)]
    const exits = [exitsAt(id, from), exitsAt(id, to)] as const
    if (inBundle.has(id) || !exits[0] || !exits[1]) continue
    const link = a && b && linkOf(a, b)
    if (link) {
      straight.set(id, link)
      continue
    }
    const bundle = a && b && cable && core !== undefined ? inSheath.get(cable) : undefined
    if (!bundle || bundle.near.cores[core!] === undefined) {
      asks.push({ id, from: exits[0], to: exits[1] })
      continue
    }
    const turned = a!.place === job.cables[cable!]!.to
    const [nearEnd, farEnd] = turned ? [exits[1], exits[0]] : [exits[0], exits[1]]
    asks.push({ id: `${id}:near`, from: nearEnd, to: [coreExit(bundle.near, bundle.far, core!)] })
    asks.push({ id: `${id}:far`, from: farEnd, to: [coreExit(bundle.far, bundle.near, core!)] })
  }
  // What folded zones have on strips goes by trunks; where one would stand behind a part, each bundle finds a way of its own.
  const onStrip = ({ strip }: Gathered) => hung.get(strip)?.taps !== undefined
  const toPanels = branchesToPanels(
    gathered.filter((one) => !onStrip(one)),
    hung,
    blocks,
  )
  asks.push(...toPanels)
  const lanes = lanesOf(gathered.filter(onStrip), hung, blocks)
  const straightOn = !lanes.some((lane) => blocked(lane, [...parts, ...blocks]))
  for (const { strip, bar, link, branches } of lanes) {
    if (straightOn) {
      router.occupy(bar)
      asks.push(link, ...branches)
    } else asks.push(...branches.map(({ id, from }, i) => ({ id, from, to: besideHead(hung.get(strip)!, i) })))
  }
  const branches = [...toPanels, ...lanes.flatMap((lane) => lane.branches)]
  const inLanes = new Set([...lanes.map(({ link }) => link.id), ...branches.map(({ id }) => id)])
  const laid = router.lay(asks)
  const routes = new Map([
    ...straight,
    ...[...laid].flatMap(([id, points]) => (inLanes.has(id) ? [] : [[id, toBars(id, points, job, hung)] as const])),
  ])
  const wires: Record<string, WirePath> = {}
  for (const [id, { cable, core }] of Object.entries(job.wires)) {
    const whole = routes.get(id)
    const [near, far] = [routes.get(`${id}:near`), routes.get(`${id}:far`)]
    if (whole) wires[id] = { tails: [whole] }
    else if (near && far) wires[id] = { tails: [near, far], cable: cable!, core: core! }
  }
  const bundles = [
    ...bundlesOf(job, bundled, hung, blocks),
    ...branches.map(({ id, zone, wires }): Bundle => ({ id, opens: zone, wires, points: laid.get(id)! })),
    ...lanes.flatMap(({ strip, wires, bar, link }): Bundle[] => [
      ...(straightOn ? [{ id: `bar ${strip}`, wires, points: bar }] : []),
      ...(laid.has(link.id) ? [{ id: link.id, wires, points: laid.get(link.id)! }] : []),
    ]),
  ]
  const drawn = [...routes.values(), ...bundles.map(({ points }) => points)]
  return {
    parts,
    blocks,
    bundled,
    gathered,
    frames,
    extent: around(
      [...frames, ...rects, ...drawn.flatMap((points) => points.map(({ x, y }) => ({ x, y, width: 0, height: 0 })))],
      GRID,
    ),
    sheaths: mouths.map((one) => ({ ...one, points: sheaths.get(one.cable)! })),
    wires,
    bundles,
    bars,
    crossings: crossingsOf(wires, bars, bundles),
  }
}

/** A conductor at a splice goes on to the middle of its bar. */
function toBars(id: string, points: Point[], job: Job, hung: ReadonlyMap<string, Hung>): Point[] {
  const wire = job.wires[id.split(':')[0]!]!
  const way = [...points]
  for (const { part, terminal } of [wire.from, wire.to]) {
    const box = hung.get(part)
    if (!box?.splice) continue
    const exits = exitsOf(box, terminal, id.split(':')[0]!)
    const middle = (exits[0]!.x + exits.at(-1)!.x) / 2
    const at = ({ x, y }: Point) => exits.some((exit) => exit.x === x && exit.y === y)
    const [first, last] = [way[0]!, way.at(-1)!]
    if (at(first)) way.unshift({ x: middle, y: first.y })
    else if (at(last)) way.push({ x: middle, y: last.y })
  }
  return straightened(way)
}

/** Where a bundle comes to the head of a strip: each at a height of its own, at either side. */
function besideHead({ x, y, width, height, head = height }: Hung, nth: number): Exit[] {
  const down = y + GRID * (1 + (nth % Math.max(1, Math.floor(head / GRID) - 1)))
  return [
    { x, y: down, side: 'left' },
    { x: x + width, y: down, side: 'right' },
  ]
}

const blockExits = ({ x, y, width, zone }: Block, down: number): Exit[] =>
  zone === undefined ? [{ x: x + width, y: y + down, side: 'right' }] : [{ x, y: y + down, side: 'left' }]

function exitsOf(box: Hung, terminal: string, wire: string): Exit[] {
  const found = box.terminals.find((one) => one.terminal === terminal)
  const tap = box.taps?.[tapKey(terminal, wire)]
  if (tap)
    return [
      { x: box.x + tap.x, y: box.y + tap.y, side: 'left' },
      { x: box.x + tap.x, y: box.y + tap.y, side: 'right' },
    ]
  if (!found) return [{ x: box.x, y: box.y, side: 'left' }]
  const y = box.y + found.y
  const left: Exit = { x: box.x, y, side: 'left' }
  const rightward: Exit = { x: right(box), y, side: 'right' }
  return found.side === 'both' ? [left, rightward] : [found.side === 'left' ? left : rightward]
}

function around(rects: readonly Rect[], margin: number): Rect {
  if (rects.length === 0) return { x: 0, y: 0, width: margin, height: margin }
  const x = Math.min(...rects.map((rect) => rect.x)) - margin
  const y = Math.min(...rects.map((rect) => rect.y)) - margin
  return {
    x,
    y,
    width: Math.max(...rects.map(right)) + margin - x,
    height: Math.max(...rects.map((rect) => rect.y + rect.height)) + margin - y,
  }
}

/** A frame round the boiler room, and round every other place that holds more than one part. */
function framesOf(job: Job, parts: readonly Hung[], blocks: readonly Block[]): Frame[] {
  const home = job.survey.boiler.place
  return Object.keys(job.places).flatMap((place) => {
    const inside: Rect[] = parts.filter((part) => part.place === place)
    if (place === home)
      for (const { x, y, height, width, zone } of blocks) inside.push({ x, y, height, width: zone ? GRID : width })
    if (inside.length === 0 || (place !== home && inside.length === 1)) return []
    const { x, y, width, height } = around(inside, GAP)
    return [{ place, x, y: y - 2 * GRID, width, height: height + 2 * GRID }]
  })
}

/** How often conductors cross each other: an upright and a level piece that meet between their ends. */
function crossingsOf(
  wires: Readonly<Record<string, WirePath>>,
  bars: readonly Bar[],
  bundles: readonly Bundle[],
): number {
  const level: { y: number; from: number; to: number; wire: string }[] = []
  const upright = bars.map(({ part, points: [a, b] }) => ({ x: a.x, from: a.y, to: b.y, wire: part }))
  const drawn = [
    ...Object.entries(wires).flatMap(([wire, { tails }]) => tails.map((points) => ({ wire, points }))),
    ...bundles.map(({ id, points }) => ({ wire: id, points })),
  ]
  for (const { wire, points } of drawn)
    for (let i = 1; i < points.length; i++) {
      const [a, b] = [points[i - 1]!, points[i]!]
      if (a.y === b.y) level.push({ y: a.y, from: Math.min(a.x, b.x), to: Math.max(a.x, b.x), wire })
      else upright.push({ x: a.x, from: Math.min(a.y, b.y), to: Math.max(a.y, b.y), wire })
    }
  let crossings = 0
  for (const one of level)
    for (const other of upright)
      if (one.wire !== other.wire && other.x > one.from && other.x < one.to && one.y > other.from && one.y < other.to)
        crossings++
  return crossings
}
