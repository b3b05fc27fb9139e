import { contact, load } from './element.ts'
import { type CircuitClass, part } from './kind.ts'

const relayKind = (
  kind: string,
  name: string,
  circuit: CircuitClass,
  coil: { volts: number; va: number; pullIn: number; dropOut: number },
) =>
  part({
    kind,
    name,
    class: 'relay',
    about: 'Isolates two sources, or carries what an end switch may not. May pull in after a delay.',
    terminals: {
      a1: { role: 'coil', marking: 'A1', circuit, takes: 2 },
      a2: { role: 'coil', marking: 'A2', circuit, takes: 2 },
      com: { role: 'contact common', marking: 'COM', circuit: 'call', takes: 2, dry: true },
      no: { role: 'closed when pulled in', marking: 'NO', circuit: 'call', takes: 2, dry: true },
      nc: { role: 'closed at rest', marking: 'NC', circuit: 'call', takes: 2, dry: true },
    },
    figures: {
      volts: { name: 'Coil volts', unit: 'V', value: coil.volts },
      va: { name: 'Coil', unit: 'VA', value: coil.va },
      pullIn: { name: 'Pulls in from', unit: 'V', value: coil.pullIn },
      dropOut: { name: 'Drops out below', unit: 'V', value: coil.dropOut },
      contactAmps: { name: 'Contact carries', unit: 'A', value: 5 },
      delay: { name: 'Delay on', unit: 's', value: 0 },
    },
    state: { waited: 0, pulledIn: false },
    inside: (f, site) => [
      load('coil', 'a1', 'a2', { volts: f.volts, va: f.va, powerFactor: 0.6, hertz: site.hertz }),
      contact('no', 'com', 'no', (s) => s.pulledIn, 0.03),
      contact('nc', 'com', 'nc', (s) => !s.pulledIn, 0.03),
    ],
    roles: { work: 'coil', switches: [{ element: 'no', proves: 'open' }], pulledIn: 'pulledIn' },
    contacts: { no: 'NO contact', nc: 'NC contact' },
    ratings: { no: 'contactAmps', nc: 'contactAmps' },
    motion: {
      rates: (f, s, feel) => (!s.pulledIn && s.waited < f.delay && feel.over('coil') >= f.pullIn ? { waited: 1 } : {}),
      levels: (f) => ({ waited: [f.delay] }),
      jumps(f, s, feel) {
        const volts = feel.over('coil')
        if (!s.pulledIn && s.waited >= f.delay && volts >= f.pullIn) return { pulledIn: true }
        if (volts < f.dropOut && (s.pulledIn || s.waited > 0)) return { pulledIn: false, waited: 0 }
        return undefined
      },
    },
    tells: [{ is: (_f, s) => s.pulledIn, starts: 'pulls in', ends: 'drops out', sign: 'a click at the relay' }],
    faults: [
      { name: 'coilOpen', says: 'Coil open', repair: 'Replace the relay', open: ['coil'] },
      { name: 'welded', says: 'Contact welded', repair: 'Replace the relay; check what it switches', short: ['no'] },
      { name: 'dirty', says: 'Contact does not make', repair: 'Replace the relay', open: ['no'] },
    ],
    says: (f, s) =>
      s.pulledIn ? 'pulled in' : s.waited > 0 ? `waiting ${Math.ceil(f.delay - s.waited)} s` : 'at rest',
  })

export const relay = relayKind('relay/single', 'Relay, 24 V coil, one change-over contact', 'low voltage', {
  volts: 24,
  va: 2,
  pullIn: 18,
  dropOut: 8,
})
export const relay230 = relayKind('relay/line', 'Relay, 230 V coil, one change-over contact', 'line voltage', {
  volts: 230,
  va: 2.5,
  pullIn: 170,
  dropOut: 70,
})
