import type { Around } from './kind.ts'

/**
 * The water in a boiler as one lump: the burner warms it, the open zones and the case cool it, so that limits cycle. The
 * high limit stops the burner and lets it go again below its differential.
 */
export type Water = { water: number; limitOpen: boolean }
export const tepid: Water = { water: 40, limitOpen: false }

export const waterFigures = {
  limit: { name: 'High limit', unit: '°C', value: 82 },
  differential: { name: 'Differential', unit: 'K', value: 8 },
  fires: { name: 'Water warms, firing', unit: 'K/min', value: 9 },
  draws: { name: 'Water cools, all zones open', unit: 'K/min', value: 7 },
}
export type WaterFigures = { limit: number; differential: number; fires: number; draws: number }

const CASE_LOSS = 0.2
const ROOM = 18

/** Kelvin per second. */
export const waterRate = (f: WaterFigures, s: Water, firing: boolean, around: Around): number => {
  const rate = ((firing ? f.fires : 0) - around.draw * f.draws - CASE_LOSS) / 60
  return rate < 0 && s.water <= ROOM ? 0 : rate
}

export const waterLevels = (f: WaterFigures) => [ROOM, f.limit - f.differential, f.limit]

/** The limit opening or closing, where it does. */
export function limitJump(f: WaterFigures, s: Water): { limitOpen: boolean } | undefined {
  if (!s.limitOpen && s.water >= f.limit) return { limitOpen: true }
  return s.limitOpen && s.water <= f.limit - f.differential ? { limitOpen: false } : undefined
}

export const limitTell = {
  is: (_f: unknown, s: Water) => s.limitOpen,
  starts: 'high limit opens: burner off',
  ends: 'high limit closes again',
}

export const limitFault = {
  name: 'limitTripped',
  says: 'High limit open',
  repair: 'Find the cause, then reset it',
  pin: { limitOpen: true },
}

export const inDegrees = (s: Water) => `${Math.round(s.water)} °C`
