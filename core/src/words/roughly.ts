/**
 * A time ahead as one would say it: seconds up to a minute and a half or so, then minutes, then hours.
 * @example roughly(250) // '4 min'
 */
export function roughly(seconds: number): string {
  if (seconds < 100) return `${Math.ceil(seconds)} s`
  return seconds < 5400 ? `${Math.round(seconds / 60)} min` : `${Math.round(seconds / 3600)} h`
}
