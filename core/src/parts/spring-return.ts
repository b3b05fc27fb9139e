import { type Body, bodyAtRest, bodyFaults, bodyFigures, freely, isSeized, throughHead } from './body.ts'
import type { Fault, Motion, Tell } from './kind.ts'

/**
 * Motor against a spring: while the pair has volts enough the valve runs open, stalls and holds; without them the
 * spring shuts it. Three figures: from so many volts it pulls in, from so many it runs, and at its end it holds down to fewer;
 * between them it stands still part-way. It draws the same whether it runs or stalls. Lever parked: held open by hand.
 */
export type SpringReturn = Body & { travel: number; driven: boolean; stalls: boolean; lever: string }
export const atRest: SpringReturn = { travel: 0, driven: false, stalls: false, lever: 'auto', ...bodyAtRest }

export const springRoles = {
  actuator: 'motor',
  travel: 'travel',
  lever: 'lever',
  passes: 'passes',
}
export const switchRoles = { switches: [{ element: 'endSwitch', proves: 'open' as const }] }

/** The roles of a motor that stalls where it is, with volts enough to hold it and too few to move it on. */
export const motorRoles = { ...springRoles, stalled: 'stalls' } as const

export const springFigures = {
  volts: { name: 'Rated volts', unit: 'V', value: 24 },
  va: { name: 'Motor', unit: 'VA', value: 7 },
  powerFactor: { name: 'Power factor', unit: '', value: 0.7 },
  opensIn: { name: 'Opens in', unit: 's', value: 14 },
  shutsIn: { name: 'Shuts in', unit: 's', value: 6 },
  minimumVolts: { name: 'Pulls in from', unit: 'V', value: 19 },
  runVolts: { name: 'Runs from', unit: 'V', value: 19 },
  holdVolts: { name: 'Holds down to', unit: 'V', value: 11 },
  ...bodyFigures,
}
export type SpringFigures = {
  opensIn: number
  shutsIn: number
  minimumVolts: number
  runVolts: number
  holdVolts: number
  stiffness: number
}

/** Of a head with a switch: when it makes, and whether the parked lever reaches it, which depends on the make. */
export const switchFigures = {
  switchAt: { name: 'End switch makes at', unit: 'of travel', value: 0.92 },
  switchAmps: { name: 'Switch carries', unit: 'A', value: 1 },
  leverMakes: { name: 'Parked lever makes the switch (1 yes, 0 no)', unit: '', value: 0 },
}
export type SwitchFigures = { switchAt: number; leverMakes: number; switchAmps: number }
export const switchRatings = { endSwitch: 'switchAmps' } as const

export const switchMade = (f: SwitchFigures, s: { travel: number; lever: string }) =>
  s.travel >= f.switchAt || (s.lever === 'parked' && f.leverMakes > 0)

/** How far a parked lever stands the valve open. */
export const LEVER_OPENS = 0.85

export const opening = (s: Body & { travel: number; lever: string }) =>
  throughHead(s, Math.max(s.travel, s.lever === 'parked' ? LEVER_OPENS : 0))

/** @param points further levels of the travel at which something is made or opened */
export const springMotion = <F extends SpringFigures>(
  points: (f: F) => readonly number[],
): Motion<F, SpringReturn> => ({
  rates(f, s) {
    if (s.driven) return s.travel < 1 && !s.stalls ? { travel: freely(f) / f.opensIn } : {}
    return s.travel > 0 ? { travel: -freely(f) / f.shutsIn } : {}
  },
  // Only what lies ahead: where it stood before it turned round nothing happens as it leaves.
  levels: (f, s) => ({ travel: s.driven ? [...points(f), 1] : [0, ...points(f)] }),
  jumps(f, s, feel) {
    const volts = feel.over('motor')
    const driven = volts >= (s.driven ? f.holdVolts : f.minimumVolts)
    const stalls = driven && volts < f.runVolts
    return driven === s.driven && stalls === s.stalls ? undefined : { driven, stalls }
  },
})

export const leverControl = {
  state: 'lever',
  name: 'Manual lever',
  options: [
    { value: 'auto', says: 'auto' },
    { value: 'parked', says: 'parked open' },
  ],
}

const gearStripped: Fault = {
  name: 'gearStripped',
  says: 'Gear stripped: motor hums, valve unmoved',
  repair: 'Head',
  unit: 'head',
  pin: { travel: 0 },
}

/** What the manual lever of a head with a spring feels like. */
export function leverByHand(_f: unknown, s: { travel: number; lever: string }, faults: ReadonlySet<string>): string {
  if (isSeized(faults)) return 'rock-hard: a seized body'
  if (s.lever === 'parked') return 'slack: parked open'
  if (faults.has(gearStripped.name)) return 'slack: the gear has stripped'
  return s.travel > 0 ? 'slack: the valve stands open' : 'firm, springs back'
}

export const springSays = (_f: unknown, s: SpringReturn): string => {
  if (s.lever === 'parked') return 'parked open by its lever'
  if (s.travel >= 1) return s.driven ? 'held open' : 'open'
  if (s.travel <= 0) return s.driven ? 'starting' : 'shut'
  const at = `${Math.floor(s.travel * 100)} %`
  return s.driven && s.stalls ? `stands at ${at}: too few volts to run` : `${s.driven ? 'opening' : 'shutting'} ${at}`
}

export const springTells: Tell<unknown, SpringReturn>[] = [
  { is: (_f, s) => s.driven, starts: 'motor runs', ends: 'motor lets go, spring shuts', sign: 'a low hum at the head' },
  {
    is: (_f, s) => s.stalls && s.travel < 1,
    starts: 'stalls: too few volts to run',
    ends: 'has volts enough again',
    sign: 'it hums and does not move',
  },
  { is: (_f, s) => s.travel >= 1, starts: 'fully open, motor holds', sign: 'the pipe behind it begins to warm' },
  { is: (_f, s) => s.travel <= 0, starts: 'shut' },
]

export const springFaults: Fault[] = [
  {
    name: 'windingOpen',
    says: 'Motor winding open',
    repair: 'Stem free: motor or head. Stem stiff: body too',
    unit: 'head',
    open: ['motor'],
  },
  { name: 'windingShorted', says: 'Motor winding shorted', repair: 'Motor or head', unit: 'head', short: ['motor'] },
  gearStripped,
  {
    name: 'slow',
    says: 'Motor slow: takes four times as long',
    repair: 'Head; stem stiff: body too',
    unit: 'head',
    times: { opensIn: 4 },
  },
  {
    name: 'hot',
    says: 'Motor hot: draws twice its kind',
    repair: 'Head, before it fails',
    unit: 'head',
    times: { va: 2 },
  },
  ...bodyFaults(),
]

/** What can be wrong with the switch of a head. */
export const switchFaults: Fault[] = [
  { name: 'switchNeverMakes', says: 'End switch does not make', repair: 'Head', unit: 'head', open: ['endSwitch'] },
  { name: 'switchNeverOpens', says: 'End switch does not open', repair: 'Head', unit: 'head', short: ['endSwitch'] },
  {
    name: 'switchNotReached',
    says: 'The travel does not reach its switch',
    repair: 'Head',
    unit: 'head',
    sets: { switchAt: 1.05 },
  },
  {
    name: 'strippedOpen',
    says: 'Gear stripped while open: stands open, switch not made',
    repair: 'Head',
    unit: 'head',
    open: ['endSwitch'],
    pin: { travel: 1 },
  },
]

export const springHazards = [
  'Ask which screws hold the water in before one is turned; isolate and drain if in doubt.',
  'Leave a new head held open by its lever while fitting it; release it afterwards.',
]
