import type { Job } from '@civil-lantern/core'
import { GRID, snap } from './boxes.ts'
import { clear } from './hang.ts'
import type { Exit, Point, Rect } from './route.ts'
import { MOUTH, REACH, SHEATH } from './rows.ts'
import type { Block, Hung } from './shapes.ts'

const PITCH = GRID

export const right = (rect: Rect) => rect.x + rect.width
const middle = (rect: Rect) => rect.y + rect.height / 2

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

/** The sheath leaves a mouth towards the other one, the cores leave it away from it. */
const faces = (mouth: Mouth, other: Mouth) => (mouth.x <= other.x ? 'right' : 'left')
export const sheathExit = (mouth: Mouth, other: Mouth): Exit => {
  const side = faces(mouth, other)
  return { x: side === 'right' ? right(mouth) : mouth.x, y: snap(middle(mouth)), side }
}
export const coreExit = (mouth: Mouth, other: Mouth, core: string): Exit => {
  const side = faces(mouth, other) === 'right' ? 'left' : 'right'
  return { x: side === 'right' ? right(mouth) : mouth.x, y: mouth.y + mouth.cores[core]!, side }
}

interface Mouths {
  readonly cable: string
  readonly near: Mouth
  readonly far: Mouth
}

/** Where every cable in use enters the boiler room and comes out at its far end. */
export function mouthsOf(job: Job, hung: ReadonlyMap<string, Hung>, blocks: readonly Block[], home: string): Mouths[] {
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
    // It leaves another place at that place's edge, past everything that hangs there.
    const from = new Set(here.map((box) => box.place))
    const x = atHome
      ? Math.max(edge + REACH, far.x - SHEATH - MOUTH)
      : Math.max(...rooms.filter((box) => from.has(box.place)).map(right)) + REACH
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
