/** Steps a clock is read in, seconds. */
const STEPS = [1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 1800, 3600]

/** Moments to write on a scale of so many seconds in so many pixels, far enough apart to be read. */
export function ticksOf(seconds: number, pixels: number, apart = 70): number[] {
  const step = STEPS.find((one) => (one / seconds) * pixels >= apart) ?? STEPS.at(-1)!
  return Array.from({ length: Math.floor(seconds / step) + 1 }, (_, i) => i * step)
}
