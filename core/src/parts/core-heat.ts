import { curves, secondsAt } from './curves.ts'
import type { Fault, Feel, Figure } from './kind.ts'

/**
 * The iron core of a small transformer: overload heats its windings, warm for years at a tenth over, gone in minutes at
 * twice. Without a thermal link they burn open, or weak with shorted turns (low, humming, hot); a link opens first, once for
 * all or until it has cooled.
 */
export type Core = { primary: boolean; secondary: boolean; shorted: boolean; link: boolean; coreHeat: number }
export const soundCore: Core = { primary: true, secondary: true, shorted: false, link: true, coreHeat: 0 }

export const coreFigures: Record<'thermalLink' | 'failsWeak', Figure> = {
  thermalLink: { name: 'Thermal link (0 none, 1 once for all, 2 resets itself)', unit: '', value: 0 },
  failsWeak: { name: 'Overheated it goes weak, not open (1 yes, 0 no)', unit: '', value: 0 },
}
type CoreFigures = { va: number; ratedVolts: number; openVolts: number; thermalLink: number; failsWeak: number }

/** Seconds in which a core at the point of burning cools, and the heat at which a resetting link closes again. */
const COOLING = 600
const CLOSES_AT = 0.4

export const coreIntact = (s: Core): readonly [boolean, boolean] => [s.primary && s.link, s.secondary]

/** Turns that have burnt together: they load the core from within, down to three fifths of its volts. */
export const shortedTurns = (f: Pick<CoreFigures, 'va' | 'ratedVolts' | 'openVolts'>) => (s: Core) =>
  s.shorted ? f.va / f.ratedVolts / (1.5 * (f.openVolts - f.ratedVolts)) : 0

export function coreRates(f: CoreFigures, s: Core, feel: Feel): { coreHeat?: number } {
  const seconds = s.primary && s.link ? secondsAt(curves.winding, feel.windingAmps('core') / (f.va / f.ratedVolts)) : 0
  if (seconds > 0 && Number.isFinite(seconds) && s.coreHeat < 1) return { coreHeat: 1 / seconds }
  return s.coreHeat > 0 ? { coreHeat: -1 / COOLING } : {}
}

export const coreLevels = [0, CLOSES_AT, 1]

export function coreJump(f: CoreFigures, s: Core): Partial<Core> | undefined {
  if (s.coreHeat >= 1 && s.link && s.primary && !s.shorted) {
    if (f.thermalLink > 0) return { link: false }
    return f.failsWeak > 0 ? { shorted: true } : { primary: false }
  }
  if (s.coreHeat >= 1 && s.shorted && s.primary) return { primary: false }
  return !s.link && f.thermalLink > 1 && s.coreHeat <= CLOSES_AT ? { link: true } : undefined
}

export const coreTells = [
  { is: (_f: unknown, s: Core) => !s.primary, starts: 'transformer burns out', sign: 'a smell of varnish; it is hot' },
  { is: (_f: unknown, s: Core) => s.shorted, starts: 'turns short: low volts, hums', sign: 'it hums and is hot' },
  {
    is: (_f: unknown, s: Core) => !s.link,
    starts: 'thermal link opens',
    ends: 'thermal link closes again',
    sign: 'its case is hot',
  },
]

export const coreFaults: Fault[] = [
  {
    name: 'primaryOpen',
    says: 'Primary open',
    repair: 'Replace; find the overload that burnt it',
    pin: { primary: false },
  },
  {
    name: 'secondaryOpen',
    says: 'Secondary open',
    repair: 'Replace; find the short that burnt it',
    pin: { secondary: false },
  },
  { name: 'weak', says: 'Turns shorted: weak and hot', repair: 'Replace; find the overload', pin: { shorted: true } },
  {
    name: 'linkOpen',
    says: 'Thermal link open',
    repair: 'Let it cool, lighten the load; replace one that opens for good',
    pin: { link: false },
  },
]

/** The same faults of a transformer inside something, by names of their own. */
export const coreFaultsInside = (what: string): Fault[] => [
  {
    name: 'transformerDead',
    says: `Transformer inside dead`,
    repair: `${what}; find the overload that burnt it`,
    pin: { primary: false },
  },
  {
    name: 'fuseBlown',
    says: 'Its own fuse blown',
    repair: 'Find what blew it, then replace the fuse',
    unit: 'fuse',
    pin: { secondary: false },
  },
  { name: 'transformerWeak', says: 'Transformer inside weak and hot', repair: what, pin: { shorted: true } },
]
