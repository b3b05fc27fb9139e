import type { MeterMode } from '@civil-lantern/core'

/** What somebody read off a display, as they typed it. */
export interface Typed {
  readonly value: number | null
  readonly shows: string
  readonly between?: [number, number]
}

const UNITS: Readonly<Record<MeterMode, string>> = {
  volts: 'V',
  loz: 'V',
  direct: 'V',
  ohms: 'Ω',
  beep: 'Ω',
  amps: 'A',
}

export const unitOf = (mode: MeterMode) => UNITS[mode]

const SCALES: Readonly<Record<string, number>> = { m: 1e-3, k: 1e3, M: 1e6, '': 1 }

/** The most a meter could have shown, in volts, ohms or amps. */
const MOST: Readonly<Record<string, number>> = { V: 2000, Ω: 1e9, A: 1000 }

/**
 * Reads what was typed: a number, with or without its unit (`26.4`, `350 mV`, `1,2 k`), `OL`, or two numbers it hunts
 * between (`3 to 24`). Says what is wrong where it is none of these.
 */
export function typedReading(mode: MeterMode, text: string): Typed | string {
  const clean = text.trim().replace(/\s+/g, ' ')
  if (clean === '') return 'Type what the display shows.'
  if (/^(ol|o\.l\.?|over)$/i.test(clean)) return { value: null, shows: 'OL' }
  const unit = unitOf(mode)
  const hunts = /^(.+?) ?(?:to|-|–|\.\.) ?(.+)$/i.exec(clean.replace(/^-/, '\u2212'))
  if (hunts && /^[\u2212\d]/.test(hunts[1]!) && /^[-\d]/.test(hunts[2]!)) {
    const [low, high] = [hunts[1]!, hunts[2]!].map((one) => numberIn(one.replace('\u2212', '-'), unit))
    if (low !== undefined && high !== undefined && within(low, unit) && within(high, unit)) {
      const between: [number, number] = [Math.min(low, high), Math.max(low, high)]
      return { value: (low + high) / 2, shows: `${between[0]} to ${between[1]} ${unit}`, between }
    }
  }
  const value = numberIn(clean, unit)
  if (value === undefined) return `"${clean.slice(0, 20)}" is no reading. Type a number in ${unit}, OL, or “3 to 24”.`
  if (!within(value, unit)) return `${clean.slice(0, 20)} is more than a meter shows. Type it in ${unit}.`
  return { value, shows: `${value} ${unit}` }
}

function numberIn(text: string, unit: string): number | undefined {
  const match = /^(-?\d+(?:[.,]\d+)?) ?([mkM]?) ?(V|Ω|ohms?|A)?[~=]?$/.exec(text)
  if (!match) return undefined
  const [, digits = '', scale = '', named] = match
  const says = named?.startsWith('ohm') ? 'Ω' : named
  if (says !== undefined && says !== unit) return undefined
  // Thousandths of an ohm are read by nobody here: m after a number of ohms is meant as millions.
  const meant = unit === 'Ω' && scale === 'm' ? 'M' : scale
  const value = Number(digits.replace(',', '.')) * (SCALES[meant] ?? 1)
  return Number.isFinite(value) ? Number(value.toPrecision(9)) : undefined
}

const within = (value: number, unit: string) => Math.abs(value) <= (MOST[unit] ?? Number.POSITIVE_INFINITY)
