/** One measured point at a source: what it gave, and the amps the circuit is expected to draw then. */
export interface SourcePoint {
  readonly volts: number
  readonly amps: number
}

/** A source as its readings have it. */
export interface FittedSource {
  /** Volts with nothing on it, and how far they may be off. */
  readonly openVolts: number
  readonly openError: number
  /** Ohms of everything between the ideal source and the leads. */
  readonly ohms: number
  readonly ohmsError: number
  /** Share by which the volts fall from nothing to the rating. */
  readonly regulation: number
  /** Times a sound one's ohms, and times its volts unloaded. */
  readonly weaker: number
  readonly higher: number
  /** VA on the nameplate of a sound one of its kind that has these ohms. */
  readonly va: number
  readonly vaError: number
  readonly points: number
}

/**
 * The straight line through what was measured, by least squares: volts = open volts - ohms * amps. The errors are one
 * standard deviation, from how far the points lie off the line and from the display's last digit, whichever is more.
 * @param points at least two, at different loads
 * @param rated what its nameplate says, VA at so many volts
 * @param kind the same line of a sound one with this nameplate; left out, it is taken for sound itself
 * @returns a sentence where the points cannot tell
 * @example fitSource([{ volts: 27, amps: 0 }, { volts: 24.6, amps: 1.6 }], { rated: 40, ratedVolts: 24, kind })
 */
export function fitSource(
  points: readonly SourcePoint[],
  {
    rated,
    ratedVolts,
    kind,
  }: {
    rated: number
    ratedVolts: number
    kind: { readonly ohms: number; readonly openVolts: number } | undefined
  },
): FittedSource | string {
  const n = points.length
  if (n < 2) return 'Two readings at the source are needed, with different zones calling.'
  const meanAmps = points.reduce((sum, { amps }) => sum + amps, 0) / n
  const meanVolts = points.reduce((sum, { volts }) => sum + volts, 0) / n
  const spread = points.reduce((sum, { amps }) => sum + (amps - meanAmps) ** 2, 0)
  if (spread < LEAST_SPREAD) return 'The readings were all taken at the same load: let more zones call for one of them.'
  const slope = points.reduce((sum, { amps, volts }) => sum + (amps - meanAmps) * (volts - meanVolts), 0) / spread
  const ohms = -slope
  const openVolts = meanVolts - slope * meanAmps
  const off = points.reduce((sum, { amps, volts }) => sum + (volts - (openVolts + slope * amps)) ** 2, 0)
  const sigma = Math.max(DISPLAY, n > 2 ? Math.sqrt(off / (n - 2)) : 0)
  const ohmsError = sigma / Math.sqrt(spread)
  if (ohms <= 0)
    return 'The volts do not fall with load: one of the readings is off, or the zones that called did not draw.'
  const weaker = kind ? ohms / kind.ohms : 1
  const va = rated / weaker
  return {
    openVolts,
    openError: sigma * Math.sqrt(1 / n + (meanAmps * meanAmps) / spread),
    ohms,
    ohmsError,
    regulation: (ohms * (rated / ratedVolts)) / openVolts,
    weaker,
    higher: kind ? openVolts / kind.openVolts : 1,
    va,
    vaError: (va * ohmsError) / ohms,
    points: n,
  }
}

/** Amps squared by which the loads of the readings must differ at the least. */
const LEAST_SPREAD = 0.01
/** What the last digit of a display hides, volts. */
const DISPLAY = 0.05

/** What a clamp reading says of the part on that conductor. */
export type Draws =
  | 'as it should'
  | 'drawing nothing'
  | 'still driving'
  | 'twice its kind'
  | 'more than it should'
  | 'less than it should'

/**
 * What a device that was clamped does, against what it is expected to draw while it starts and while it holds.
 * @param amps measured, already divided by the turns
 * @param expects amps it is expected to draw now
 * @param starts amps it draws while it drives
 */
export function drawsOf(amps: number, expects: number, starts: number): Draws {
  if (amps < FLOOR && expects >= FLOOR) return 'drawing nothing'
  const driving = near(amps, starts) && apart(amps, starts) < apart(amps, expects)
  if (driving && starts > expects * (1 + NEAR)) return 'still driving'
  if (near(amps, expects)) return 'as it should'
  if (near(amps, 2 * expects)) return 'twice its kind'
  return amps > expects ? 'more than it should' : 'less than it should'
}

/** A clamp shows nothing below this, amps. */
const FLOOR = 0.015
/** Sound parts of a kind differ by so much, and a clamp is no better. */
const NEAR = 0.25
const near = (amps: number, expects: number) => Math.abs(amps - expects) <= Math.max(NEAR * expects, FLOOR)
const apart = (amps: number, expects: number) => Math.abs(amps - expects) / Math.max(expects, FLOOR)
