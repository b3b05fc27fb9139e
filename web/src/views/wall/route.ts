import { GRID } from './boxes.ts'

export interface Point {
  readonly x: number
  readonly y: number
}

export interface Rect extends Point {
  readonly width: number
  readonly height: number
}

/** Where a conductor may begin or end: the point on the part's edge, and the way off it. */
export interface Exit extends Point {
  readonly side: 'left' | 'right'
}

export interface Ask {
  readonly id: string
  readonly from: readonly Exit[]
  readonly to: readonly Exit[]
}

const BEND = 4
const CROSS = 5
/** Along a lane another conductor lies in: only where there is no way round. */
const SHARE = 60
const BESIDE_A_PART = 1

const ACROSS = 0 as const
const DOWN = 1 as const

/**
 * Lays conductors on the grid of a wall, one after the other, round parts and text, with few bends and crossings and each
 * in a lane of its own. Routes are polylines of the wall's units; a conductor that finds no way gets a straight line.
 */
export class Router {
  readonly #left: number
  readonly #top: number
  readonly #columns: number
  readonly #rows: number
  readonly #blocked: Uint8Array
  readonly #beside: Uint8Array
  readonly #used: [Uint8Array, Uint8Array]
  readonly #price: Int32Array
  readonly #from: Int32Array
  readonly #stamp: Int32Array
  readonly #closed: Int32Array
  readonly #queue = new Queue()
  #round = 0

  /** @param room what the wall spans; conductors keep within it */
  constructor(room: Rect, obstacles: readonly Rect[]) {
    this.#left = Math.floor(room.x / GRID)
    this.#top = Math.floor(room.y / GRID)
    this.#columns = Math.ceil(room.width / GRID) + 1
    this.#rows = Math.ceil(room.height / GRID) + 1
    const cells = this.#columns * this.#rows
    this.#blocked = new Uint8Array(cells)
    this.#beside = new Uint8Array(cells)
    this.#used = [new Uint8Array(cells), new Uint8Array(cells)]
    this.#price = new Int32Array(cells * 2)
    this.#from = new Int32Array(cells * 2)
    this.#stamp = new Int32Array(cells * 2)
    this.#closed = new Int32Array(cells * 2)
    for (const rect of obstacles) this.#block(rect)
  }

