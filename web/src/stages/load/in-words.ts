import type { ContactLoad, Moment, RoomFor, SourceLoad } from '@civil-lantern/core'

const clock = (seconds: number) => `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')}`

/** The greatest load of a morning, and when: beside the rating. */
export function morningInWords(moments: readonly Moment[], rated: number): string {
  const most = moments.reduce<Moment | undefined>((a, b) => (a && a.va >= b.va ? a : b), undefined)
  if (!most || most.va < 0.05) return 'Nothing is drawn.'
  const least = moments.flatMap(({ there }) => Object.values(there)).reduce((a, b) => Math.min(a, b), Infinity)
  const says = `At most ${most.va.toFixed(0)} of ${rated} VA, at ${clock(most.at)}`
  const volts = Number.isFinite(least) ? `; no valve gets less than ${least.toFixed(1)} V` : ''
  return `${says}${volts}.${most.va > rated ? ' That is too much.' : ''}`
}

/** The moments of a case as rows of a table: by the second, and where two fall on one, the last of them. */
export function momentsOf(moments: readonly Moment[]) {
  const rows = new Map(
    moments.map(({ at, zones, va, volts, there }) => {
      const all = Object.values(there)
      return [clock(at), { zones, va, volts, least: all.length > 0 ? Math.min(...all) : undefined }] as const
    }),
  )
  return [...rows].map(([after, row]) => ({ after, ...row }))
}

/** Every load's VA added up plainly, of those zones together of which that is most. */
export const addedPlainly = ({ together }: Pick<SourceLoad, 'together'>): number =>
  Math.max(0, ...together.map(({ plain }) => plain))

/** How many more of a kind fit, and what ends it. */
export function roomInWords({ more, ends }: RoomFor): string {
  if (ends === 'load') return more === 0 ? 'none' : String(more)
  return ends === 'way' ? `${more}, then no channel or terminal is free` : `${more}, as many zones as a job holds`
}

/** What a run takes of the volts at the supply. */
export function lossInWords(volts: number, lost: number): string {
  const gone = (volts * lost) / (1 - lost)
  return gone < 0.05 ? 'loses nothing' : `loses ${gone.toFixed(1)} V`
}

/** How far a contact is used, in percent of what it may carry. */
export const usedOf = ({ amps, may }: ContactLoad): number => Math.round((100 * amps) / may)

/** Volt-amperes of one device; of what rounding leaves, none. */
export const vaIn = (va: number): string => (va < 0.05 ? '0' : va.toFixed(1))

/** Does it carry most while valves run or warm, and clearly less once they stand? */
export const isMostAtStart = ({ amps, held }: Pick<ContactLoad, 'amps' | 'held'>): boolean => held < 0.9 * amps

/** Amps as a clamp would show them. */
export const ampsIn = (amps: number): string => (amps < 1 ? `${(amps * 1000).toFixed(0)} mA` : `${amps.toFixed(2)} A`)

/** Steps between the marks of an axis that are read at a glance. */
const STEPS = [5, 10, 20, 25, 50, 100, 200, 250, 500] as const
const MOST_MARKS = 6

/** Marks of an axis from nought to above what it has to show, evenly apart. @example axisMarks(100) // 0, 25, 50, 75, 100, 125 */
export function axisMarks(most: number): readonly number[] {
  const step = STEPS.find((one) => most / one < MOST_MARKS - 1) ?? most
  return Array.from({ length: Math.floor(most / step) + 2 }, (_, i) => i * step)
}
