import { type Job, terminalInWords, type Wire, type WireLight } from '@civil-lantern/core'
import type { WireState } from '../wire-state.ts'

/** A conductor as the table has it, whatever its light. */
export interface Row {
  readonly id: string
  readonly wire: Wire
  readonly number: number
  readonly from: string
  readonly to: string
  /** Cable and core; empty for one that is loose. */
  readonly cable: string
  /** What is written on its two tags: its number, and where each end goes. */
  readonly tag: string
}

export function rowsOf(job: Job): Row[] {
  const end = ({ part, terminal }: Wire['from']) => terminalInWords(job, part, terminal)
  return Object.entries(job.wires).map(([id, wire]) => {
    const [from, to] = [end(wire.from), end(wire.to)]
    const cable = wire.cable ? `${job.cables[wire.cable]?.label ?? ''}, ${wire.core ?? ''}` : ''
    return { id, wire, number: Number(wire.label) || 0, from, to, cable, tag: `${wire.label}: ${from} to ${to}` }
  })
}

/** Does every word of a filter stand somewhere in a row? */
export function matches({ wire, from, to, cable }: Row, filter: string): boolean {
  const text = `${wire.label} ${from} ${to} ${wire.colour} ${cable || 'loose'}`.toLowerCase()
  return filter
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
}

/** Words in the order a reader expects: `Valve 2` before `Valve 10`. */
export const inReadingOrder = (a: string, b: string): number => a.localeCompare(b, undefined, { numeric: true })

/** How a conductor stands, as it is drawn: rows that show the same are not drawn anew. */
export interface Lit {
  readonly says: string
  readonly amps: string
  readonly look: 'wrong' | 'lit' | 'dark'
}

/** What is wrong with a conductor, or its volts and amps. */
export function litOf(light: WireLight | undefined, state: WireState): Lit {
  if (state.broken) return { says: 'broken', amps: '', look: 'wrong' }
  if (state.from || state.to) return { says: 'lifted', amps: '', look: 'wrong' }
  if (!light || light.circuit === 'earth') return { says: light ? 'earth' : '', amps: '', look: 'dark' }
  const amps = light.amps < 0.9995 ? `${(light.amps * 1000).toFixed(0)} mA` : `${light.amps.toFixed(1)} A`
  const says = `${light.volts.toFixed(light.volts >= 99.95 ? 0 : 1)} V`
  return { says, amps: light.flowing ? amps : '', look: light.lit ? 'lit' : 'dark' }
}

/** A table as text that a spreadsheet takes from the clipboard. */
export const asTabbed = (lines: readonly (readonly string[])[]): string =>
  lines.map((line) => line.map((cell) => cell.replace(/[\t\n]+/g, ' ')).join('\t')).join('\n')
