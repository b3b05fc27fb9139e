import type { Job } from '@civil-lantern/core'
import { boxesOf, GAP, GRID, snap, tapKey } from './boxes.ts'
import { clear, hang } from './hang.ts'
import { type Ask, type Exit, type Point, type Rect, Router, straightened } from './route.ts'
import { MOUTH, REACH, SHEATH } from './rows.ts'
import type { Block, Folds, Hanging, Held, Hung } from './shapes.ts'
import { TAG } from './trunks.ts'

/** The end of a sheath, where its cores come out. */
export interface Mouth extends Rect {
  /** From the top of the mouth to each core. */
  readonly cores: Readonly<Record<string, number>>
}

/** A cable on the wall: one sheath between two mouths. */
export interface Sheath {
  readonly cable: string
  readonly near: Mouth
  readonly far: Mouth
  readonly points: readonly Point[]
}

/** One conductor: from its terminal to its other one, or to the mouth of a sheath and out of the other mouth. */
export interface WirePath {
  readonly tails: readonly (readonly Point[])[]
  readonly cable?: string
  readonly core?: string
}

/** All that runs from the folded supply to one part of the plant, or from one of them to another, drawn as one. */
export interface Bundle {
  readonly id: string
  readonly wires: readonly string[]
  readonly points: readonly Point[]
}

