import { expect, it } from 'vitest'
import { typedReading } from './typed-reading.ts'

it.each([
  ['volts', '26.4', 26.4],
  ['volts', ' 26,4 V ', 26.4],
  ['volts', '350 mV', 0.35],
  ['volts', '-0.2', -0.2],
  ['volts', '24.1~', 24.1],
  ['volts', '2000', 2000],
  ['direct', '-9.5 V', -9.5],
  ['ohms', '1,2 k', 1200],
  ['ohms', '1.2 kΩ', 1200],
  ['ohms', '0.4 ohm', 0.4],
  ['ohms', '1000 MΩ', 1e9],
  ['ohms', '2.2m', 2.2e6],
  ['amps', '420 mA', 0.42],
  ['amps', '0,21', 0.21],
  ['beep', '0', 0],
] as const)('%s: “%s” is %d', (mode, text, value) => {
  expect(typedReading(mode, text)).toMatchObject({ value })
})

it.each(['OL', 'ol', 'O.L', 'o.l.', 'over'])('“%s” is out of range, which is no number', (text) => {
  expect(typedReading('ohms', text)).toEqual({ value: null, shows: 'OL' })
})

it.each([
  ['3 to 24', [3, 24]],
  ['24-3', [3, 24]],
  ['3..24', [3, 24]],
  ['-1 to 4', [-1, 4]],
  ['3 – 24 V', [3, 24]],
] as const)('“%s” hunts between two', (text, between) => {
  const [low, high] = between
  expect(typedReading('volts', text)).toEqual({ value: (low + high) / 2, between, shows: `${low} to ${high} V` })
})

it.each([
  ['volts', '', 'Type what'],
  ['volts', 'twenty', 'is no reading'],
  ['volts', '26.4 A', 'is no reading'],
  ['amps', '3 V', 'is no reading'],
  ['volts', '2000.1', 'more than a meter shows'],
  ['volts', '26k', 'more than a meter shows'],
  ['amps', '1001', 'more than a meter shows'],
  ['volts', '1e3', 'is no reading'],
  ['volts', '--3', 'is no reading'],
  ['volts', '3 to 24k', 'is no reading'],
] as const)('%s: “%s” is refused in words', (mode, text, says) => {
  expect(typedReading(mode, text)).toContain(says)
})
