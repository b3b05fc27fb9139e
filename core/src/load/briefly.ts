import { curves, secondsAt } from '../parts/curves.ts'
import type { Moment } from './carried.ts'
import type { Carries } from './start.ts'

/** Seconds for which a start is no overload. */
const BRIEF = 180
/** So many times as long a winding has to bear it; and so many times its rating a contact does. */
const TIMES_AS_LONG = 10
const AT_MOST = 1.5

/** Does a contact carry more than it may only while valves start, and no more than it bears for that long? */
export const isBrief = ({ amps, may, held, over }: Pick<Carries, 'amps' | 'may' | 'held' | 'over'>): boolean =>
  held <= may && amps > may && amps <= AT_MOST * may && over <= BRIEF

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
  const over = moments.reduce((sum, { at, va }, i) => (va > rated ? sum + moments[i + 1]!.at - at : sum), 0)
  const bears = secondsAt(curves.winding, Math.max(...moments.map(({ va }) => va)) / rated)
  return over > 0 && over <= BRIEF && over * TIMES_AS_LONG <= bears ? over : undefined
}
