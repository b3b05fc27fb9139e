import type { Job } from '@civil-lantern/core'
import { boxesOf, GRID } from './boxes.ts'
import { clear, type Hung, hang, type Spots } from './hang.ts'
import { type Ask, type Exit, type Point, type Rect, Router } from './route.ts'

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

export interface Frame extends Rect {
  readonly place: string
}

/** The whole wall, laid out: where parts hang, what place they are in, and the way of every conductor. */
export interface Arrangement {
  readonly parts: readonly Hung[]
  readonly frames: readonly Frame[]
  /** Everything that is drawn lies within. */
  readonly extent: Rect
  readonly sheaths: readonly Sheath[]
  readonly wires: Readonly<Record<string, WirePath>>
  readonly crossings: number
}

const MARGIN = 6 * GRID
const MOUTH = 2 * GRID
const PITCH = GRID
/** From a part to the mouth of the cable that serves it. */
const REACH = 4 * GRID

/** Arranges a wall. @param folded zones whose parts are put away @param held where parts hung a moment ago */
export function arrange(job: Job, folded: ReadonlySet<string> = new Set(), held: Spots = {}): Arrangement {
  const boxes = boxesOf(job).filter(({ zone }) => zone === undefined || !folded.has(zone))
  return wired(job, hang(job, boxes, held))
}

/** Lays every conductor between parts that hang. */
export function wired(job: Job, parts: readonly Hung[]): Arrangement {
  const hung = new Map(parts.map((part) => [part.part, part]))
  const home = job.survey.boiler.place
  const mouths = mouthsOf(job, hung, home)
  const rects = [...parts, ...mouths.flatMap(({ near, far }) => [near, far])]
  const room = around(rects, MARGIN)
  const frames = framesOf(job, parts)
  // A place's name is text: no conductor runs through it.
  const names = frames.map(({ x, y, place }) => ({
    x,
    y,
    width: Math.min(30, (job.places[place]?.name.length ?? 0) + 1) * GRID,
    height: 2 * GRID,
  }))
  const router = new Router(room, [...rects, ...names])
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
  const inSheath = new Map(mouths.map((one) => [one.cable, one]))
  for (const [id, { from, to, cable, core }] of Object.entries(job.wires)) {
    const [a, b] = [hung.get(from.part), hung.get(to.part)]
    if (!a || !b) continue
    const exits = [exitsOf(a, from.terminal), exitsOf(b, to.terminal)] as const
    const bundle = cable && core !== undefined ? inSheath.get(cable) : undefined
    if (!bundle || bundle.near.cores[core!] === undefined) {
      asks.push({ id, from: exits[0], to: exits[1] })
      continue
    }
    const turned = a.place === job.cables[cable!]!.to
    const [nearEnd, farEnd] = turned ? [exits[1], exits[0]] : exits
    asks.push({ id: `${id}:near`, from: nearEnd, to: [coreExit(bundle.near, bundle.far, core!)] })
    asks.push({ id: `${id}:far`, from: farEnd, to: [coreExit(bundle.far, bundle.near, core!)] })
  }
  const routes = router.lay(asks)
  const wires: Record<string, WirePath> = {}
  for (const [id, { cable, core }] of Object.entries(job.wires)) {
    const whole = routes.get(id)
    const [near, far] = [routes.get(`${id}:near`), routes.get(`${id}:far`)]
    if (whole) wires[id] = { tails: [whole] }
    else if (near && far) wires[id] = { tails: [near, far], cable: cable!, core: core! }
  }
  return {
    parts,
    frames,
    extent: around(
      [
        ...frames,
        ...[...routes.values()].flatMap((points) => points.map(({ x, y }) => ({ x, y, width: 0, height: 0 }))),
      ],
      GRID,
    ),
    sheaths: mouths.map((one) => ({ ...one, points: sheaths.get(one.cable)! })),
    wires,
    crossings: crossingsOf(wires),
  }
}

const right = (rect: Rect) => rect.x + rect.width
const middle = (rect: Rect) => rect.y + rect.height / 2
const snap = (value: number) => Math.round(value / GRID) * GRID

function exitsOf(box: Hung, terminal: string): Exit[] {
  const found = box.terminals.find((one) => one.terminal === terminal)
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
function mouthsOf(job: Job, hung: ReadonlyMap<string, Hung>, home: string): Mouths[] {
  const wanted = Object.entries(job.cables).flatMap(([cable, { from, to, cores }]) => {
    if (from === to) return []
    const ends = Object.values(job.wires)
      .filter((wire) => wire.cable === cable)
      .flatMap((wire) => [hung.get(wire.from.part), hung.get(wire.to.part)])
      .filter((box) => box !== undefined)
    const there = ends.filter(({ place }) => place === to)
    const here = ends.filter(({ place }) => place !== to)
    if (there.length === 0 || here.length === 0) return []
    const names = Object.keys(cores)
    const offsets = Object.fromEntries(names.map((core, i) => [core, PITCH * (i + 1)]))
    const height = snap(PITCH * (names.length + 1))
    const x = Math.min(...there.map((box) => box.x)) - REACH - MOUTH
    const y = snap(there.reduce((sum, box) => sum + middle(box), 0) / there.length - height / 2)
    return [{ cable, here, far: { x, y, width: MOUTH, height, cores: offsets } }]
  })
  wanted.sort((a, b) => a.far.y - b.far.y)
  const rooms = [...hung.values()]
  const homeward = rooms.filter(({ place }) => place === home)
  const edge = Math.max(...(homeward.length > 0 ? homeward : rooms).map(right), 0)
  const taken: Rect[] = [...rooms]
  const place = (mouth: Mouth): Mouth => {
    const free = { ...mouth, ...clear(mouth, taken, GRID) }
    taken.push(free)
    return free
  }
  return wanted.map(({ cable, here, far }) => {
    const atHome = here.some((box) => box.place === home)
    const x = atHome ? edge + REACH : Math.max(...here.map(right)) + REACH
    return { cable, far: place(far), near: place({ ...far, x: snap(x) }) }
  })
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

/** A frame round the parts of each place, with room for its name above them. */
function framesOf(job: Job, parts: readonly Hung[]): Frame[] {
  return Object.keys(job.places).flatMap((place) => {
    const inside = parts.filter((part) => part.place === place)
    if (inside.length === 0) return []
    const { x, y, width, height } = around(inside, 2 * GRID)
    return [{ place, x, y: y - 2 * GRID, width, height: height + 2 * GRID }]
  })
}

/** How often conductors cross each other: pairs of an upright and a level piece that meet between their ends. */
function crossingsOf(wires: Readonly<Record<string, WirePath>>): number {
  const level: { y: number; from: number; to: number; wire: string }[] = []
  const upright: { x: number; from: number; to: number; wire: string }[] = []
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
