import type { MeterReading } from './meter.ts'

/**
 * What a reading proves by itself and what it leaves open, whatever circuit it was taken on. One reading has several
 * causes; these lines never name one that only a second reading can single out.
 * @param healthy volts of the source the two points belong to, where it is known
 */
export function meaningOf({ mode, value, beeps, warning }: MeterReading, healthy: number | undefined): string {
  if (warning) return ''
  if (mode === 'amps') {
    return value !== null && value < 1e-3
      ? 'Nothing flows here: the loop is open somewhere, or it has no supply.'
      : 'Current flows, so this loop is whole all the way round.'
  }
  if (mode === 'ohms' || mode === 'beep') {
    if (value === null) return 'Open between the leads: no path in metal, or one too long to count.'
    if (beeps || value < 2)
      return 'A whole conductor or a made contact. In circuit another path can fake this: lift one lead.'
    return 'A path through a winding or a coil. In circuit it may be another part’s: lift one lead.'
  }
  if (value === null) return ''
  if (mode === 'direct')
    return Math.abs(value) < 0.5
      ? 'No direct voltage here: a made contact, no supply, or a pair that is alternating.'
      : 'Direct voltage, as a boiler’s own call pair or a signal gives. The sign says which lead is the higher.'
  const source = healthy ?? 24
  if (value < 0.04 * source)
    return 'Near 0 V fits three things: a made contact, no supply, or an open elsewhere in the loop. Read the source beside it.'
  if (value > 0.75 * source) {
    return mode === 'loz'
      ? 'The full source stands here under load: everything from the source to both leads is whole.'
      : 'About the source’s volts. Check it on Lo-Z: a floating core beside a live one can show the same.'
  }
  return mode === 'loz'
    ? 'Between: a joint with resistance, a shared voltage, or an overloaded source.'
    : 'Between: treat it as none until it stands on Lo-Z.'
}
