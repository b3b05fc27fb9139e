import type { Strip } from '@civil-lantern/core'
import { columnsOf } from './layout.ts'

/** A strip with the room it was given on its line. */
export interface OnLine {
  readonly strip: Strip
  readonly x: number
  readonly width: number
}

/** Room between two strips that share a line. */
const BETWEEN = 14

/**
 * Puts strips beside each other while each keeps the width on which its stations and their markings stand clear, else on a line
 * below. What is left of a line is shared by how much each strip holds. A strip too long for any line gets one to itself.
 * @param strips in the order of the sequence
 * @param room width of the row, pixels
 * @returns lines from the top, each with its strips from the left
 */
export function linesOf(strips: readonly Strip[], room: number): OnLine[][] {
  const lines: Strip[][] = []
  let used = 0
  for (const strip of strips) {
    const needs = leastOf(strip)
    const line = lines.at(-1)
    if (line && used + BETWEEN + needs <= room) {
      line.push(strip)
      used += BETWEEN + needs
    } else {
      lines.push([strip])
      used = needs
    }
  }
  return lines.map((line) => {
    const needs = line.map(leastOf)
    const spare = Math.max(0, room - needs.reduce((sum, need) => sum + need, 0) - BETWEEN * (line.length - 1))
    const held = line.map(({ items }) => items.reduce((sum, item) => sum + (item.form === 'station' ? 2 : 1), 0))
    const all = held.reduce((sum, one) => sum + one, 0)
    let x = 0
    return line.map((strip, i) => {
      const width = Math.min(room, Math.floor(needs[i]! + (spare * held[i]!) / all))
      const placed = { strip, x, width }
      x += width + BETWEEN
      return placed
    })
  })
}

/** Width on which each station and its markings stand clear of the next. */
export const leastOf = (strip: Strip): number => leastFor(columnsOf([strip], 0).columns)
export const leastFor = (columns: number): number => 100 * columns + 90
