import { faultRows } from './index.ts'
import type { Bounds, Reading } from './row.ts'

const units: Readonly<Record<Reading[0], string>> = {
  volts: 'V',
  loz: 'V, low impedance',
  direct: 'V direct',
  ohms: 'ohm',
  beep: 'ohm',
  state: 'state',
  clamp: 'A',
  opening: 'share open',
}
const bounds = (one: Bounds) => (Array.isArray(one) ? `${one[0]} to ${one[1]}` : String(one))

/** The rows as the documents tell them: a table of Markdown, without its padding. */
export function faultTable(): string[] {
  const lines = faultRows.map((row) => {
    const { f, what, plant, calling = [], at, afterwards, left, reads, sound, faulty } = row
    const ids = row.supposed(plant()).map((one) => (typeof one === 'string' ? one : `${one[0]}=${one[1]}`))
    const [mode, ...points] = reads
    const who = calling.length === 0 ? 'nobody calls' : `zone ${calling.join(', ')} calls`
    const how = [
      who,
      ...(at === undefined ? [] : [`after ${at} s`]),
      ...(afterwards ? ['power goes, then the call'] : []),
    ]
    const where = mode === 'state' ? points.join('.') : points.join(' to ')
    const by = ids.length > 0 ? ids.map((id) => `\`${id}\``).join(' ') : left ? 'a hand: lever parked' : 'no fault'
    return `| F${f} | ${what} | ${by} | ${how.join(', ')}: ${where}, ${units[mode]} | ${bounds(sound)} | ${bounds(faulty)} |`
  })
  return [
    '| | fault | supposed as | reading | sound, or once it is over | so |',
    '| --- | --- | --- | --- | --- | --- |',
    ...lines,
  ]
}
