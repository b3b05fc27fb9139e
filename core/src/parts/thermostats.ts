import { contact, load, rectified } from './element.ts'
import { ELECTRONICS } from './hold-up.ts'
import { type Control, type Fault, type Feel, type Motion, part } from './kind.ts'
import { cool, type RoomFigures, roomFigures, type Warmth, wantsHeat, warmthLevels, warmthRate } from './room.ts'

type Calling = Warmth & { calling: boolean; waited: number; made: boolean }
const atRest: Calling = { calling: false, waited: 0, made: false, ...cool }

/** The contact follows the call after the start delay and opens at once when warm enough or without power. */
function follows<F extends RoomFigures & { startDelay: number }>(powered: (f: F, feel: Feel) => boolean) {
  const asks = (f: F, s: Calling, feel: Feel) => s.calling && wantsHeat(f, s, s.made) && powered(f, feel)
  const motion: Motion<F, Calling> = {
    rates: (f, s, feel) => ({
      warmth: warmthRate(f, s, feel.around),
      ...(asks(f, s, feel) && !s.made && s.waited < f.startDelay ? { waited: 1 } : {}),
    }),
    levels: (f) => ({ waited: [f.startDelay], warmth: warmthLevels(f) }),
    background: ['warmth'],
    holdUp: ELECTRONICS,
    jumps(f, s, feel) {
      const wanted = asks(f, s, feel)
      if (wanted && !s.made && s.waited >= f.startDelay) return { made: true }
      if (!wanted && (s.made || s.waited > 0)) return { made: false, waited: 0 }
      return undefined
    },
  }
  return motion
}

export const asks: readonly Control[] = [
  {
    state: 'calling',
    name: 'Thermostat',
    options: [
      { value: false, says: 'Off' },
      { value: true, says: 'Call' },
    ],
  },
  { state: 'warmth', name: 'Room or tank is at', dial: () => ({ from: 5, to: 75, step: 0.5, unit: '°C' }) },
]

const says = (_f: unknown, s: Calling) =>
  s.made ? 'calling' : !s.calling ? 'satisfied' : s.waited > 0 ? 'waiting to call' : 'warm enough, or no power'
const withholds = (f: RoomFigures, s: Calling, element: string) =>
  element === 'contact' && s.calling && !wantsHeat(f, s, s.made) ? 'warm enough' : undefined
export const callTells = [
  {
    is: (_f: unknown, s: { made: boolean }) => s.made,
    starts: 'contact makes',
    ends: 'contact opens',
    sign: 'a click, or the flame sign on its display',
  },
]
export const callFaults: readonly Fault[] = [
  {
    name: 'neverMakes',
    says: 'Contact does not close',
    repair: 'Battery or set-up first, then the thermostat',
    open: ['contact'],
  },
  { name: 'neverOpens', says: 'Contact does not open', repair: 'Replace the thermostat', short: ['contact'] },
  {
    name: 'setTooLow',
    says: 'Set below the room',
    repair: 'Show how it is set; it is sound',
    unit: 'setting',
    sets: { setpoint: 12 },
  },
]

/** Of a receiver that a hand unit in the room calls by radio. */
const radioFaults: readonly Fault[] = [
  {
    name: 'linkLost',
    says: 'No link to its hand unit',
    repair: 'Pair them again',
    unit: 'link',
    display: 'blinks',
    pin: { made: false },
  },
  {
    name: 'handBattery',
    says: 'Battery of the hand unit dead',
    repair: 'New battery in the hand unit',
    unit: 'battery',
    display: 'blank in the hand unit',
    pin: { made: false },
  },
  {
    name: 'overrideOn',
    says: 'Override left on: it calls for good',
    repair: 'Press the override off',
    unit: 'override',
    pin: { made: true },
  },
]
export const callRoles = {
  callContact: 'contact',
  calling: 'calling',
  made: 'made',
  waited: 'waited',
  warmth: 'warmth',
  setpoint: 'setpoint',
}
const hazards = ['An old tilt-switch thermostat holds mercury: take it down whole, dispose of it as hazardous waste.']
export const thermostatAtRest = atRest
export const callMotion = follows(() => true)
export const thermostatFigures = {
  startDelay: { name: 'Start delay', unit: 's', value: 0, spread: 0.1 },
  contactAmps: { name: 'Contact carries', unit: 'A', value: 1 },
  ...roomFigures,
}
const lineFigures = { ...thermostatFigures, contactAmps: { ...thermostatFigures.contactAmps, value: 3 } }
const ratings = { contact: 'contactAmps' } as const
const pair = {
  r: { role: 'feed', marking: 'R', circuit: 'low voltage', takes: 1 },
  w: { role: 'call', marking: 'W', circuit: 'low voltage', takes: 1 },
} as const

