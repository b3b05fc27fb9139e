import {
  inDegrees,
  limitFault,
  limitJump,
  limitTell,
  tepid,
  waterFigures,
  waterKnob,
  waterLevels,
  waterRate,
  waterRoles,
} from './boiler-water.ts'
import { load } from './element.ts'
import { ELECTRONICS } from './hold-up.ts'
import { part } from './kind.ts'

/** Volts from which the boiler works, and from which a switched live counts as a call. */
const WORKS_FROM = 150

export const combinationBoiler = part({
  kind: 'boiler/combination',
  name: 'Combination boiler, pump inside, switched live, 230 V',
  class: 'boiler',
  about:
    'Heats while its switched live is live and makes hot water at the tap by itself. Pump and over-run are inside.',
  terminals: {
    l: { role: 'permanent live', marking: 'L', circuit: 'line voltage', takes: 2 },
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 2 },
    e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 4 },
    sl: { role: 'switched live', marking: 'SL', circuit: 'line voltage', takes: 2 },
  },
  figures: {
    standbyVa: { name: 'Controls at rest', unit: 'VA', value: 8 },
    pumpVa: { name: 'Pump inside', unit: 'VA', value: 45 },
    postRun: { name: 'Pump over-run, 0 for none', unit: 's', value: 60 },
    ...waterFigures,
  },
  state: { called: false, runOn: 0, ...tepid },
  controls: [waterKnob],
  roles: { callSense: 'call', ...waterRoles, runOn: 'runOn', told: 'called', work: 'controls' },
  inside: (f, site) => [
    load('controls', 'l', 'n', { volts: 230, va: f.standbyVa, powerFactor: 0.6, hertz: site.hertz }),
    load('call', 'sl', 'n', { volts: 230, va: 1, powerFactor: 0.8, hertz: site.hertz }),
    load(
      'pump',
      'l',
      'n',
      { volts: 230, va: f.pumpVa, powerFactor: 0.8, hertz: site.hertz },
      (s) => s.called || s.runOn > 0,
    ),
  ],
  motion: {
    rates: (f, s, feel) => ({
      water: waterRate(f, s, s.called && !s.limitOpen, feel.around),
      ...(!s.called && s.runOn > 0 ? { runOn: -1 } : {}),
    }),
    levels: (f) => ({ water: waterLevels(f), runOn: [0] }),
    background: ['water'],
    holdUp: ELECTRONICS,
    jumps(f, s, feel) {
      const alive = feel.over('controls') >= WORKS_FROM
      const called = alive && feel.over('call') >= WORKS_FROM
      if (called !== s.called) return { called, runOn: alive ? f.postRun : 0 }
      return limitJump(f, s)
    },
  },
  tells: [
    { is: (_f, s) => s.called, starts: 'is called: burner on', ends: 'call ends: burner off' },
    { is: (_f, s) => s.called || s.runOn > 0, starts: 'pump inside on', ends: 'pump inside off' },
    limitTell,
  ],
  faults: [{ name: 'callInputDead', says: 'Call input dead', repair: 'Boiler board', open: ['call'] }, limitFault],
  says: (_f, s) =>
    `${s.called ? (s.limitOpen ? 'at its limit' : 'called') : s.runOn > 0 ? `over-run ${Math.ceil(s.runOn)} s` : 'idle'}, ${inDegrees(s)}`,
  hazards: [
    'Line voltage and gas: licensed or competent people under the local code.',
    'Its pump runs on when every valve may be shut: the pipework needs a bypass.',
  ],
})