  /** Routes conductors, the shortest first, so that long ones go round short ones. */
  lay(asks: readonly Ask[]): Map<string, Point[]> {
    const length = ({ from, to }: Ask) => Math.abs(from[0]!.x - to[0]!.x) + Math.abs(from[0]!.y - to[0]!.y)
    const routes = new Map<string, Point[]>()
    for (const ask of [...asks].sort((a, b) => length(a) - length(b) || (a.id < b.id ? -1 : 1)))
      routes.set(ask.id, this.#route(ask))
    return routes
  }

  /** Takes lanes that a conductor which is not asked for lies in. */
  occupy(points: readonly Point[]) {
    for (let i = 1; i < points.length; i++) this.#mark(this.#cellOf(points[i - 1]!), this.#cellOf(points[i]!))
  }

  #block({ x, y, width, height }: Rect) {
    const [x0, y0] = [Math.round(x / GRID) - this.#left, Math.round(y / GRID) - this.#top]
    const [x1, y1] = [x0 + Math.round(width / GRID), y0 + Math.round(height / GRID)]
    for (let row = y0 - 1; row <= y1 + 1; row++)
      for (let column = x0 - 1; column <= x1 + 1; column++) {
        if (row < 0 || column < 0 || row >= this.#rows || column >= this.#columns) continue
        const cell = row * this.#columns + column
        const inside = row >= y0 && row <= y1 && column >= x0 && column <= x1
        if (inside) this.#blocked[cell] = 1
        else this.#beside[cell] = 1
      }
  }

  #cellOf({ x, y }: Point) {
    const column = Math.min(this.#columns - 1, Math.max(0, Math.round(x / GRID) - this.#left))
    const row = Math.min(this.#rows - 1, Math.max(0, Math.round(y / GRID) - this.#top))
    return row * this.#columns + column
  }

  #pointOf(cell: number): Point {
    const row = Math.floor(cell / this.#columns)
    return { x: (cell - row * this.#columns + this.#left) * GRID, y: (row + this.#top) * GRID }
  }

  /** The first cell off a part. */
  #off({ x, y, side }: Exit) {
    return this.#cellOf({ x: side === 'left' ? x - GRID : x + GRID, y })
  }

  #route({ from, to }: Ask): Point[] {
    const round = ++this.#round
    const columns = this.#columns
    const goals = new Map(to.map((exit) => [this.#off(exit), exit]))
    const targets = Int32Array.from([...goals.keys()].flatMap((cell) => [Math.floor(cell / columns), cell % columns]))
    /** The least a state still costs: the cells to go, and the bends without which it cannot arrive level. */
    const ahead = (row: number, column: number, heading: number) => {
      let least = Number.MAX_SAFE_INTEGER
      for (let i = 0; i < targets.length; i += 2) {
        const down = Math.abs(targets[i]! - row)
        const across = Math.abs(targets[i + 1]! - column)
        const bends = heading === DOWN ? 1 : down > 0 ? 2 : 0
        least = Math.min(least, down + across + bends * BEND)
      }
      return least
    }
    const [price, came, stamp, closed, blocked] = [this.#price, this.#from, this.#stamp, this.#closed, this.#blocked]
    const queue = this.#queue
    queue.clear()
    const starts = new Map<number, Exit>()
    for (const exit of from) {
      const cell = this.#off(exit)
      starts.set(cell, exit)
      const state = cell * 2 + ACROSS
      price[state] = 0
      came[state] = -1
      stamp[state] = round
      queue.push(state, ahead(Math.floor(cell / columns), cell % columns, ACROSS))
    }
    for (let state = queue.pop(); state !== -1; state = queue.pop()) {
      if (closed[state] === round) continue
      closed[state] = round
      const cell = state >> 1
      const heading = state & 1
      if (goals.has(cell)) {
        if (heading === ACROSS) return this.#trace(state, starts, goals)
        // Come from above or below: it turns into the part in the last cell before it.
        const turned = cell * 2 + ACROSS
        const cost = price[state]! + BEND + (this.#used[ACROSS][cell] ? SHARE : 0)
        if (closed[turned] !== round && (stamp[turned] !== round || cost < price[turned]!)) {
          price[turned] = cost
          came[turned] = state
          stamp[turned] = round
          queue.push(turned, cost)
        }
      }
      const row = Math.floor(cell / columns)
      const column = cell - row * columns
      for (let way = 0; way < 4; way++) {
        const onwards = way < 2 ? ACROSS : DOWN
        const by = way & 1 ? 1 : -1
        const [r, c] = onwards === ACROSS ? [row, column + by] : [row + by, column]
        if (r < 0 || c < 0 || r >= this.#rows || c >= columns) continue
        const next = r * columns + c
        if (blocked[next] && !goals.has(next)) continue
        const onward = next * 2 + onwards
        if (closed[onward] === round) continue
        const lane = this.#used[onwards]
        let cost = price[state]! + 1 + (onwards === DOWN && this.#beside[next] ? BESIDE_A_PART : 0)
        // Turning on a cell takes both its lanes.
        if (onwards !== heading) cost += BEND + (lane[cell] ? SHARE : 0)
        if (lane[next]) cost += SHARE
        if (this.#used[onwards === ACROSS ? DOWN : ACROSS][next]) cost += CROSS
        if (stamp[onward] === round && cost >= price[onward]!) continue
        price[onward] = cost
        came[onward] = state
        stamp[onward] = round
        queue.push(onward, cost + ahead(r, c, onwards))
      }
    }
    return [from[0]!, to[0]!].map(({ x, y }) => ({ x, y }))
  }

  #trace(end: number, starts: ReadonlyMap<number, Exit>, goals: ReadonlyMap<number, Exit>): Point[] {
    const cells: number[] = []
    for (let at = end; at !== -1; at = this.#from[at]!) if (cells[0] !== at >> 1) cells.unshift(at >> 1)
    const [first, last] = [cells[0]!, cells.at(-1)!]
    for (let i = 1; i < cells.length; i++) this.#mark(cells[i - 1]!, cells[i]!)
    if (cells.length === 1) this.#mark(first, first)
    const { x, y } = starts.get(first)!
    const goal = goals.get(last)!
    return straightened([{ x, y }, ...cells.map((cell) => this.#pointOf(cell)), { x: goal.x, y: goal.y }])
  }

  #mark(from: number, to: number) {
    const columns = this.#columns
    const heading = Math.floor(from / columns) === Math.floor(to / columns) ? ACROSS : DOWN
    const step = heading === ACROSS ? Math.sign(to - from) : Math.sign(to - from) * columns
    for (let cell = from; ; cell += step) {
      this.#used[heading][cell] = 1
      if (cell === to || step === 0) break
    }
  }
}

/** Only the corners of a polyline. */
export function straightened(points: readonly Point[]): Point[] {
  return points.filter((point, i) => {
    const [before, after] = [points[i - 1], points[i + 1]]
    if (!before || !after) return true
    return !((before.x === point.x && point.x === after.x) || (before.y === point.y && point.y === after.y))
  })
}

/** States by their price, a whole number: a bucket for each. Prices taken out never fall. */
class Queue {
  #buckets: number[][] = []
  #at = 0

  clear() {
    for (const bucket of this.#buckets) bucket.length = 0
    this.#at = Number.MAX_SAFE_INTEGER
  }

  push(state: number, price: number) {
    while (this.#buckets.length <= price) this.#buckets.push([])
    this.#buckets[price]!.push(state)
    if (price < this.#at) this.#at = price
  }

  /** The cheapest state, or -1. */
  pop(): number {
    for (; this.#at < this.#buckets.length; this.#at++) {
      const state = this.#buckets[this.#at]!.pop()
      if (state !== undefined) return state
    }
    return -1
  }
}
