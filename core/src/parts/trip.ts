import { type Curve, secondsAt } from './curves.ts'
import type { Figure, Motion, Site } from './kind.ts'

/** Seconds in which an element at the point of letting go cools down again. */
const COOLING = 60

export type Tripping = { heat: number; gone: boolean }

export const unTripped: Tripping = { heat: 0, gone: false }

/** Sound ones differ a good deal from the middle of their curve. */
export const onItsCurve: Figure = { name: 'Lasts, times its curve', unit: '', value: 1, spread: 0.6 }

/**
 * Anything that opens on too much current, by the curve of its kind and practice; current that changes wears it by the share
 * of its time that each value takes.
 */
export const trips = <F extends { amps: number; lasts: number }>(
  element: string,
  curve: (f: F, site: Site) => Curve,
): Motion<F, Tripping> => ({
  carries: curve,
  rates(f, s, feel) {
    if (s.gone) return {}
    const seconds = secondsAt(curve(f, feel.site), feel.amps(element) / f.amps) * f.lasts
    if (Number.isFinite(seconds)) return { heat: 1 / seconds }
    return s.heat > 0 ? { heat: -1 / COOLING } : {}
  },
  levels: () => ({ heat: [0, 1] }),
  heats: ['heat'],
  holdUp: 0,
  // Set again, or another put in, it begins cold.
  jumps: (_f, s) => (!s.gone && s.heat >= 1 ? { gone: true, heat: 0 } : undefined),
})

/** Which practice a job of these line volts follows. */
export const practice120 = (site: Site): boolean => site.lineVolts < 180
