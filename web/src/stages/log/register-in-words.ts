import type { Tally } from '@civil-lantern/core'
import { differenceInMonths } from 'date-fns'

/** The plant counted in one line; that zones, valves and thermostats are not equally many is said. */
export function tallyInWords({ zones, valves, thermostats, parts, replaced }: Tally): string {
  const count = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`
  const odd = valves === zones && thermostats === zones ? '' : ', not as many as zones'
  const share = parts === 0 ? '' : ` ${replaced || 'None'} of ${count(parts, 'part')} replaced so far.`
  return `${count(zones, 'zone')}, ${count(valves, 'valve')}, ${count(thermostats, 'thermostat')}${odd}.${share}`
}

/** @example ageInWords('2024-05-01T10:00:00.000Z', new Date('2026-11-26')) // '2 years' */
export function ageInWords(fitted: string, now: Date): string {
  const months = differenceInMonths(now, new Date(fitted))
  if (months < 1) return 'new'
  const n = months < 24 ? months : Math.floor(months / 12)
  return `${n} ${months < 24 ? 'month' : 'year'}${n === 1 ? '' : 's'}`
}

/** Is a day, `2027-03-01`, behind us? On the day itself it is not yet. */
export const isOverdue = (on: string, now: Date): boolean => {
  const today = `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`
  return on < today
}
