import { contact, load } from './element.ts'
import { part } from './kind.ts'

export const damper = part({
  kind: 'safety/damper',
  name: 'Vent damper with proof switch',
  class: 'safety',
  about: 'Turns open while fed; its proof switch lets the feed through to the burner chain only when it stands open.',
  terminals: {
    d1: { role: 'feed', marking: 'D1', circuit: 'low voltage', takes: 1 },
    d2: { role: 'common', marking: 'D2', circuit: 'low voltage', takes: 1 },
    d3: { role: 'proof out', marking: 'D3', circuit: 'low voltage', takes: 1 },
  },
  figures: {
    va: { name: 'Motor', unit: 'VA', value: 5 },
    opensIn: { name: 'Opens in', unit: 's', value: 15 },
    minimumVolts: { name: 'Runs from', unit: 'V', value: 18 },
  },
  state: { travel: 0, driven: false },
  roles: { actuator: 'motor' },
  inside: (f, site) => [
    load('motor', 'd1', 'd2', { volts: 24, va: f.va, powerFactor: 0.7, hertz: site.hertz }),
    contact('proof', 'd1', 'd3', (s) => s.travel >= 1, 0.03),
  ],
  motion: {
    rates: (f, s) =>
      s.driven ? (s.travel < 1 ? { travel: 1 / f.opensIn } : {}) : s.travel > 0 ? { travel: -1 / f.opensIn } : {},
    levels: () => ({ travel: [0, 1] }),
    jumps(f, s, feel) {
      const driven = feel.over('motor') >= (s.driven ? f.minimumVolts / 2 : f.minimumVolts)
      return driven === s.driven ? undefined : { driven }
    },
  },
  tells: [
    { is: (_f, s) => s.driven && s.travel < 1, starts: 'turns open' },
    { is: (_f, s) => s.travel >= 1, starts: 'proven open', ends: 'leaves open' },
  ],
  faults: [
    { name: 'stuckShut', says: 'Stuck shut', repair: 'Free or replace the damper', pin: { travel: 0 } },
    { name: 'proofMissing', says: 'Proof switch does not make', repair: 'Replace the damper', open: ['proof'] },
  ],
  withholds: (f, s, element) =>
    element === 'proof' && s.driven && s.travel < 1
      ? `opening, ${Math.ceil((1 - s.travel) * f.opensIn)} s to go`
      : undefined,
  says: (_f, s) => (s.travel >= 1 ? 'proven open' : s.driven ? 'opening' : s.travel > 0 ? 'closing' : 'shut'),
})

const trip = (kind: string, name: string, about: string) =>
  part({
    kind,
    name,
    class: 'safety',
    about,
    terminals: {
      in: { role: 'chain in', marking: '1', circuit: 'low voltage', takes: 1 },
      out: { role: 'chain out', marking: '2', circuit: 'low voltage', takes: 1 },
    },
    figures: {},
    state: { tripped: false },
    controls: [
      {
        state: 'tripped',
        name,
        options: [
          { value: false, says: 'closed' },
          { value: true, says: 'tripped' },
        ],
      },
    ],
    inside: (_f) => [contact('switch', 'in', 'out', (s) => !s.tripped, 0.02)],
    tells: [{ is: (_f, s) => s.tripped, starts: 'trips', ends: 'is reset' }],
    faults: [{ name: 'tripped', says: 'Tripped', repair: 'Find the cause, then reset it', pin: { tripped: true } }],
    says: (_f, s) => (s.tripped ? 'tripped' : 'closed'),
    hazards: ['Never defeat it. It tripped for a cause: find that first.'],
  })

export const spillSwitch = trip('safety/spill', 'Spill switch', 'Opens when flue gas spills back at the draught hood.')
export const rollOut = trip('safety/roll-out', 'Roll-out switch', 'Opens when flame rolls out of the burner.')

export const gasValve = part({
  kind: 'burner/gas-valve',
  name: 'Gas valve, 24 V',
  class: 'burner',
  about: 'Opens and lights while the whole burner chain gives it 24 V.',
  terminals: {
    g1: { role: 'coil', marking: '1', circuit: 'low voltage', takes: 1 },
    g2: { role: 'coil', marking: '2', circuit: 'low voltage', takes: 1 },
  },
  figures: { va: { name: 'Coil', unit: 'VA', value: 10 }, minimumVolts: { name: 'Opens from', unit: 'V', value: 18 } },
  state: { open: false },
  roles: { work: 'coil', flame: 'open', lastOfChain: true },
  inside: (f, site) => [load('coil', 'g1', 'g2', { volts: 24, va: f.va, powerFactor: 0.6, hertz: site.hertz })],
  motion: {
    jumps(f, s, feel) {
      const open = feel.over('coil') >= (s.open ? f.minimumVolts / 2 : f.minimumVolts)
      return open === s.open ? undefined : { open }
    },
  },
  tells: [{ is: (_f, s) => s.open, starts: 'opens, burner lights', ends: 'shuts, burner goes out' }],
  faults: [{ name: 'coilOpen', says: 'Coil open', repair: 'Gas valve: licensed people', open: ['coil'] }],
  says: (_f, s) => (s.open ? 'firing' : 'off'),
  hazards: ['Gas work: licensed people under the local code.'],
})
