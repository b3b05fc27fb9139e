/** Is a number at a level, within rounding? */
export const near = (level: number, value: number) => Math.abs(level - value) < 1e-9 * Math.max(1, Math.abs(level))

/** How far below a level a number is that has left it: more than rounding, less than anybody could measure. */
const hairBelow = (level: number) => 1e-8 * Math.max(1, Math.abs(level))

/** Does a number that moves so fall through a level that is not its last? */
const fallsThrough = (level: number, rate: number, levels: readonly number[]) =>
  rate < 0 && levels.some((other) => other < level)

/** Seconds in which a number that stands at a level has left it: it may have been put there, or turned round there. */
export const leaving = (level: number, rate: number, levels: readonly number[]) =>
  fallsThrough(level, rate, levels) ? hairBelow(level) / -rate : 0

/**
 * A number within rounding of a level lands on it. Falling through a level that is not the last, it lands a hair below,
 * so that "made from 0.92" opens on the way down at 0.92 and not at the bottom stop.
 */
export function landed(value: number, rate: number, levels: readonly number[]): number {
  for (const level of levels)
    if (near(level, value)) return fallsThrough(level, rate, levels) ? level - hairBelow(level) : level
  return value
}
