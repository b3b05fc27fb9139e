import type { Run, Station, Strip } from '@civil-lantern/core'

/** A strip laid out downward, for a phone: what stands where along one vertical line, pixels from the top. */
export interface Downward {
  readonly runs: readonly { readonly run: Run; readonly from: number; readonly to: number }[]
  readonly splices: readonly { readonly run: Run; readonly y: number }[]
  readonly stations: readonly { readonly station: Station; readonly y: number }[]
  /** Volts at the middle of each stretch, or at its two ends where they differ. */
  readonly volts: readonly { readonly volts: number; readonly y: number }[]
  readonly top: number
  readonly bottom: number
  readonly height: number
}

/** Half of a post, half of a station, the least of a wire: a thumb must tell two of them apart. */
const POST = 16
const STATION = 22
const RUN = 40
const EDGE = 6

/**
 * Lays a strip out downward. Where the room is taller than what it needs, its wires are longer.
 * @param room height there is, pixels; the strip is never squeezed under what a thumb needs
 */
export function placeDown(strip: Strip, room: number): Downward {
  const count = strip.items.reduce((sum, item) => sum + (item.form === 'stretch' ? item.runs.length : 0), 0)
  const stations = strip.items.filter((item) => item.form === 'station').length
  const fixed = 2 * EDGE + 4 * POST + 2 * STATION * stations
  const each = Math.max(RUN, Math.min(72, count === 0 ? RUN : (room - fixed) / count))
  const placed = { runs: [], splices: [], stations: [], volts: [] } as {
    -readonly [K in 'runs' | 'splices' | 'stations' | 'volts']: Downward[K][number][]
  }
  const top = EDGE + POST
  let y = top + POST
  for (const item of strip.items) {
    if (item.form === 'station') {
      placed.stations.push({ station: item, y: y + STATION })
      y += 2 * STATION
      continue
    }
    const from = y
    item.runs.forEach((run, i) => {
      placed.runs.push({ run, from: y, to: y + each })
      y += each
      if (run.splice && i < item.runs.length - 1) placed.splices.push({ run, y })
    })
    if (Math.abs(item.near - item.far) < 0.5) placed.volts.push({ volts: item.near, y: from + each / 2 })
    else placed.volts.push({ volts: item.near, y: from + 14 }, { volts: item.far, y: y - 14 })
  }
  const bottom = y + POST
  return { ...placed, top, bottom, height: bottom + POST + EDGE }
}
