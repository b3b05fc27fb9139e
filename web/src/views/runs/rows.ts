import { type Job, terminalInWords, type Wire, type WireLight } from '@civil-lantern/core'

export type SortKey = 'number' | 'from' | 'to' | 'colour' | 'length' | 'cable' | 'light'

export interface Row {
  readonly id: string
  readonly wire: Wire
  readonly number: number
  readonly from: string
  readonly to: string
  readonly light: WireLight | undefined
}

/** Wires that match every word of a filter, as rows of the table. */
export function rowsOf(job: Job, lights: Readonly<Record<string, WireLight>>, filter: string): Row[] {
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean)
  const end = ({ part, terminal }: Wire['from']) => terminalInWords(job, part, terminal)
  return Object.entries(job.wires)
    .map(([id, wire]) => ({
      id,
      wire,
      number: Number(wire.label) || 0,
      from: end(wire.from),
      to: end(wire.to),
      light: lights[id],
    }))
    .filter(({ wire, from, to }) => {
      const text =
        `${wire.label} ${from} ${to} ${wire.colour} ${wire.cable ? job.cables[wire.cable]?.label : 'loose'}`.toLowerCase()
      return words.every((word) => text.includes(word))
    })
}

/** Rows by one column, numbers as numbers, and by their number where that is the same. */
export function sorted(rows: Row[], { key, up }: { key: SortKey; up: boolean }): Row[] {
  const value = ({ number, from, to, wire, light }: Row): string | number =>
    ({
      number,
      from,
      to,
      colour: wire.colour,
      length: wire.length,
      cable: wire.cable ?? '',
      light: light?.volts ?? -1,
    })[key]
  return [...rows].sort((a, b) => {
    const [x, y] = [value(a), value(b)]
    const order =
      typeof x === 'number' && typeof y === 'number'
        ? x - y
        : String(x).localeCompare(String(y), undefined, { numeric: true })
    return (up ? order : -order) || a.number - b.number
  })
}
