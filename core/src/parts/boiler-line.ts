import { BURNS_AT, boardControl, boardFault, boardTell, soundBoard } from './boiler-dry-call.ts'
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
import { contact, direct, load, resistor, strap } from './element.ts'
import { ELECTRONICS } from './hold-up.ts'
import { part } from './kind.ts'

const supply = {
  l: { role: 'permanent live', marking: 'L', circuit: 'line voltage', takes: 2 },
  n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 2 },
  e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 4 },
} as const

/** Volts from which a switched live counts as a call. */
const CALLED_FROM = 150

export const switchedLiveBoiler = part({
  kind: 'boiler/switched-live',
  name: 'Boiler, switched live, 230 V',
  class: 'boiler',
  about:
    'Fires while its switched live SL is live. With over-run it needs permanent live too, and runs the pump on its own output.',
  terminals: {
    ...supply,
    sl: { role: 'switched live', marking: 'SL', circuit: 'line voltage', takes: 2 },
    p: { role: 'pump live', marking: 'P', circuit: 'line voltage', takes: 1 },
    pn: { role: 'pump neutral', marking: 'PN', circuit: 'line voltage', takes: 1 },
  },
  figures: {
    standbyVa: { name: 'Controls at rest', unit: 'VA', value: 6 },
    postRun: { name: 'Pump over-run, 0 for none', unit: 's', value: 0 },
    ...waterFigures,
  },
  state: { called: false, runOn: 0, ...tepid },
  controls: [waterKnob],
  roles: { callSense: 'call', ...waterRoles, runOn: 'runOn', told: 'called', work: 'controls' },
  contacts: { pumpRelay: 'pump output' },
  inside: (f, site) => [
    load('controls', 'l', 'n', { volts: 230, va: f.standbyVa, powerFactor: 0.6, hertz: site.hertz }),
    load('call', 'sl', 'n', { volts: 230, va: 1, powerFactor: 0.8, hertz: site.hertz }),
    contact('pumpRelay', 'l', 'p', (s) => s.called || s.runOn > 0, 0.02),
    strap('pumpNeutral', 'n', 'pn'),
  ],
  motion: {
    rates: (f, s, feel) => ({
      water: waterRate(f, s, s.called && !s.limitOpen && feel.over('controls') > CALLED_FROM, feel.around),
      ...(!s.called && s.runOn > 0 ? { runOn: -1 } : {}),
    }),
    levels: (f) => ({ water: waterLevels(f), runOn: [0] }),
    background: ['water'],
    holdUp: ELECTRONICS,
    jumps(f, s, feel) {
      const called = feel.over('call') >= CALLED_FROM
      if (called !== s.called) return { called, runOn: f.postRun }
      return limitJump(f, s)
    },
  },
  tells: [
    { is: (_f, s) => s.called, starts: 'is called: burner on', ends: 'call ends: burner off' },
    { is: (_f, s) => s.called || s.runOn > 0, starts: 'pump output on', ends: 'pump output off' },
    limitTell,
  ],
  faults: [
    { name: 'callInputDead', says: 'Call input dead', repair: 'Boiler board', open: ['call'] },
    { name: 'pumpRelayOpen', says: 'Pump output dead', repair: 'Boiler board', open: ['pumpRelay'] },
    { name: 'pumpRelayWelded', says: 'Pump output welded', repair: 'Boiler board', short: ['pumpRelay'] },
    limitFault,
  ],
  says: (_f, s) =>
    `${s.called ? (s.limitOpen ? 'at its limit' : 'called') : s.runOn > 0 ? `over-run ${Math.ceil(s.runOn)} s` : 'idle'}, ${inDegrees(s)}`,
  hazards: ['Line voltage and gas: licensed or competent people under the local code.'],
})

/** Share of the line's volts from which its controls work. */
const WORKS_FROM = 0.65
/** Share of the pair's short-circuit current from which it counts as closed. */
const CLOSED_SHARE = 0.4

