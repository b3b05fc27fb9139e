interface Shown {
  readonly shows: string
  readonly unit: string
}

/** A meter of four digits: two decimals under 10 V, one from there. */
export const voltsShown = (volts: number): Shown => ({
  shows: volts.toFixed(Math.abs(volts) < 9.995 ? 2 : 1),
  unit: 'V',
})

export function ohmsShown(ohms: number, most: number): Shown {
  if (ohms > most) return { shows: 'OL', unit: 'Ω' }
  if (ohms < 999.5) return { shows: ohms.toFixed(1), unit: 'Ω' }
  return ohms < 999_500
    ? { shows: (ohms / 1e3).toFixed(2), unit: 'kΩ' }
    : { shows: (ohms / 1e6).toFixed(2), unit: 'MΩ' }
}

export const ampsShown = (amps: number): Shown =>
  amps < 0.9995 ? { shows: (amps * 1e3).toFixed(0), unit: 'mA' } : { shows: amps.toFixed(2), unit: 'A' }
