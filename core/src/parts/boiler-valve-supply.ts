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
import {
  chainFigures,
  chainInside,
  chainTerminals,
  plainChainInside,
  plainChainTerminals,
  pumpRelayOpen,
  pumpRelayWelded,
} from './damper-chain.ts'
import { contact, load, windings } from './element.ts'
import { part } from './kind.ts'

/**
 * The control feeds the valves from its own 24 V. The call path is feed, high limit, relay coil, call; closing shared to
 * call by an end switch puts the coil across the supply. The relay starts the pump and opens the damper; the proven
 * damper lets the burner chain B1-B2 have its 24 V.
 */
const valveSupply = (damperPlug: boolean) =>
  part({
    kind: damperPlug ? 'boiler/valve-supply' : 'boiler/valve-supply-no-plug',
    name: damperPlug
      ? 'Boiler control that feeds the valves, gas, with damper'
      : 'Boiler control that feeds the valves, gas, without a plug for its damper',
    class: 'boiler',
    about: damperPlug
      ? 'Its own small transformer feeds valves, relay, damper and gas valve. End switches close “shared” to “call”. Not isolated.'
      : 'As the one with a plug; the damper hangs on the valve supply, and its own proof passes the call on.',
    terminals: {
      ...(damperPlug ? chainTerminals : plainChainTerminals),
      feed: { role: 'feed of the valve loops', marking: 'V', circuit: 'low voltage', takes: 2 },
      shared: { role: 'shared end of the 24 V', marking: 'S', circuit: 'low voltage', takes: 2 },
      call: { role: 'to the relay coil', marking: 'K', circuit: 'low voltage', takes: 2 },
    },
    figures: {
      ...chainFigures,
      ...coreFigures,
      coilVa: { name: 'Relay coil', unit: 'VA', value: 3 },
      pullIn: { name: 'Relay pulls in from', unit: 'V', value: 18 },
      dropOut: { name: 'Relay drops out below', unit: 'V', value: 8 },
      ...waterFigures,
      ...lowLimitFigures,
    },
    state: { pulledIn: false, ...tepid, ...soundCore },
    controls: [waterKnob],
    begins: storedWarm,
    roles: {
      callSense: 'coil',
      ...waterRoles,
      ...lowLimitRoles,
      told: 'pulledIn',
      work: 'coil',
      feeds: ['feed', 'shared'],
      feedVolts: 'openVolts',
      callPair: ['call', 'shared'],
    },
    contacts: controlContacts,
    inside: (f, site) => [
      windings<Core>(
        'core',
        ['l', 'n'],
        ['feed', 'shared'],
        { ...f, primaryVolts: site.lineVolts, hertz: site.hertz },
        coreIntact,
        shortedTurns(f),
      ),
      contact('highLimit', 'feed', 'lim', (s) => !s.limitOpen, 0.02),
      load('coil', 'lim', 'call', { volts: 24, va: f.coilVa, powerFactor: 0.6, hertz: site.hertz }),
      ...(damperPlug ? chainInside : plainChainInside)<{ pulledIn: boolean } & typeof tepid>('lim', 'shared', {
        pumps: (s) => pumps(f, s, s.pulledIn),
        fires: (s) => wanted(s, s.pulledIn),
      }),
    ],
    motion: {
      rates: (f, s, feel) => ({ ...coreRates(f, s, feel), water: waterRate(f, s, feel.around.flame, feel.around) }),
      levels: (f) => ({ water: waterLevels(f), coreHeat: coreLevels }),
      heats: ['coreHeat'],
      background: ['water'],
      jumps(f, s, feel) {
        const volts = feel.over('coil')
        if (!s.pulledIn && volts >= f.pullIn) return { pulledIn: true }
        if (s.pulledIn && volts < f.dropOut) return { pulledIn: false }
        return limitJump(f, s) ?? coreJump(f, s)
      },
    },
    tells: [
      { is: (_f, s) => s.pulledIn, starts: 'relay pulls in: pump on, damper told', ends: 'relay drops out: pump off' },
      limitTell,
      lowLimitTell,
      ...coreTells,
    ],
    faults: [
      { name: 'coilOpen', says: 'Relay coil open', repair: 'Control', open: ['coil'] },
      pumpRelayOpen,
      pumpRelayWelded,
      limitFault,
      ...coreFaultsInside('Control'),
    ],
    withholds: heldByWater,
    says: (_f, s) =>
      `${s.pulledIn ? 'called' : s.limitOpen ? 'at its limit' : s.cold ? 'keeping warm' : 'idle'}, ${inDegrees(s)}`,
    hazards: [
      'Gas and combustion controls: licensed people under the local code.',
      'All valves, relay, damper and gas valve hang on one small transformer: budget it.',
    ],
  })

export const valveSupplyBoiler = valveSupply(true)
export const valveSupplyNoPlug = valveSupply(false)
