import { contact, load } from './element.ts'
import { type Feel, type Motion, part } from './kind.ts'

type Calling = { calling: boolean; waited: number; made: boolean }
const atRest: Calling = { calling: false, waited: 0, made: false }

/** The contact follows the call after the start delay and opens at once; without power it opens. */
function follows<F extends { startDelay: number }>(powered: (f: F, feel: Feel) => boolean) {
  const motion: Motion<F, Calling> = {
    rates: (f, s, feel) => (s.calling && !s.made && s.waited < f.startDelay && powered(f, feel) ? { waited: 1 } : {}),
    levels: (f) => ({ waited: [f.startDelay] }),
    jumps(f, s, feel) {
      const alive = powered(f, feel)
      if (s.calling && alive && !s.made && s.waited >= f.startDelay) return { made: true }
      if ((!s.calling || !alive) && (s.made || s.waited > 0)) return { made: false, waited: 0 }
      return undefined
    },
  }
  return motion
}

const asks = [
  {
    state: 'calling',
    name: 'Thermostat',
    options: [
      { value: false, says: 'Off' },
      { value: true, says: 'Call' },
    ],
  },
]

const says = (_f: unknown, s: Calling) => (s.made ? 'calling' : s.calling ? 'waiting to call' : 'satisfied')
const tells = [{ is: (_f: unknown, s: Calling) => s.made, starts: 'contact makes', ends: 'contact opens' }]
const faults = [
  {
    name: 'neverMakes',
    says: 'Contact does not close',
    repair: 'Battery or set-up first, then the thermostat',
    open: ['contact'],
  },
  { name: 'neverOpens', says: 'Contact does not open', repair: 'Replace the thermostat', short: ['contact'] },
]
const roles = { callContact: 'contact', calling: 'calling' }
const hazards = ['An old tilt-switch thermostat holds mercury: take it down whole, dispose of it as hazardous waste.']

export const twoWireThermostat = part({
  kind: 'thermostat/two-wire',
  name: 'Thermostat, two wires, battery',
  class: 'thermostat',
  about: 'A dry contact between R and W that closes when the room calls. Runs on its own battery.',
  terminals: {
    r: { role: 'feed', marking: 'R', circuit: 'low voltage', takes: 1 },
    w: { role: 'call', marking: 'W', circuit: 'low voltage', takes: 1 },
  },
  figures: { startDelay: { name: 'Start delay', unit: 's', value: 0 } },
  state: { ...atRest },
  controls: asks,
  roles,
  inside: (_f) => [contact('contact', 'r', 'w', (s) => s.made, 0.03)],
  motion: follows(() => true),
  tells,
  faults: [...faults, { name: 'batteryDead', says: 'Battery dead', repair: 'New battery', pin: { made: false } }],
  says,
  hazards,
})

export const poweredThermostat = part({
  kind: 'thermostat/powered',
  name: 'Thermostat, powered, three wires',
  class: 'thermostat',
  about: 'Lives on 24 V between R and C; its relay closes R to W on a call.',
  terminals: {
    r: { role: 'feed', marking: 'R', circuit: 'low voltage', takes: 1 },
    w: { role: 'call', marking: 'W', circuit: 'low voltage', takes: 1 },
    c: { role: 'common', marking: 'C', circuit: 'low voltage', takes: 1 },
  },
  figures: {
    startDelay: { name: 'Start delay', unit: 's', value: 0 },
    va: { name: 'Own load', unit: 'VA', value: 2 },
    minimumVolts: { name: 'Works from', unit: 'V', value: 18 },
  },
  state: { ...atRest },
  controls: asks,
  roles,
  inside: (f, site) => [
    contact('contact', 'r', 'w', (s) => s.made, 0.03),
    load('electronics', 'r', 'c', { volts: 24, va: f.va, powerFactor: 0.9, hertz: site.hertz }),
  ],
  motion: follows(
    (f: { startDelay: number; minimumVolts: number }, feel) => feel.over('electronics') >= f.minimumVolts,
  ),
  tells,
  faults: [
    ...faults,
    { name: 'noPower', says: 'Electronics dead', repair: 'Replace the thermostat', pin: { made: false } },
  ],
  says,
})
