import type { Motion } from './kind.ts'

/** Seconds in which an element at the point of letting go cools down again. */
const COOLING = 10

export type Tripping = { heat: number; gone: boolean }

export const unTripped: Tripping = { heat: 0, gone: false }

/**
 * Anything that opens on too much current: its heat rises with the square of the current and it lets go at 1.
 * At twice its rating it lasts about 3 s, at ten times 0.1 s.
 */
export const trips = (element: string): Motion<{ amps: number }, Tripping> => ({
  rates(f, s, feel) {
    if (s.gone) return {}
    const overload = (feel.amps(element) / f.amps) ** 2 - 1
    if (overload > 0) return { heat: overload / COOLING }
    return s.heat > 0 ? { heat: -1 / COOLING } : {}
  },
  levels: () => ({ heat: [0, 1] }),
  jumps: (_f, s) => (!s.gone && s.heat >= 1 ? { gone: true } : undefined),
})
