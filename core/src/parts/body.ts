import type { Fault } from './kind.ts'

/**
 * The body of a valve, apart from the head that moves it: how freely its stem turns, whether it has seized, and whether it
 * lets water by though it is shut. A healthy stem turns with two fingers.
 */
export const bodyFigures = {
  stiffness: { name: 'Stem stiffness (0 free, 1 holds the head)', unit: '', value: 0 },
}
export const bodyAtRest = { passes: false, seated: true }
export type Body = { passes: boolean; seated: boolean }

/** Share of its usual speed at which the head moves a stiff stem; none from 1 on. */
export const freely = (f: { stiffness: number }) => Math.max(0, 1 - f.stiffness)

/** How far a valve that lets water by stands open, though its head says shut. */
const PASSES = 0.1
export const passing = (s: Body) => (s.passes ? PASSES : 0)

/** How far the body stands open where its head stands so far: nothing, with a head that does not sit on its stem. */
export const throughHead = (s: Body, head: number) => Math.max(s.seated ? head : 0, passing(s))

export const headMisseated: Fault = {
  name: 'headMisseated',
  says: 'Head not seated: it travels, the body does not',
  repair: 'Refit the head',
  unit: 'head seat',
  pin: { seated: false },
}

/** Only the eye finds it; water follows when the head is lifted. */
export const bodyLeaks: Fault = {
  name: 'bodyLeaks',
  says: 'Body leaks at its stem',
  repair: 'Isolate, drain; packing or body',
  unit: 'body',
}

/** What stands still for the head's sake turns freely by hand; what does for the body's sake does not. */
export const stopsPartWay: Fault = {
  name: 'stopsPartWay',
  says: 'Head stops half-way: its gear catches',
  repair: 'Head; the stem turns freely',
  unit: 'head',
  pin: { travel: 0.5 },
}

export const bodySeizedPartWay: Fault = {
  name: 'bodySeizedPartWay',
  says: 'Body seized half-way',
  repair: 'Body; the motor may have burnt too',
  unit: 'body',
  pin: { travel: 0.5 },
}

export const headStaysOpen: Fault = {
  name: 'headStaysOpen',
  says: 'Head does not let it shut: what drives it back is broken',
  repair: 'Head; the stem turns freely',
  unit: 'head',
  pin: { travel: 1 },
}

export const bodyPasses: Fault = {
  name: 'bodyPasses',
  says: 'Body lets water by: dirt on its seat',
  repair: 'Flush or replace the body; the head is sound',
  unit: 'body',
  pin: { passes: true },
}

/** What any body can have. */
export const bodyFaults = () => [
  bodySeizedShut,
  bodySeizedOpen,
  bodySeizedPartWay,
  headStaysOpen,
  stopsPartWay,
  bodyPasses,
  bodyLeaks,
  headMisseated,
]

export const bodySeizedShut: Fault = {
  name: 'bodySeizedShut',
  says: 'Body seized shut',
  repair: 'Body; the motor may have burnt too',
  unit: 'body',
  pin: { travel: 0 },
}

export const bodySeizedOpen: Fault = {
  name: 'seizedOpen',
  says: 'Body seized open',
  repair: 'Body; the motor may have burnt too',
  unit: 'body',
  pin: { travel: 1 },
}

/** What two fingers feel at the stem, head off. */
export function stemByHand(f: { stiffness: number }, _s: unknown, faults: ReadonlySet<string>): string {
  if (isSeized(faults)) return 'does not turn: the body has seized'
  if (f.stiffness >= 1) return 'turns only with a tool: too stiff for the head'
  return f.stiffness > 0.25 ? 'turns stiffly' : 'turns with two fingers'
}

export const isSeized = (faults: ReadonlySet<string>) =>
  [bodySeizedShut, bodySeizedOpen, bodySeizedPartWay].some(({ name }) => faults.has(name))
