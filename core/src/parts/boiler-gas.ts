import {
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
  wanted,
  waterFigures,
  waterKnob,
  waterLevels,
  waterRate,
  waterRoles,
} from './boiler-water.ts'
import {
  type Core,
  coreFaultsInside,
  coreFigures,
  coreIntact,
  coreJump,
  coreLevels,
  coreRates,
  coreTells,
  shortedTurns,
  soundCore,
} from './core-heat.ts'
import { chainFigures, chainInside, chainTerminals, pumpRelayOpen, pumpRelayWelded } from './damper-chain.ts'
import { contact, load, windings } from './element.ts'
import { part } from './kind.ts'

/** A gas control called dry: T-T is isolated from the 24 V of damper and burner chain. */
export const gasBoiler = part({
  kind: 'boiler/gas',
  name: 'Boiler control, gas, dry call, with damper',
  class: 'boiler',
  about:
    'T-T calls it. High limit, pump relay and damper follow; the proven damper feeds spill switch, roll-out switch and gas valve.',
  terminals: { ...chainTerminals, ...callPair },
  figures: {
    ...chainFigures,
    ...coreFigures,
    ...callFigures,
    standbyVa: { name: 'Controls at rest', unit: 'VA', value: 6 },
    ...waterFigures,
    ...lowLimitFigures,
  },
  state: { called: false, ...soundBoard, ...tepid, ...soundCore },
  controls: [waterKnob, boardControl],
  begins: storedWarm,
  roles: {
    ...callRoles,
    ...waterRoles,
    ...lowLimitRoles,
    feedsInside: ['hot', 'com', 'openVolts'],
  },
  contacts: controlContacts,
  inside: (f, site) => [
    windings<Core>(
      'core',
      ['l', 'n'],
      ['hot', 'com'],
      { ...f, primaryVolts: site.lineVolts, hertz: site.hertz },
      coreIntact,
      shortedTurns(f),
    ),
    load('controls', 'l', 'n', { volts: site.lineVolts, va: f.standbyVa, powerFactor: 0.6, hertz: site.hertz }),
    ...callInside(f, site, 'l', 'n'),
    contact('highLimit', 'hot', 'lim', (s) => !s.limitOpen, 0.02),
    ...chainInside<{ called: boolean } & typeof tepid>('lim', 'com', {
      pumps: (s) => pumps(f, s, s.called),
      fires: (s) => wanted(s, s.called),
    }),
  ],
  motion: {
    rates: (f, s, feel) => ({ ...coreRates(f, s, feel), water: waterRate(f, s, feel.around.flame, feel.around) }),
    levels: (f) => ({ water: waterLevels(f), coreHeat: coreLevels }),
    heats: ['coreHeat'],
    background: ['water'],
    jumps(f, s, feel) {
      return callJump(f, s, feel) ?? limitJump(f, s) ?? coreJump(f, s)
    },
  },
  tells: [
    { is: (_f, s) => s.called, starts: 'is called: pump on, damper told', ends: 'call ends: pump off' },
    limitTell,
    boardTell,
    lowLimitTell,
    ...coreTells,
  ],
  faults: [
    { name: 'callInputDead', says: 'Call input dead', repair: 'Control', open: ['sense'] },
    pumpRelayOpen,
    pumpRelayWelded,
    boardFault,
    limitFault,
    ...coreFaultsInside('Control'),
  ],
  withholds: heldByWater,
  says: (_f, s) =>
    `${s.called ? (s.limitOpen ? 'at its limit' : 'called') : s.cold ? 'keeping warm' : 'idle'}, ${inDegrees(s)}`,
  hazards: [
    'Gas and combustion controls: licensed people under the local code.',
    'T-T takes a dry contact only. Any voltage put on it can destroy the control.',
    'Spill, roll-out and damper proof stop the burner for a reason: never bridge one.',
  ],
})
