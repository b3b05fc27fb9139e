import type { Around } from './kind.ts'

/**
 * A thermostat's own room (or tank): it warms while its zone is heated and cools otherwise, so that a call can satisfy.
 * The figures are a middling room's, kelvin per hour; they claim nothing about any building.
 */
export type Warmth = { warmth: number }
export const cool: Warmth = { warmth: 18 }

export const roomFigures = {
  setpoint: { name: 'Set to', unit: '°C', value: 21 },
  warms: { name: 'Room warms', unit: 'K/h', value: 3 },
  cools: { name: 'Room cools', unit: 'K/h', value: 0.6 },
}
export type RoomFigures = { setpoint: number; warms: number; cools: number }

const ABOVE = 0.3
const BELOW = 0.3
const COLDEST = 5

/** Kelvin per second. */
export const warmthRate = (f: RoomFigures, s: Warmth, around: Around): number => {
  const rate = (around.warming * (f.warms + f.cools) - f.cools) / 3600
  return rate < 0 && s.warmth <= COLDEST ? 0 : rate
}

export const warmthLevels = (f: RoomFigures) => [COLDEST, f.setpoint - BELOW, f.setpoint + ABOVE]

/** Does it still want heat? With a difference between making and breaking. */
export const wantsHeat = (f: RoomFigures, s: Warmth, made: boolean): boolean =>
  made ? s.warmth < f.setpoint + ABOVE : s.warmth <= f.setpoint - BELOW
