import type { Fault } from './kind.ts'

/**
 * The body of a valve, apart from the head that moves it: how freely its stem turns, whether it has seized, and whether it
 * lets water by though it is shut. A healthy stem turns with two fingers.
 */
export const bodyFigures = {
  stiffness: { name: 'Stem stiffness (0 free, 1 holds the head)', unit: '', value: 0 },
}
export const bodyAtRest = { passes: false }
export type Body = { passes: boolean }

/** Share of its usual speed at which the head moves a stiff stem; none from 1 on. */
export const freely = (f: { stiffness: number }) => Math.max(0, 1 - f.stiffness)

/** How far a valve that lets water by stands open, though its head says shut. */
const PASSES = 0.1
export const passing = (s: Body) => (s.passes ? PASSES : 0)

export const bodyPasses: Fault = {
  name: 'bodyPasses',
  says: 'Body lets water by: dirt on its seat',
  repair: 'Flush or replace the body; the head is sound',
  pin: { passes: true },
}

export const bodySeizedShut: Fault = {
  name: 'bodySeizedShut',
  says: 'Body seized shut',
  repair: 'Body; the motor may have burnt too',
  pin: { travel: 0 },
}

export const bodySeizedOpen: Fault = {
  name: 'seizedOpen',
  says: 'Stands open and will not shut',
  repair: 'Stem free: head. Stem stiff: body',
  pin: { travel: 1 },
}

/** What two fingers feel at the stem, head off. */
export function stemByHand(figures: Readonly<Record<string, number>>, faults: readonly string[]): string {
  if (faults.some((name) => /[sS]eized/.test(name))) return 'does not turn: the body has seized'
  const stiffness = figures.stiffness ?? 0
  if (stiffness >= 1) return 'turns only with a tool: too stiff for the head'
  return stiffness > 0.25 ? 'turns, but stiffly' : 'turns with two fingers'
}

/** What the manual lever of a spring-return head feels like. */
export function leverByHand(state: Readonly<Record<string, unknown>>, faults: readonly string[]): string {
  if (faults.some((name) => /[sS]eized/.test(name))) return 'rock-hard: a seized body'
  if (state.lever === 'parked') return 'slack: parked open'
  if (faults.includes('gearStripped')) return 'slack: the gear has stripped'
  return Number(state.travel) > 0 ? 'slack: the valve stands open' : 'firm, springs back'
}