export const voltFreeBoiler = part({
  kind: 'boiler/volt-free',
  name: 'Boiler, volt-free call, low voltage of its own',
  class: 'boiler',
  about:
    'Gives a low direct voltage on its call pair and fires while a volt-free contact closes it. Leaves the factory with the pair linked.',
  terminals: {
    ...supply,
    v1: { role: 'call, fed', marking: '1', circuit: 'call', takes: 2 },
    v2: { role: 'call, return', marking: '2', circuit: 'call', takes: 2 },
  },
  figures: {
    callVolts: { name: 'Call volts, direct', unit: 'V', value: 24 },
    senseOhms: { name: 'Call input', unit: 'ohm', value: 2200 },
    standbyVa: { name: 'Controls at rest', unit: 'VA', value: 8 },
    pumpVa: { name: 'Pump inside', unit: 'VA', value: 45 },
    postRun: { name: 'Pump over-run, 0 for none', unit: 's', value: 0 },
    ...waterFigures,
  },
  state: { called: false, linked: false, powered: false, runOn: 0, ...soundBoard, ...tepid },
  controls: [
    {
      state: 'linked',
      name: 'Factory link',
      options: [
        { value: false, says: 'out' },
        { value: true, says: 'fitted' },
      ],
    },
    waterKnob,
    boardControl,
  ],
  roles: {
    callSense: 'sense',
    powered: 'powered',
    board: 'board',
    ...waterRoles,
    runOn: 'runOn',
    told: 'called',
    work: 'controls',
    feeds: ['v1', 'v2'],
    feedVolts: 'callVolts',
    callPair: ['v1', 'v2'],
    directCall: true,
  },
  contacts: { link: 'factory link' },
  inside: (f, site) => [
    load('controls', 'l', 'n', { volts: site.lineVolts, va: f.standbyVa, powerFactor: 0.6, hertz: site.hertz }),
    load(
      'pump',
      'l',
      'n',
      { volts: site.lineVolts, va: f.pumpVa, powerFactor: 0.8, hertz: site.hertz },
      (s) => s.called || s.runOn > 0,
    ),
    direct('callSupply', 's', 'v2', (s) => (s.powered && s.board ? f.callVolts : 0), 50),
    resistor('sense', 's', 'v1', f.senseOhms),
    contact('link', 'v1', 'v2', (s) => s.linked, 0.02),
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
      // Its own supply is direct: whatever alternates there comes from outside.
      if (s.board && feel.volts('v1', 'v2') > BURNS_AT * f.callVolts) return { board: false, called: false }
      const powered = feel.over('controls') >= WORKS_FROM * feel.site.lineVolts
      if (powered !== s.powered) return { powered }
      const called =
        powered && s.board && Math.abs(feel.directAmps('sense')) >= (CLOSED_SHARE * f.callVolts) / f.senseOhms
      return called === s.called ? limitJump(f, s) : { called, runOn: f.postRun }
    },
  },
  tells: [
    { is: (_f, s) => s.called, starts: 'is called: burner on', ends: 'call ends: burner off' },
    { is: (_f, s) => s.called || s.runOn > 0, starts: 'pump inside on', ends: 'pump inside off' },
    limitTell,
    boardTell,
  ],
  faults: [
    { name: 'callInputDead', says: 'Call input dead', repair: 'Boiler board', open: ['sense'] },
    { name: 'linkLeftIn', says: 'Factory link left in', repair: 'Take the link out', pin: { linked: true } },
    boardFault,
    limitFault,
  ],
  says: (_f, s) =>
    `${!s.board ? 'board burnt' : s.called ? (s.limitOpen ? 'at its limit' : 'called') : s.runOn > 0 ? `over-run ${Math.ceil(s.runOn)} s` : s.powered ? 'idle' : 'dead'}, ${inDegrees(s)}`,
  hazards: [
    '230 V on the call pair destroys the board. Test a contact for continuity only with the boiler leads lifted or the boiler isolated.',
  ],
})
