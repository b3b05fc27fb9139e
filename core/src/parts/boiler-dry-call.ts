import {
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
import { part, type Site } from './kind.ts'

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
): Element<unknown>[] => [
  windings('callSupply', [l, n], ['s', 't2'], {
    primaryVolts: site.lineVolts,
    openVolts: f.callVolts,
    ratedVolts: f.callVolts - 1,
    va: f.callVolts * 0.2,
    hertz: site.hertz,
  }),
  load('sense', 's', 't1', { volts: f.callVolts, va: f.callVolts * f.senseAmps, powerFactor: 0.8, hertz: site.hertz }),
]

/** Is the pair closed, with a difference between noticing and forgetting it? */
export const callNoticed = (f: { senseAmps: number }, called: boolean, amps: number) =>
  amps / f.senseAmps >= (called ? 0.4 : 0.7)

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
  state: { called: false, ...tepid },
  controls: [waterKnob],
  roles: { ...callRoles, ...waterRoles },
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
    jumps(f, s, feel) {
      const called = callNoticed(f, s.called, feel.amps('sense'))
      return called === s.called ? limitJump(f, s) : { called }
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
  ],
  faults: [
    { name: 'callInputDead', says: 'Call input dead', repair: 'Boiler board', open: ['sense'] },
    { name: 'pumpRelayOpen', says: 'Pump relay does not make', repair: 'Boiler board', open: ['pumpRelay'] },
    { name: 'pumpRelayWelded', says: 'Pump relay welded', repair: 'Boiler board', short: ['pumpRelay'] },
    { name: 'burnerRelayOpen', says: 'Burner relay does not make', repair: 'Boiler board', open: ['burnerRelay'] },
    limitFault,
  ],
  says: (_f, s) => `${s.called ? (s.limitOpen ? 'at its limit' : 'called') : 'idle'}, ${inDegrees(s)}`,
  hazards: [
    'Gas, oil and combustion controls: licensed people under the local code.',
    'T-T takes a dry contact only. Any voltage put on it can destroy the control.',
    'A jumper on T-T is for seconds, supervised, then removed.',
  ],
})
