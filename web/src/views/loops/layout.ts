import type { Station, Stretch, Strip } from '@civil-lantern/core'

export interface PlacedStation {
  readonly station: Station
  readonly x: number
  readonly width: number
  /** Length of the wire drawn before and after it. */
  readonly before: number
  readonly after: number
  /** Whether the wire before it, and the one after it, is long enough for the markings at both its ends. */
  readonly marked: readonly [enter: boolean, leave: boolean]
}

export interface PlacedStretch {
  readonly stretch: Stretch
  readonly from: number
  readonly to: number
}

export interface PlacedStrip {
  readonly stations: readonly PlacedStation[]
  readonly stretches: readonly PlacedStretch[]
  readonly left: number
  readonly right: number
}

export const POST = 14
const LOAD_WIDTH = 72
/** Width of a letter of a marking, how far it stands off its station, and how far two of them stand apart. */
const LETTER = 9.2
export const MARK_OFF = 4
const APART = 5

/** How strips that stand under each other share a width: where their subjects stand, and how many stations that takes. */
export interface Columns {
  readonly subjectAt: number
  readonly columns: number
}

/** Room for the most stations any strip has before its subject, and after it. */
export function columnsOf(strips: readonly Strip[], width: number): Columns {
  const sides = strips.map(({ items }) => {
    const stations = items.filter((item) => item.form === 'station')
    const at = stations.findIndex(({ subject }) => subject)
    return { before: Math.max(0, at), after: Math.max(0, stations.length - at - 1) }
  })
  const before = Math.max(...sides.map((side) => side.before))
  const after = Math.max(...sides.map((side) => side.after))
  return {
    columns: before + after + 1,
    subjectAt: Math.round((width * (before + 0.95)) / (before + after + 2.1)),
  }
}

/** The least width on which so many stations can be told apart. */
export const leastWidth = (columns: number) => 56 * columns + 140

/**
 * Lays a strip out along a line: posts at both ends, its subject where the caller wants it, the other stations evenly
 * before and after, stretches of wire between. Pixels of the drawing.
 */
export function placeStrip(strip: Strip, width: number, { subjectAt, columns }: Columns): PlacedStrip {
  const [left, right] = [POST + 4, width - POST - 4]
  const stations = strip.items.filter((item) => item.form === 'station')
  const at = stations.findIndex(({ subject }) => subject)
  const size = Math.max(46, Math.min(76, (width - 120) / (Math.max(2, columns) * 1.7)))
  // A load has its state written in it and needs the room; a contact is only a mark.
  const widths = stations.map(({ load }) => (load ? Math.max(size, LOAD_WIDTH) : size))
  const half = (widths[at] ?? size) / 2
  const gaps = gapWeights(strip)
  const before = spread(left + POST, subjectAt - half, size, gaps.slice(0, at + 1))
  const after = spread(subjectAt + half, right - POST, size, gaps.slice(at + 1))
  const centres = [...before, subjectAt, ...after]
  const edges = stations.map((_, i) => [centres[i]! - widths[i]! / 2, centres[i]! + widths[i]! / 2] as const)
  /** Before each station, and after the last: do the markings at both ends of that wire stand clear of each other? */
  const wireBefore = (i: number) => (edges[i]?.[0] ?? right - POST) - (edges[i - 1]?.[1] ?? left + POST)
  const clear = Array.from({ length: stations.length + 1 }, (_, i) => {
    const words = `${stations[i - 1]?.leave.marking ?? ''}${stations[i]?.enter.marking ?? ''}`
    return words.length * LETTER + 2 * MARK_OFF + APART <= wireBefore(i)
  })
  const placed = stations.map((station, i) => ({
    station,
    x: centres[i]!,
    width: widths[i]!,
    before: wireBefore(i),
    after: wireBefore(i + 1),
    marked: [clear[i]!, clear[i + 1]!] as const,
  }))
  const stretches: PlacedStretch[] = []
  let next = 0
  let from = left + POST
  for (const item of strip.items) {
    if (item.form === 'station') {
      from = placed[next]!.x + placed[next]!.width / 2
      next++
    } else {
      const after = placed[next]
      stretches.push({ stretch: item, from, to: after ? after.x - after.width / 2 : right - POST })
    }
  }
  return { stations: placed, stretches, left, right }
}

/** How much room the stretch before each station, and the one after the last, asks for: more for more wires. */
function gapWeights(strip: Strip): number[] {
  const weights = [1]
  for (const item of strip.items) {
    if (item.form === 'station') weights.push(1)
    else {
      const open = item.runs.filter((run) => run.broken || run.liftedNear || run.liftedFar).length
      weights[weights.length - 1] = 0.4 + 0.6 * item.runs.length + 1.2 * open
    }
  }
  return weights
}

/** Centres of boxes spread between two edges, with gaps in the given proportions: one more gap than boxes. */
function spread(from: number, to: number, size: number, gaps: readonly number[]): number[] {
  const boxes = gaps.length - 1
  const each = (to - from - boxes * size) / gaps.reduce((sum, gap) => sum + gap, 0)
  let at = from
  return gaps.slice(0, boxes).map((gap) => {
    const centre = at + gap * each + size / 2
    at = centre + size / 2
    return centre
  })
}
