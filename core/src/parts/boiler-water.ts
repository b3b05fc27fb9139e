import type { Around, Control } from './kind.ts'

/**
 * The water in a boiler as one lump: the burner warms it, the open zones and the case cool it, so that limits cycle. The
 * high limit stops the burner and lets it go again below its differential. A low limit, where one is set, keeps the burner
 * going without a call until stored hot water is warm, and may hold the circulator off meanwhile (the reverse contact).
 */
export type Water = { water: number; limitOpen: boolean; cold: boolean }
export const waterRoles = { limitOpen: 'limitOpen', water: 'water', limit: 'limit', keepsWarm: 'cold' }
export const lowLimitRoles = { lowLimit: 'lowLimit' }
export const tepid: Water = { water: 40, limitOpen: false, cold: false }

export const waterFigures = {
  limit: { name: 'High limit', unit: '°C', value: 82 },
  differential: { name: 'Differential', unit: 'K', value: 8 },
  fires: { name: 'Water warms, firing', unit: 'K/min', value: 9 },
  draws: { name: 'Water cools, all zones open', unit: 'K/min', value: 7 },
}
export type WaterFigures = { limit: number; differential: number; fires: number; draws: number }

/** Of a control that keeps stored water warm. */
export const lowLimitFigures = {
  lowLimit: { name: 'Low limit, 0 for none', unit: '°C', value: 0 },
  holdsPump: { name: 'Low limit holds the pump off (1 yes, 0 no)', unit: '', value: 1 },
}
export type LowLimitFigures = { lowLimit: number; holdsPump: number }
/** Stored water that has been kept warm for long. */
export const storedWarm = (f: LowLimitFigures & WaterFigures): Partial<Water> =>
  f.lowLimit ? { water: f.lowLimit + f.differential } : {}

const CASE_LOSS = 0.2
const ROOM = 18

/** Kelvin per second. */
export const waterRate = (f: WaterFigures, s: Water, firing: boolean, around: Around): number => {
  const rate = ((firing ? f.fires : 0) - around.draw * f.draws - CASE_LOSS) / 60
  return rate < 0 && s.water <= ROOM ? 0 : rate
}

export const waterLevels = (f: WaterFigures & Partial<LowLimitFigures>) => [
  ROOM,
  f.limit - f.differential,
  f.limit,
  ...(f.lowLimit ? [f.lowLimit, f.lowLimit + f.differential] : []),
]

/** The limits opening or closing, where they do. */
export function limitJump(f: WaterFigures & Partial<LowLimitFigures>, s: Water): Partial<Water> | undefined {
  if (!s.limitOpen && s.water >= f.limit) return { limitOpen: true }
  if (s.limitOpen && s.water <= f.limit - f.differential) return { limitOpen: false }
  if (!f.lowLimit) return undefined
  if (!s.cold && s.water <= f.lowLimit) return { cold: true }
  return s.cold && s.water >= f.lowLimit + f.differential ? { cold: false } : undefined
}

/** Is heat wanted, by a call or by the low limit? */
export const wanted = (s: Water, called: boolean) => (called || s.cold) && !s.limitOpen
/** May the circulator run? */
export const pumps = (f: LowLimitFigures, s: Water, called: boolean) => called && !(s.cold && f.holdsPump > 0)

export const waterKnob: Control = {
  state: 'water',
  name: 'Boiler water is at',
  dial: () => ({ from: 10, to: 95, step: 1, unit: '°C' }),
}

/** The contacts of a boiler's control, as the trade calls them. */
export const controlContacts = {
  pumpRelay: 'pump relay',
  burnerRelay: 'burner relay',
  damperRelay: 'damper relay',
  highLimit: 'high limit',
}

/** The contacts that a limit keeps open on purpose, by the elements of the control. Nothing to bridge: wait. */
export const heldByWater = (f: Partial<LowLimitFigures>, s: Water, element: string): string | undefined => {
  if (s.limitOpen && ['burnerRelay', 'damperRelay', 'highLimit'].includes(element))
    return `at its high limit, ${inDegrees(s)}: the burner waits until the water has cooled`
  if (element === 'pumpRelay' && s.cold && (f.holdsPump ?? 0) > 0)
    return 'its low limit holds the pump until the water is warm'
  return undefined
}

export const limitTell = {
  is: (_f: unknown, s: Water) => s.limitOpen,
  starts: 'high limit opens: burner off',
  ends: 'high limit closes again',
}

export const lowLimitTell = {
  is: (_f: unknown, s: Water) => s.cold,
  starts: 'low limit asks for heat',
  ends: 'low limit is satisfied',
}

export const limitFault = {
  name: 'limitTripped',
  says: 'High limit open',
  repair: 'Find the cause, then reset it',
  pin: { limitOpen: true },
}

export const inDegrees = (s: Water) => `${Math.round(s.water)} °C`