export const twoWireThermostat = part({
  kind: 'thermostat/two-wire',
  name: 'Thermostat, two wires, battery',
  class: 'thermostat',
  about: 'A dry contact between R and W that closes when the room calls. Runs on its own battery.',
  terminals: pair,
  figures: thermostatFigures,
  state: { ...atRest },
  controls: asks,
  roles: callRoles,
  ratings,
  hookup: { feed: 'r', call: 'w' },
  inside: (_f) => [contact('contact', 'r', 'w', (s) => s.made, 0.03)],
  motion: follows(() => true),
  tells: callTells,
  faults: [
    ...callFaults,
    {
      name: 'batteryDead',
      says: 'Battery dead',
      repair: 'New battery',
      unit: 'battery',
      display: 'blank',
      pin: { made: false },
    },
  ],
  withholds,
  says,
  hazards,
})

export const powerStealing = part({
  kind: 'thermostat/power-stealing',
  name: 'Thermostat, two wires, power-stealing',
  class: 'thermostat',
  about: 'Lives on a few milliamps that it leaks through the W load while idle. Can hold a light load half on.',
  terminals: pair,
  figures: { ...thermostatFigures, leakOhms: { name: 'Leak while idle', unit: 'ohm', value: 5600 } },
  state: { ...atRest },
  controls: asks,
  roles: { ...callRoles, stealsPower: true },
  ratings,
  hookup: { feed: 'r', call: 'w' },
  inside: (f) => [
    contact('contact', 'r', 'w', (s) => s.made, 0.03),
    contact('leak', 'r', 'w', (s) => !s.made, f.leakOhms),
  ],
  motion: follows(() => true),
  tells: callTells,
  faults: callFaults,
  withholds,
  says,
  hazards: ['Its leak makes a meter show a middling voltage at an idle valve.'],
})

export const poweredThermostat = part({
  kind: 'thermostat/powered',
  name: 'Thermostat, powered, three wires',
  class: 'thermostat',
  about: 'Lives on 24 V between R and C; its relay closes R to W on a call.',
  terminals: { ...pair, c: { role: 'common', marking: 'C', circuit: 'low voltage', takes: 1 } },
  figures: {
    ...thermostatFigures,
    va: { name: 'Own load', unit: 'VA', value: 2 },
    minimumVolts: { name: 'Works from', unit: 'V', value: 18 },
  },
  state: { ...atRest },
  controls: asks,
  roles: { ...callRoles, livesOn: ['electronics', 'minimumVolts'] },
  ratings,
  hookup: { feed: 'r', call: 'w', common: 'c' },
  inside: (f, site) => [
    contact('contact', 'r', 'w', (s) => s.made, 0.03),
    rectified(load('electronics', 'r', 'c', { volts: 24, va: f.va, powerFactor: 0.9, hertz: site.hertz })),
  ],
  motion: follows(
    (f: RoomFigures & { startDelay: number; minimumVolts: number }, feel) => feel.over('electronics') >= f.minimumVolts,
  ),
  tells: callTells,
  faults: [
    ...callFaults,
    {
      name: 'noPower',
      says: 'Electronics dead',
      repair: 'Replace the thermostat',
      display: 'blank',
      pin: { made: false },
    },
  ],
  withholds,
  says,
})

/** Volts from which a line-voltage device works. */
const LINE_WORKS = 150

