/**
 * How long fuses, breakers and windings last at so many times their rating: the middle of what sound ones do. Between the
 * points both are taken on logarithmic scales; below the first they carry for ever, above the last no quicker.
 * The figures are the ones that standards ask of each family, in our own round numbers: glass fuses of 120 V practice (carry
 * 1.1, within an hour at 1.35, within 2 min at 2), glass fuses of 230 V practice (carry 1.5 for an hour, within 30 min at
 * 2.1), spur cartridges (carry 1.6 for half an hour, within 30 min at 1.9), breakers by their letter.
 *
 * @example
 * secondsAt(curves.glass120, 2) // 25
 * secondsAt(curves.glass120, 1.05) // Infinity
 */
export interface Curve {
  readonly name: string
  /** Times the rating, seconds; both rising and falling without a break. */
  readonly points: readonly (readonly [times: number, seconds: number])[]
}

export const curves = {
  glass120: {
    name: 'glass fuse, 120 V practice, quick',
    points: [
      [1.1, 14_400],
      [1.35, 1200],
      [2, 25],
      [2.75, 1],
      [4, 0.1],
      [10, 0.008],
    ],
  },
  glass120Slow: {
    name: 'glass fuse, 120 V practice, slow',
    points: [
      [1.1, 14_400],
      [1.35, 1800],
      [2, 50],
      [2.75, 2.5],
      [4, 0.7],
      [10, 0.08],
    ],
  },
  glass230: {
    name: 'glass fuse, 230 V practice, quick',
    points: [
      [1.5, 5400],
      [2.1, 400],
      [2.75, 1],
      [4, 0.1],
      [10, 0.008],
    ],
  },
  glass230Slow: {
    name: 'glass fuse, 230 V practice, slow',
    points: [
      [1.5, 5400],
      [2.1, 50],
      [2.75, 2.5],
      [4, 0.7],
      [10, 0.08],
    ],
  },
  spur: {
    name: 'spur cartridge',
    points: [
      [1.6, 3600],
      [1.9, 900],
      [2.75, 12],
      [4, 0.8],
      [10, 0.01],
    ],
  },
  breakerB: {
    name: 'breaker B, 230 V practice',
    points: [
      [1.13, 7200],
      [1.45, 1500],
      [2.55, 15],
      [3.9, 3],
      [4, 0.01],
    ],
  },
  breakerC: {
    name: 'breaker C, 230 V practice',
    points: [
      [1.13, 7200],
      [1.45, 1500],
      [2.55, 15],
      [6.9, 1.5],
      [7, 0.01],
    ],
  },
  breaker120: {
    name: 'breaker, 120 V practice',
    points: [
      [1.05, 7200],
      [1.35, 1200],
      [2, 60],
      [5, 4],
      [9.9, 1],
      [10, 0.012],
    ],
  },
  winding: {
    name: 'winding of a small transformer',
    points: [
      [1.15, 36_000],
      [1.5, 2400],
      [2, 240],
      [4, 30],
      [10, 4],
    ],
  },
} as const satisfies Readonly<Record<string, Curve>>

/** Seconds for which it lasts at so many times its rating; for ever below the first point of its curve. */
export function secondsAt({ points }: Curve, times: number): number {
  if (times < points[0]![0]) return Number.POSITIVE_INFINITY
  const after = points.findIndex(([at]) => at > times)
  if (after < 0) return points[points.length - 1]![1]
  const [[t0, s0], [t1, s1]] = [points[after - 1]!, points[after]!]
  const share = Math.log(times / t0) / Math.log(t1 / t0)
  return s0 * (s1 / s0) ** share
}
