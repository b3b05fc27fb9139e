import type { Practice } from './schema.ts'

/** Copper resistivity at 20 C, ohm square millimetre per metre (IEC 60028 annealed copper: 1/58). */
export const COPPER = 1 / 58

/** Resistance of one conductor, ohms. @param length metres @param size square millimetres */
export const wireOhms = (length: number, size: number) => (COPPER * length) / size

const METRES_PER_FOOT = 0.3048

/** American wire gauge sizes in square millimetres (ASTM B258: d = 0.127 mm x 92^((36 - n) / 39)). */
const gauge = (n: number) => (Math.PI / 4) * (0.127 * 92 ** ((36 - n) / 39)) ** 2

export const GAUGES = [22, 20, 18, 16, 14, 12].map((n) => ({ name: `${n} AWG`, size: gauge(n) }))
export const METRIC_SIZES = [0.5, 0.75, 1, 1.5, 2.5, 4].map((size) => ({ name: `${size} mm²`, size }))

/** The conductor sizes a technician of this practice buys. */
export const conductorSizes = (practice: Practice) => (practice === '120' ? GAUGES : METRIC_SIZES)

/** A conductor size in the words of the practice: the nearest gauge number, or square millimetres. */
export function sizeInWords(practice: Practice, size: number): string {
  if (practice === '230') return `${Number(size.toFixed(2))} mm²`
  return GAUGES.reduce((best, g) =>
    Math.abs(Math.log(g.size / size)) < Math.abs(Math.log(best.size / size)) ? g : best,
  ).name
}

export const lengthUnit = (practice: Practice) => (practice === '120' ? 'ft' : 'm')
export const lengthFrom = (practice: Practice, metres: number) =>
  practice === '120' ? metres / METRES_PER_FOOT : metres
export const metresFrom = (practice: Practice, length: number) =>
  practice === '120' ? length * METRES_PER_FOOT : length

/** A length in the words of the practice, to a sensible digit. */
export function lengthInWords(practice: Practice, metres: number): string {
  const value = lengthFrom(practice, metres)
  return `${value < 10 ? Number(value.toFixed(1)) : Math.round(value)} ${lengthUnit(practice)}`
}
