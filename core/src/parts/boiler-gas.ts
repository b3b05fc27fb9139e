import { callFigures, callInside, callNoticed, callPair, callRoles } from './boiler-dry-call.ts'
import {
  inDegrees,
  limitFault,
  limitJump,
  limitTell,
  lowLimitFigures,
  lowLimitTell,
  pumps,
  tepid,
  wanted,
  waterFigures,
  waterKnob,
  waterLevels,
  waterRate,
  waterRoles,
} from './boiler-water.ts'
import { chainFigures, chainInside, chainTerminals, pumpRelayOpen } from './damper-chain.ts'
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
    ...callFigures,
    standbyVa: { name: 'Controls at rest', unit: 'VA', value: 6 },
    ...waterFigures,
    ...lowLimitFigures,
  },
  state: { called: false, ...tepid },
  controls: [waterKnob],
  roles: {
    ...callRoles,
    ...waterRoles,
    feedsInside: ['hot', 'com', 'openVolts'],
  },
  inside: (f, site) => [
    windings('core', ['l', 'n'], ['hot', 'com'], { ...f, primaryVolts: site.lineVolts, hertz: site.hertz }),
    load('controls', 'l', 'n', { volts: site.lineVolts, va: f.standbyVa, powerFactor: 0.6, hertz: site.hertz }),
    ...callInside(f, site, 'l', 'n'),
    contact('highLimit', 'hot', 'lim', (s) => !s.limitOpen, 0.02),
    ...chainInside<{ called: boolean } & typeof tepid>('lim', 'com', {
      pumps: (s) => pumps(f, s, s.called),
      fires: (s) => wanted(s, s.called),
    }),
  ],
  motion: {
    rates: (f, s, feel) => ({ water: waterRate(f, s, feel.around.flame, feel.around) }),
    levels: (f) => ({ water: waterLevels(f) }),
    background: ['water'],
    jumps(f, s, feel) {
      const called = callNoticed(f, s.called, feel.amps('sense'))
      return called === s.called ? limitJump(f, s) : { called }
    },
  },
  tells: [
    { is: (_f, s) => s.called, starts: 'is called: pump on, damper told', ends: 'call ends: pump off' },
    limitTell,
    lowLimitTell,
  ],
  faults: [
    { name: 'callInputDead', says: 'Call input dead', repair: 'Control', open: ['sense'] },
    pumpRelayOpen,
    limitFault,
  ],
  says: (_f, s) =>
    `${s.called ? (s.limitOpen ? 'at its limit' : 'called') : s.cold ? 'keeping warm' : 'idle'}, ${inDegrees(s)}`,
  hazards: [
    'Gas and combustion controls: licensed people under the local code.',
    'T-T takes a dry contact only. Any voltage put on it can destroy the control.',
    'Spill, roll-out and damper proof stop the burner for a reason: never bridge one.',
  ],
})
