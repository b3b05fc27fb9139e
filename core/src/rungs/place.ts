import type { Piece } from './paper-nets.ts'
import { type Network, piecesOf } from './series-parallel.ts'

/** A contact or a load where it is drawn: the middle of its symbol. */
export interface PlacedPiece {
  readonly piece: Piece
  readonly turned: boolean
  readonly x: number
  readonly y: number
}

/** A straight line, with the node of the circuit at either end: where they differ in light, the copper between is open. */
export interface PlacedLine {
  readonly from: readonly [x: number, y: number]
  readonly to: readonly [x: number, y: number]
  readonly nodes: readonly [number, number]
}

export interface PlacedNetwork {
  readonly pieces: readonly PlacedPiece[]
  readonly lines: readonly PlacedLine[]
  readonly height: number
}

export const CONTACT = { width: 108, symbol: 22 } as const
export const LOAD = { width: 116, symbol: 34 } as const
export const ROW = 92
const BUS = 14

const hasLoad = (network: Network) => piecesOf(network).some(({ form }) => form === 'load')

/** The least width a network can be drawn in. */
export function widthOf(network: Network): number {
  if (network.form === 'piece') return network.piece.form === 'load' ? LOAD.width : CONTACT.width
  const widths = network.items.map(widthOf)
  return network.form === 'series' ? widths.reduce((sum, width) => sum + width, 0) : Math.max(...widths) + 2 * BUS
}

/** Rows of a network: branches side by side stand one under the other. */
export function rowsOf(network: Network): number {
  if (network.form === 'piece') return 1
  const rows = network.items.map(rowsOf)
  return network.form === 'series' ? Math.max(...rows) : rows.reduce((sum, one) => sum + one, 0)
}

const entry = (network: Network): number => {
  if (network.form === 'piece') return network.piece.nodes[network.turned ? 1 : 0]
  return entry(network.items[0]!)
}
const exit = (network: Network): number => {
  if (network.form === 'piece') return network.piece.nodes[network.turned ? 0 : 1]
  return exit(network.form === 'series' ? network.items.at(-1)! : network.items[0]!)
}

/**
 * Draws a network from left to right on a line at height y, filling the width: contacts at the left, loads at the right,
 * branches one under the other.
 */
export function placed(network: Network, x: number, y: number, width: number): PlacedNetwork {
  const pieces: PlacedPiece[] = []
  const lines: PlacedLine[] = []
  put(network, x, y, width)
  return { pieces, lines, height: rowsOf(network) * ROW }

  function line(x1: number, y1: number, x2: number, y2: number, a: number, b: number) {
    if (x1 !== x2 || y1 !== y2) lines.push({ from: [x1, y1], to: [x2, y2], nodes: [a, b] })
  }

  function put(one: Network, left: number, top: number, room: number) {
    const right = left + room
    if (one.form === 'piece') {
      const load = one.piece.form === 'load'
      const half = (load ? LOAD.symbol : CONTACT.symbol) / 2
      const middle = load ? right - LOAD.width / 2 : left + CONTACT.width / 2
      pieces.push({ piece: one.piece, turned: one.turned, x: middle, y: top })
      line(left, top, middle - half, top, entry(one), entry(one))
      line(middle + half, top, right, top, exit(one), exit(one))
    } else if (one.form === 'series') {
      const spare = room - widthOf(one)
      const stretched = one.items.findIndex(hasLoad)
      let at = left
      for (const [i, item] of one.items.entries()) {
        const before = one.items[i - 1]
        // What is left over goes before the first load, so that loads stand at the right.
        if (i === stretched && spare > 0 && item.form === 'piece') {
          line(at, top, at + spare, top, before ? exit(before) : entry(item), entry(item))
          at += spare
        }
        const own = widthOf(item) + (i === stretched && item.form !== 'piece' ? spare : 0)
        put(item, at, top, own)
        at += own
      }
      if (stretched < 0) line(at, top, right, top, exit(one), exit(one))
    } else {
      let row = top
      const [first] = one.items
      for (const item of one.items) {
        put(item, left + BUS, row, room - 2 * BUS)
        line(left + BUS, top, left + BUS, row, entry(first!), entry(item))
        line(right - BUS, top, right - BUS, row, exit(first!), exit(item))
        row += rowsOf(item) * ROW
      }
      line(left, top, left + BUS, top, entry(first!), entry(first!))
      line(right - BUS, top, right, top, exit(first!), exit(first!))
    }
  }
}
