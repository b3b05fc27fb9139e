import type { Station, Stretch, Strip } from '@civil-lantern/core'

export interface PlacedStation {
  readonly station: Station
  readonly x: number
  readonly width: number
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

/**
 * Lays a strip out along a line: posts at both ends, its subject where the caller wants it, the other stations evenly
 * before and after, stretches of wire between. Pixels of the drawing.
 */
export function placeStrip(strip: Strip, width: number, subjectAt: number): PlacedStrip {
  const [left, right] = [POST + 4, width - POST - 4]
  const stations = strip.items.filter((item) => item.form === 'station')
  const at = stations.findIndex(({ subject }) => subject)
  const size = Math.max(46, Math.min(92, (width - 140) / Math.max(3, stations.length + 1)))
  const centres = stations.map((_, i) => {
    if (i === at) return subjectAt
    if (i < at) return between(left + POST, subjectAt - size / 2, size, at, i)
    return between(subjectAt + size / 2, right - POST, size, stations.length - at - 1, i - at - 1)
  })
  const placed = stations.map((station, i) => ({ station, x: centres[i]!, width: size }))
  const stretches: PlacedStretch[] = []
  let next = 0
  let from = left + POST
  for (const item of strip.items) {
    if (item.form === 'station') {
      from = placed[next]!.x + size / 2
      next++
    } else {
      const after = placed[next]
      stretches.push({ stretch: item, from, to: after ? after.x - size / 2 : right - POST })
    }
  }
  return { stations: placed, stretches, left, right }
}

/** Centre of the i-th of `count` boxes spread evenly between two edges. */
function between(from: number, to: number, size: number, count: number, i: number): number {
  const gap = (to - from - count * size) / (count + 1)
  return from + gap * (i + 1) + size * i + size / 2
}
