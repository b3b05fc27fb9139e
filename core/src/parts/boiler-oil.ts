import {
  type Board,
  boardControl,
  boardFault,
  boardTell,
  callFigures,
  callInside,
  callJump,
  callPair,
  callRoles,
  soundBoard,
} from './boiler-dry-call.ts'
import {
  controlContacts,
  heldByWater,
  inDegrees,
  limitFault,
  limitJump,
  limitTell,
  lowLimitFigures,
  lowLimitRoles,
  lowLimitTell,
  pumps,
  storedWarm,
  tepid,
  type Water,
  wanted,
  waterFigures,
  waterKnob,
  waterLevels,
  waterRate,
  waterRoles,
} from './boiler-water.ts'
import { contact, direct, load, strap } from './element.ts'
import { ELECTRONICS } from './hold-up.ts'
import { part } from './kind.ts'

/** Current through the eye from which the control believes in a flame, amps. */
const FLAME_AMPS = 1e-3

type Oil = Water & Board & { called: boolean; flame: boolean; trial: number; lockedOut: boolean }
const burns = (s: Oil) => wanted(s, s.called) && !s.lockedOut

export const oilBoiler = part({
  kind: 'boiler/oil',
  name: 'Boiler control, oil, flame eye',
  class: 'boiler',
  about:
    'T-T calls it. The burner runs below the high limit; no light on the flame eye within its trial time locks it out.',
  terminals: {
    l: { role: 'live', marking: 'L1', circuit: 'line voltage', takes: 1 },
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1 },
    e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 4 },
    ...callPair,
    b1: { role: 'burner motor and ignition, live', marking: 'B1', circuit: 'line voltage', takes: 2 },
    b2: { role: 'burner motor and ignition, neutral', marking: 'B2', circuit: 'line voltage', takes: 2 },
    c1: { role: 'circulator live', marking: 'C1', circuit: 'line voltage', takes: 2 },
    c2: { role: 'circulator neutral', marking: 'C2', circuit: 'line voltage', takes: 2 },
    f1: { role: 'flame eye', marking: 'F', circuit: 'signal', takes: 1 },
    f2: { role: 'flame eye', marking: 'F', circuit: 'signal', takes: 1 },
  },
  figures: {
    ...callFigures,
    trialTime: { name: 'Flame trial', unit: 's', value: 45, spread: 0.1 },
    standbyVa: { name: 'Controls at rest', unit: 'VA', value: 6 },
    ...waterFigures,
    ...lowLimitFigures,
  },
  state: { called: false, ...soundBoard, flame: false, trial: 0, lockedOut: false, ...tepid },
  controls: [
    {
      state: 'lockedOut',
      name: 'Lock-out',
      options: [
        { value: false, says: 'reset' },
        { value: true, says: 'locked out' },
      ],
    },
    waterKnob,
    boardControl,
  ],
  begins: storedWarm,
  roles: { ...callRoles, ...waterRoles, ...lowLimitRoles, lockedOut: 'lockedOut' },
  contacts: controlContacts,
  inside: (f, site) => [
    load('controls', 'l', 'n', { volts: site.lineVolts, va: f.standbyVa, powerFactor: 0.6, hertz: site.hertz }),
    ...callInside(f, site, 'l', 'n'),
    contact('burnerRelay', 'l', 'b1', burns, 0.02),
    strap('burnerNeutral', 'n', 'b2'),
    contact('pumpRelay', 'l', 'c1', (s) => pumps(f, s, s.called), 0.02),
    strap('pumpNeutral', 'n', 'c2'),
    direct('eye', 'f1', 'f2', () => 5, 1000),
  ],
  motion: {
    rates: (f, s, feel) => ({
      water: waterRate(f, s, burns(s) && s.flame, feel.around),
      ...(burns(s) && !s.flame ? { trial: 1 } : {}),
    }),
    levels: (f) => ({ water: waterLevels(f), trial: [f.trialTime] }),
    background: ['water'],
    holdUp: ELECTRONICS,
    jumps(f, s, feel) {
      const call = callJump(f, s, feel)
      if (call) return { ...call, trial: 0 }
      const flame = Math.abs(feel.directAmps('eye')) >= FLAME_AMPS
      if (flame !== s.flame) return { flame, trial: 0 }
      if (!s.lockedOut && burns(s) && !flame && s.trial >= f.trialTime) return { lockedOut: true }
      if (!burns(s) && s.trial > 0) return { trial: 0 }
      return limitJump(f, s)
    },
  },
  tells: [
    { is: (_f, s) => s.called, starts: 'is called: pump on', ends: 'call ends: pump off' },
    { is: (_f, s) => burns(s), starts: 'burner on', ends: 'burner off' },
    { is: (_f, s) => s.flame, starts: 'sees the flame', ends: 'sees no flame' },
    { is: (_f, s) => s.lockedOut, starts: 'locks out', ends: 'is reset' },
    limitTell,
    boardTell,
    lowLimitTell,
  ],
  faults: [
    { name: 'callInputDead', says: 'Call input dead', repair: 'Control', open: ['sense'] },
    { name: 'burnerRelayOpen', says: 'Burner relay does not make', repair: 'Control', open: ['burnerRelay'] },
    { name: 'pumpRelayOpen', says: 'Pump relay does not make', repair: 'Control', open: ['pumpRelay'] },
    { name: 'burnerRelayWelded', says: 'Burner relay welded', repair: 'Control', short: ['burnerRelay'] },
    { name: 'pumpRelayWelded', says: 'Pump relay welded', repair: 'Control', short: ['pumpRelay'] },
    {
      name: 'lockOut',
      says: 'Locked out on flame',
      repair: 'Licensed people: find the cause, then reset',
      pin: { lockedOut: true },
    },
    boardFault,
    limitFault,
  ],
  withholds: heldByWater,
  says: (_f, s) =>
    `${s.lockedOut ? 'locked out' : !s.called && !s.cold ? 'idle' : s.limitOpen ? 'at its limit' : s.flame ? 'firing' : `trial ${Math.floor(s.trial)} s`}, ${inDegrees(s)}`,
  hazards: [
    'Oil and combustion controls: licensed people under the local code. A lock-out has a cause: find it before it is reset.',
    'F-F takes the flame eye only. T-T takes a dry contact only.',
  ],
})
