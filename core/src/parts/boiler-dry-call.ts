import {
  controlContacts,
  heldByWater,
  inDegrees,
  limitFault,
  limitJump,
  limitTell,
  tepid,
  type Water,
  waterFigures,
  waterKnob,
  waterLevels,
  waterRate,
  waterRoles,
} from './boiler-water.ts'
import { contact, type Element, load, strap, windings } from './element.ts'
import { ELECTRONICS } from './hold-up.ts'
import { type Control, type Fault, type Feel, part, type Site } from './kind.ts'

export const callPair = {
  t1: { role: 'call, fed', marking: 'T', circuit: 'call', takes: 2 },
  t2: { role: 'call, return', marking: 'T', circuit: 'call', takes: 2 },
} as const

export const callFigures = {
  callVolts: { name: 'Call volts, pair open', unit: 'V', value: 25 },
  senseAmps: { name: 'Call current, pair closed', unit: 'A', value: 0.04 },
}

/** What a control plays that notices a dry contact between its own T-T. */
export const callRoles = {
  callSense: 'sense',
  told: 'called',
  board: 'board',
  work: 'controls',
  feeds: ['t1', 't2'],
  feedVolts: 'callVolts',
  callPair: ['t1', 't2'],
} as const

/** The pair a boiler feeds itself from a small isolated winding: it notices the current through its sense coil. */
export const callInside = (
  f: { callVolts: number; senseAmps: number },
  site: Site,
  l: string,
  n: string,
): Element<Board>[] => [
  windings<Board>(
    'callSupply',
    [l, n],
    ['s', 't2'],
    {
      primaryVolts: site.lineVolts,
      openVolts: f.callVolts,
      ratedVolts: f.callVolts - 1,
      va: f.callVolts * 0.2,
      hertz: site.hertz,
    },
    (s) => [true, s.board],
  ),
  load('sense', 's', 't1', { volts: f.callVolts, va: f.callVolts * f.senseAmps, powerFactor: 0.8, hertz: site.hertz }),
]

/** The board behind a call pair that takes a dry contact only. */
export type Board = { board: boolean }
export const soundBoard: Board = { board: true }

/** Times its own volts across what listens for the call at which that burns. */
export const BURNS_AT = 1.5

/** What becomes of the call: noticed and forgotten with a difference, or the board burnt by volts from outside. */
export function callJump(
  f: { senseAmps: number; callVolts: number },
  s: Board & { called: boolean },
  feel: Feel,
): { called: boolean; board?: boolean } | undefined {
  if (s.board && feel.over('sense') > BURNS_AT * f.callVolts) return { called: false, board: false }
  const called = s.board && feel.amps('sense') / f.senseAmps >= (s.called ? 0.4 : 0.7)
  return called === s.called ? undefined : { called }
}

export const boardTell = {
  is: (_f: unknown, s: Board) => !s.board,
  starts: 'its board burns: foreign voltage on its call pair',
  ends: 'board replaced',
  sign: 'dead to every call',
}
export const boardControl: Control = {
  state: 'board',
  name: 'Board',
  options: [
    { value: true, says: 'sound' },
    { value: false, says: 'burnt' },
  ],
}
export const boardFault: Fault = {
  name: 'boardBurnt',
  says: 'Board burnt by foreign voltage on its call pair',
  repair: 'Find and remove that voltage first, then the board',
  pin: { board: false, called: false },
}

const fires = (s: Water & { called: boolean }) => s.called && !s.limitOpen

/** Foreign voltage on the pair can destroy the control; it takes a dry contact only. */
export const dryCallBoiler = part({
  kind: 'boiler/dry-call',
  name: 'Boiler, dry call',
  class: 'boiler',
  about: 'Fires when its call pair T-T is closed by a dry contact. The pair is fed by the boiler itself.',
  terminals: {
    l: { role: 'live', marking: 'L', circuit: 'line voltage', takes: 1 },
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1 },
    e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 3 },
    ...callPair,
    c1: { role: 'circulator live', marking: 'C1', circuit: 'line voltage', takes: 1 },
    c2: { role: 'circulator neutral', marking: 'C2', circuit: 'line voltage', takes: 1 },
    b1: { role: 'burner live', marking: 'B1', circuit: 'line voltage', takes: 1 },
    b2: { role: 'burner neutral', marking: 'B2', circuit: 'line voltage', takes: 1 },
  },
  figures: { ...callFigures, standbyVa: { name: 'Controls at rest', unit: 'VA', value: 6 }, ...waterFigures },
  state: { called: false, ...soundBoard, ...tepid },
  controls: [waterKnob, boardControl],
  roles: { ...callRoles, ...waterRoles },
  contacts: controlContacts,
  inside: (f, site) => [
    load('controls', 'l', 'n', { volts: site.lineVolts, va: f.standbyVa, powerFactor: 0.6, hertz: site.hertz }),
    ...callInside(f, site, 'l', 'n'),
    contact('pumpRelay', 'l', 'c1', (s) => s.called, 0.02),
    strap('pumpNeutral', 'n', 'c2'),
    contact('burnerRelay', 'l', 'b1', fires, 0.02),
    strap('burnerNeutral', 'n', 'b2'),
  ],
  motion: {
    rates: (f, s, feel) => ({ water: waterRate(f, s, fires(s), feel.around) }),
    levels: (f) => ({ water: waterLevels(f) }),
    background: ['water'],
    holdUp: ELECTRONICS,
    jumps(f, s, feel) {
      return callJump(f, s, feel) ?? limitJump(f, s)
    },
  },
  tells: [
    {
      is: (_f, s) => s.called,
      starts: 'is called: pump and burner on',
      ends: 'call ends: burner and pump off',
      sign: 'its call lamp lights',
    },
    limitTell,
    boardTell,
  ],
  faults: [
    { name: 'callInputDead', says: 'Call input dead', repair: 'Boiler board', open: ['sense'] },
    { name: 'pumpRelayOpen', says: 'Pump relay does not make', repair: 'Boiler board', open: ['pumpRelay'] },
    { name: 'pumpRelayWelded', says: 'Pump relay welded', repair: 'Boiler board', short: ['pumpRelay'] },
    { name: 'burnerRelayOpen', says: 'Burner relay does not make', repair: 'Boiler board', open: ['burnerRelay'] },
    { name: 'burnerRelayWelded', says: 'Burner relay welded', repair: 'Boiler board', short: ['burnerRelay'] },
    boardFault,
    limitFault,
  ],
  withholds: (_f, s, element) => heldByWater({}, s, element),
  says: (_f, s) =>
    `${!s.board ? 'board burnt' : s.called ? (s.limitOpen ? 'at its limit' : 'called') : 'idle'}, ${inDegrees(s)}`,
  hazards: [
    'Gas, oil and combustion controls: licensed people under the local code.',
    'T-T takes a dry contact only. Any voltage put on it can destroy the control.',
    'A jumper on T-T is for seconds, supervised, then removed.',
  ],
})