export const receiver = part({
  kind: 'thermostat/receiver-230',
  name: 'Room thermostat or receiver, 230 V, volt-free contact',
  class: 'thermostat',
  about:
    'L and N feed it; its relay joins COM to NO on a call and COM to NC at rest. A link L-COM makes it switch line voltage.',
  terminals: {
    l: { role: 'live', marking: 'L', circuit: 'line voltage', takes: 2 },
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1 },
    com: { role: 'contact common', marking: 'COM', circuit: 'line voltage', takes: 2, dry: true },
    no: { role: 'closed on a call', marking: 'NO', circuit: 'line voltage', takes: 1, dry: true },
    nc: { role: 'closed at rest', marking: 'NC', circuit: 'line voltage', takes: 1, dry: true },
  },
  figures: { ...lineFigures, va: { name: 'Own load', unit: 'VA', value: 2 } },
  state: { ...atRest },
  controls: asks,
  roles: { ...callRoles, livesOn: ['electronics', LINE_WORKS] },
  ratings,
  hookup: { feed: 'com', call: 'no', live: 'l', common: 'n' },
  inside: (f, site) => [
    rectified(load('electronics', 'l', 'n', { volts: 230, va: f.va, powerFactor: 0.6, hertz: site.hertz })),
    contact('contact', 'com', 'no', (s) => s.made, 0.03),
    contact('rest', 'com', 'nc', (s) => !s.made, 0.03),
  ],
  motion: follows((_f: RoomFigures & { startDelay: number }, feel) => feel.over('electronics') >= LINE_WORKS),
  tells: callTells,
  faults: [
    ...callFaults,
    ...radioFaults,
    { name: 'noPower', says: 'Electronics dead', repair: 'Replace it', display: 'blank', pin: { made: false } },
  ],
  withholds,
  says,
  hazards: ['Line voltage: isolate, lock off, prove dead before the cover comes off.'],
})

export const mechanicalThermostat = part({
  kind: 'thermostat/mechanical-230',
  name: 'Room thermostat, 230 V, mechanical, with accelerator',
  class: 'thermostat',
  about:
    'Switches its feed to its output as the room cools. A small heater between output and N makes it break sooner.',
  terminals: {
    in: { role: 'switched feed', marking: 'Feed', circuit: 'line voltage', takes: 1 },
    out: { role: 'call', marking: 'Call', circuit: 'line voltage', takes: 1 },
    n: { role: 'accelerator neutral', marking: 'N', circuit: 'line voltage', takes: 1 },
  },
  figures: lineFigures,
  state: { ...atRest },
  controls: asks,
  roles: callRoles,
  ratings,
  hookup: { feed: 'in', call: 'out', common: 'n' },
  inside: (_f, site) => [
    contact('contact', 'in', 'out', (s) => s.made, 0.03),
    load('accelerator', 'out', 'n', { volts: 230, va: 0.15, powerFactor: 1, hertz: site.hertz }),
  ],
  motion: follows(() => true),
  tells: callTells,
  faults: callFaults,
  withholds,
  says,
  hazards,
})

export const tankThermostat = part({
  kind: 'thermostat/tank',
  name: 'Tank thermostat',
  class: 'thermostat',
  about: 'Strapped to the cylinder: closes on falling temperature, opens when satisfied.',
  terminals: {
    com: { role: 'contact common', marking: 'COM', circuit: 'line voltage', takes: 1, dry: true },
    no: { role: 'call', marking: 'Call', circuit: 'line voltage', takes: 1, dry: true },
    nc: { role: 'satisfied', marking: 'Warm', circuit: 'line voltage', takes: 1, dry: true },
  },
  figures: {
    ...lineFigures,
    setpoint: { name: 'Set to', unit: '°C', value: 60 },
    warms: { name: 'Tank warms', unit: 'K/h', value: 40 },
    cools: { name: 'Tank cools', unit: 'K/h', value: 2 },
  },
  state: { ...atRest, warmth: 45 },
  controls: asks,
  roles: callRoles,
  ratings,
  hookup: { feed: 'com', call: 'no', satisfied: 'nc' },
  inside: (_f) => [
    contact('contact', 'com', 'no', (s) => s.made, 0.03),
    contact('rest', 'com', 'nc', (s) => !s.made, 0.03),
  ],
  motion: follows(() => true),
  tells: callTells,
  faults: callFaults,
  withholds,
  says,
})
