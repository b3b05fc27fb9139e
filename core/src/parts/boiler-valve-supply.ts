import {
  inDegrees,
  limitFault,
  limitJump,
  limitTell,
  tepid,
  waterFigures,
  waterLevels,
  waterRate,
} from './boiler-water.ts'
import { contact, load, strap, windings } from './element.ts'
import { part } from './kind.ts'

/**
 * The control feeds the valves from its own 24 V. The call path is feed, high limit, relay coil, call; closing shared to
 * call by an end switch puts the coil across the supply. The relay starts the pump and opens the damper; the proven
 * damper lets the burner chain B1-B2 have its 24 V.
 */
export const valveSupplyBoiler = part({
  kind: 'boiler/valve-supply',
  name: 'Boiler control that feeds the valves, gas, with damper',
  class: 'boiler',
  about:
    'Its own small transformer feeds valves, relay, damper and gas valve. End switches close “shared” to “call”. Not isolated.',
  terminals: {
    l: { role: 'live', marking: 'L1', circuit: 'line voltage', takes: 1 },
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1 },
    e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 3 },
    c1: { role: 'circulator live', marking: 'C1', circuit: 'line voltage', takes: 1 },
    c2: { role: 'circulator neutral', marking: 'C2', circuit: 'line voltage', takes: 1 },
    feed: { role: 'feed of the valve loops', marking: 'V', circuit: 'low voltage', takes: 2 },
    shared: { role: 'shared end of the 24 V', marking: 'S', circuit: 'low voltage', takes: 2 },
    call: { role: 'to the relay coil', marking: 'K', circuit: 'low voltage', takes: 2 },
    d1: { role: 'damper feed', marking: 'D1', circuit: 'low voltage', takes: 1 },
    d2: { role: 'damper common', marking: 'D2', circuit: 'low voltage', takes: 1 },
    d3: { role: 'damper proof', marking: 'D3', circuit: 'low voltage', takes: 1 },
    b1: { role: 'burner chain out', marking: 'B1', circuit: 'low voltage', takes: 1 },
    b2: { role: 'burner chain return', marking: 'B2', circuit: 'low voltage', takes: 1 },
  },
  figures: {
    va: { name: 'Transformer inside', unit: 'VA', value: 40 },
    ratedVolts: { name: 'Volts at rated load', unit: 'V', value: 24 },
    openVolts: { name: 'Volts unloaded', unit: 'V', value: 27 },
    coilVa: { name: 'Relay coil', unit: 'VA', value: 3 },
    pullIn: { name: 'Relay pulls in from', unit: 'V', value: 18 },
    dropOut: { name: 'Relay drops out below', unit: 'V', value: 8 },
    ...waterFigures,
  },
  state: { pulledIn: false, ...tepid },
  roles: { callSense: 'coil', told: 'pulledIn', work: 'coil', feeds: ['feed', 'shared'], feedVolts: 'openVolts' },
  inside: (f, site) => [
    windings('core', ['l', 'n'], ['feed', 'shared'], { ...f, primaryVolts: site.lineVolts, hertz: site.hertz }),
    contact('highLimit', 'feed', 'lim', (s) => !s.limitOpen, 0.02),
    load('coil', 'lim', 'call', { volts: 24, va: f.coilVa, powerFactor: 0.6, hertz: site.hertz }),
    contact('pumpRelay', 'l', 'c1', (s) => s.pulledIn, 0.02),
    strap('pumpNeutral', 'n', 'c2'),
    contact('damperRelay', 'lim', 'd1', (s) => s.pulledIn, 0.02),
    strap('damperCommon', 'shared', 'd2'),
    strap('chain', 'd3', 'b1'),
    strap('chainReturn', 'shared', 'b2'),
  ],
  motion: {
    rates: (f, s, feel) => ({ water: waterRate(f, s, feel.around.flame, feel.around) }),
    levels: (f) => ({ water: waterLevels(f) }),
    background: ['water'],
    jumps(f, s, feel) {
      const volts = feel.over('coil')
      if (!s.pulledIn && volts >= f.pullIn) return { pulledIn: true }
      if (s.pulledIn && volts < f.dropOut) return { pulledIn: false }
      return limitJump(f, s)
    },
  },
  tells: [
    { is: (_f, s) => s.pulledIn, starts: 'relay pulls in: pump on, damper told', ends: 'relay drops out: pump off' },
    limitTell,
  ],
  faults: [
    { name: 'coilOpen', says: 'Relay coil open', repair: 'Control', open: ['coil'] },
    { name: 'pumpRelayOpen', says: 'Pump contact does not make', repair: 'Control', open: ['pumpRelay'] },
    limitFault,
  ],
  says: (_f, s) => `${s.pulledIn ? 'called' : s.limitOpen ? 'at its limit' : 'idle'}, ${inDegrees(s)}`,
  hazards: [
    'Gas and combustion controls: licensed people under the local code.',
    'All valves, relay, damper and gas valve hang on one small transformer: budget it.',
  ],
})
