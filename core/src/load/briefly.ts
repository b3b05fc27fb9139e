import type { Moment } from './carried.ts'

/** Seconds for which, and times its rating up to which, a start is no overload: a winding bears that more than ten times as long. */
const BRIEF = 180
const AT_MOST = 1.5

/**
 * For how long a transformer gives more than it is rated for while valves start, seconds, where it bears that and afterwards
 * holds them within its rating: cold wax draws two or three times what warm wax does.
 * @param moments what it carries from the first call until all stands still
 * @param rated volt-amperes it is rated for
 * @returns undefined where it never gives more, and where it is an overload
 * @example briefly([{ at: 0, va: 69 }, { at: 65, va: 28 }], 60) // 65
 */
export function briefly(moments: readonly Pick<Moment, 'at' | 'va'>[], rated: number): number | undefined {
  if (moments.length === 0 || moments.at(-1)!.va > rated) return undefined
  if (moments.some(({ va }) => va > AT_MOST * rated)) return undefined
  const over = moments.reduce((sum, { at, va }, i) => (va > rated ? sum + moments[i + 1]!.at - at : sum), 0)
  return over > 0 && over <= BRIEF ? over : undefined
}