/** What joins the ways of a splice, or hangs from a terminal of a strip: upright, down to its last conductor. */
export interface Bar {
  readonly part: string
  readonly terminal?: string
  readonly points: readonly [Point, Point]
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
const PITCH = GRID
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
function wired(job: Job, { parts, blocks, bundled }: Hanging): Arrangement {
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
  for (const [id, { from, to, cable, core }] of Object.entries(job.wires)) {
    const [a, b] = [hung.get(from.part), hung.get(to.part)]
    const exits = [exitsAt(id, from), exitsAt(id, to)] as const
    if (bundled.has(id) || !exits[0] || !exits[1]) continue
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
  const laid = router.lay(asks)
  const routes = new Map([
    ...straight,
    ...[...laid].map(([id, points]) => [id, toBars(id, points, job, hung)] as const),
  ])
  const wires: Record<string, WirePath> = {}
  for (const [id, { cable, core }] of Object.entries(job.wires)) {
    const whole = routes.get(id)
    const [near, far] = [routes.get(`${id}:near`), routes.get(`${id}:far`)]
    if (whole) wires[id] = { tails: [whole] }
    else if (near && far) wires[id] = { tails: [near, far], cable: cable!, core: core! }
  }
  const bundles = bundlesOf(job, bundled, hung, blocks)
  const drawn = [...routes.values(), ...bundles.map(({ points }) => points)]
  return {
    parts,
    blocks,
    bundled,
    frames,
    extent: around(
      [...frames, ...rects, ...drawn.flatMap((points) => points.map(({ x, y }) => ({ x, y, width: 0, height: 0 })))],
      GRID,
    ),
    sheaths: mouths.map((one) => ({ ...one, points: sheaths.get(one.cable)! })),
    wires,
    bundles,
    bars,
    crossings: crossingsOf(wires, bars),
  }
}

function barsOf(job: Job, box: Hung): Bar[] {
  const { part, x, y, width, terminals, taps, splice } = box
  if (taps)
    return terminals.flatMap(({ terminal, x: along, y: down }) => {
      const own = Object.keys(job.wires).flatMap((wire) => taps[tapKey(terminal, wire)]?.y ?? [])
      if (own.length === 0 || along === undefined) return []
      const points = [
        { x: x + along, y: y + down },
        { x: x + along, y: y + Math.max(...own) },
      ] as const
      return [{ part, terminal, points }]
    })
  if (!splice || terminals.length === 0) return []
  const middle = x + width / 2
  const last = Math.max(...terminals.map((one) => one.y))
  return [
    {
      part,
      points: [
        { x: middle, y: y + TAG },
        { x: middle, y: y + last },
      ],
    },
  ]
}

/** Two splices one below the other on one trunk: their conductor is a piece of it. */
function linkOf(a: Hung, b: Hung): Point[] | undefined {
  if (!a.splice || !b.splice || a.x !== b.x) return undefined
  const [upper, lower] = a.y < b.y ? [a, b] : [b, a]
  const x = upper.x + upper.width / 2
  const from = upper.y + Math.max(...upper.terminals.map((one) => one.y))
  return lower.y >= from && lower.y - from <= 12 * GRID
    ? [
        { x, y: from },
        { x, y: lower.y },
      ]
    : undefined
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

/** Down the left side of the plant: from the supply with a branch to each part, and from one part to another. */
function bundlesOf(
  job: Job,
  bundled: ReadonlySet<string>,
  hung: ReadonlyMap<string, Hung>,
  blocks: readonly Block[],
): Bundle[] {
  const supply = blocks.find(({ id }) => id === 'supply')
  if (!supply) return []
  const pairs = new Map<string, { ends: (Rect | Block)[]; wires: string[] }>()
  for (const wire of bundled) {
    const { from, to } = job.wires[wire]!
    const ends = [from, to].map(({ part }) => hung.get(part)).filter((box) => box !== undefined)
    if (ends.length === 0) continue
    const id = [ends.length === 1 ? 'supply' : '', ...ends.map(({ part }) => part).sort()].join(' ')
    const pair = pairs.get(id) ?? { ends: ends.length === 1 ? [supply, ...ends] : ends, wires: [] }
    pair.wires.push(wire)
    pairs.set(id, pair)
  }
  const edge = Math.min(supply.x, ...[...pairs.values()].flatMap(({ ends }) => ends.map(({ x }) => x)))
  let lane = 0
  return [...pairs].map(([id, { ends, wires }]) => {
    const fromSupply = ends[0] === supply
    // What the supply feeds is one trunk; what runs within the plant has a lane of its own.
    const x = edge - 2 * GRID - (fromSupply ? 0 : GRID * ++lane)
    const points = ends.map((box) => ({
      x: box.x,
      y: box === supply ? supply.y + GRID * 3 : box.y + (fromSupply ? 2 * GRID : 3 * GRID),
    }))
    const [a, b] = points as [Point, Point]
    return { id, wires, points: straightened([a, { x, y: a.y }, { x, y: b.y }, b]) }
  })
}

const blockExits = ({ x, y, width, zone }: Block, down: number): Exit[] =>
  zone === undefined ? [{ x: x + width, y: y + down, side: 'right' }] : [{ x, y: y + down, side: 'left' }]

const right = (rect: Rect) => rect.x + rect.width
const middle = (rect: Rect) => rect.y + rect.height / 2

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

/** The sheath leaves a mouth towards the other one, the cores leave it away from it. */
const faces = (mouth: Mouth, other: Mouth) => (mouth.x <= other.x ? 'right' : 'left')
const sheathExit = (mouth: Mouth, other: Mouth): Exit => {
  const side = faces(mouth, other)
  return { x: side === 'right' ? right(mouth) : mouth.x, y: snap(middle(mouth)), side }
}
const coreExit = (mouth: Mouth, other: Mouth, core: string): Exit => {
  const side = faces(mouth, other) === 'right' ? 'left' : 'right'
  return { x: side === 'right' ? right(mouth) : mouth.x, y: mouth.y + mouth.cores[core]!, side }
}

interface Mouths {
  readonly cable: string
  readonly near: Mouth
  readonly far: Mouth
}

/** Where every cable in use enters the boiler room and comes out at its far end. */
function mouthsOf(job: Job, hung: ReadonlyMap<string, Hung>, blocks: readonly Block[], home: string): Mouths[] {
  const wanted = Object.entries(job.cables).flatMap(([cable, { from, to, cores }]) => {
    if (from === to) return []
    const ends = Object.values(job.wires)
      .filter((wire) => wire.cable === cable)
      .flatMap((wire) => [hung.get(wire.from.part), hung.get(wire.to.part)])
      .filter((box) => box !== undefined)
    const there = ends.filter(({ place }) => place === to)
    const here = ends.filter(({ place }) => place !== to)
    if (there.length === 0 || here.length === 0) return []
    const x = Math.min(...there.map((box) => box.x)) - REACH - MOUTH
    return [{ cable, here, far: { x, width: MOUTH, ...coresLevel(job, cable, Object.keys(cores), there) } }]
  })
  wanted.sort((a, b) => a.far.y - b.far.y)
  const rooms = [...hung.values()]
  const homeward = rooms.filter(({ place }) => place === home)
  const edge = Math.max(...(homeward.length > 0 ? homeward : rooms).map(right), 0)
  const taken: Rect[] = [...rooms, ...blocks]
  const place = (mouth: Mouth): Mouth => {
    const free = { ...mouth, ...clear(mouth, taken, GRID) }
    taken.push(free)
    return free
  }
  return wanted.map(({ cable, here, far }) => {
    const atHome = here.some((box) => box.place === home)
    // Folded rows may reach further than any part that is seen.
    const x = atHome ? Math.max(edge + REACH, far.x - SHEATH - MOUTH) : Math.max(...here.map(right)) + REACH
    return { cable, far: place(far), near: place({ ...far, x: snap(x) }) }
  })
}

/** A mouth whose cores lie level with the terminals they go to, as far as they are apart; spare ones below them. */
function coresLevel(job: Job, cable: string, names: readonly string[], there: readonly Hung[]) {
  const wanted = new Map(
    Object.values(job.wires).flatMap((wire) => {
      if (wire.cable !== cable || wire.core === undefined) return []
      const box = there.find(({ part }) => part === wire.from.part || part === wire.to.part)
      const terminal = box?.terminals.find((one) =>
        [wire.from, wire.to].some((end) => end.part === box.part && end.terminal === one.terminal),
      )
      return box && terminal ? [[wire.core, box.y + terminal.y] as const] : []
    }),
  )
  const order = [...names].sort((a, b) => (wanted.get(a) ?? Number.MAX_VALUE) - (wanted.get(b) ?? Number.MAX_VALUE))
  const at = new Map<string, number>()
  let last = Number.NEGATIVE_INFINITY
  for (const core of order) {
    last = Math.max(last + PITCH, wanted.get(core) ?? (Number.isFinite(last) ? last + PITCH : snap(middle(there[0]!))))
    at.set(core, last)
  }
  const y = at.get(order[0]!)! - PITCH
  return {
    y,
    height: last + PITCH - y,
    cores: Object.fromEntries(names.map((core) => [core, at.get(core)! - y])),
  }
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
function crossingsOf(wires: Readonly<Record<string, WirePath>>, bars: readonly Bar[]): number {
  const level: { y: number; from: number; to: number; wire: string }[] = []
  const upright = bars.map(({ part, points: [a, b] }) => ({ x: a.x, from: a.y, to: b.y, wire: part }))
  for (const [wire, { tails }] of Object.entries(wires))
    for (const points of tails)
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
