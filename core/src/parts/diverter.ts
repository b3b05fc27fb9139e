import { load } from './element.ts'
import { part } from './kind.ts'

export const diverter = part({
  kind: 'valve/diverter',
  name: 'Three-port diverter, 230 V, three wires',
  class: 'valve',
  about: 'Rests on heating and turns a quarter turn to hot water while its switched feed is live; never both.',
  terminals: {
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1, lead: 'blue' },
    pl: { role: 'permanent feed', marking: 'L', circuit: 'line voltage', takes: 1, lead: 'brown' },
    sw: { role: 'switched feed', marking: 'S', circuit: 'line voltage', takes: 1, lead: 'black' },
  },
  figures: {
    volts: { name: 'Rated volts', unit: 'V', value: 230 },
    va: { name: 'While turning', unit: 'VA', value: 4 },
    turnsIn: { name: 'Quarter turn in', unit: 's', value: 25 },
    minimumVolts: { name: 'Turns from', unit: 'V', value: 180 },
    marksOpen: { name: 'Mark on the shaft points at (0 the closed port, 1 the open one)', unit: '', value: 0 },
    clockwise: { name: 'Turns as delivered (0 anticlockwise, 1 clockwise)', unit: '', value: 0 },
    turnsBy: { name: 'Direction is set by (0 nothing, 1 links, 2 a switch)', unit: '', value: 1 },
    hasDial: { name: 'Has a dial for manual (1 yes, 0 no)', unit: '', value: 1 },
    jumpersMoved: { name: 'Jumpers moved from delivery (1 yes, 0 no)', unit: '', value: 0 },
    mirrored: { name: 'Body fitted mirror-wise (1 yes, 0 no)', unit: '', value: 0 },
  },
  state: { travel: 0, direction: 0, dial: 'automatic' },
  controls: [
    {
      state: 'dial',
      name: 'Dial',
      options: [
        { value: 'automatic', says: 'pushed in' },
        { value: 'manual', says: 'pulled out' },
      ],
    },
  ],
  roles: { actuator: 'switched', permanent: 'idle', travel: 'travel', diverts: ['jumpersMoved', 'mirrored'] },
  hookup: { feed: 'sw', back: 'n', permanent: 'pl' },
  inside: (f, site) => {
    const draws = (name: string, a: string, va: number) =>
      load(name, a, 'n', { volts: f.volts, va, powerFactor: 0.8, hertz: site.hertz })
    return [
      load(
        'motor',
        'pl',
        'n',
        { volts: f.volts, va: f.va, powerFactor: 0.8, hertz: site.hertz },
        (s) => s.direction !== 0,
      ),
      draws('idle', 'pl', 0.5),
      draws('switched', 'sw', 0.3),
    ]
  },
  motion: {
    rates: (f, s) => (s.direction === 0 ? {} : { travel: s.direction / f.turnsIn }),
    levels: () => ({ travel: [0, 1] }),
    jumps(f, s, feel) {
      const fed = feel.volts('pl', 'n') >= f.minimumVolts && s.dial === 'automatic'
      const asked = feel.volts('sw', 'n') >= f.minimumVolts ? 1 : -1
      const there = asked === 1 ? s.travel >= 1 : s.travel <= 0
      const direction = fed && !there ? asked : 0
      return direction === s.direction ? undefined : { direction }
    },
  },
  tells: [
    { is: (_f, s) => s.direction !== 0, starts: 'turns', ends: 'stands' },
    { is: (_f, s) => s.travel >= 1, starts: 'open to hot water' },
    { is: (_f, s) => s.travel <= 0, starts: 'open to heating' },
  ],
  faults: [
    { name: 'motorOpen', says: 'Motor open', repair: 'Head', unit: 'head', open: ['motor'], pin: { direction: 0 } },
    {
      name: 'deaf',
      says: 'Does not hear its switched feed',
      repair: 'Head',
      unit: 'head',
      open: ['switched'],
      pin: { direction: 0 },
    },
    {
      name: 'dialLeftOut',
      says: 'Dial left in manual',
      repair: 'Push the dial back to automatic',
      unit: 'dial',
      pin: { dial: 'manual' },
    },
    {
      name: 'turnsWrong',
      says: 'Its links turn it the wrong way for this body',
      repair: 'Change its links, isolated: they carry line voltage',
      unit: 'links',
      sets: { mirrored: 1 },
    },
    { name: 'bodySeized', says: 'Body seized where it stands', repair: 'Body', pin: { direction: 0 } },
  ],
  stays: true,
  urged: (_f, s) => s.direction > 0 || (s.direction === 0 && s.travel >= 1),
  // Mirror-wise bodies need the jumpers moved: with one and not the other it opens the wrong outlet.
  says(f, s) {
    if (s.dial === 'manual') return 'held by its dial'
    if (s.direction !== 0) return `turning ${Math.floor(s.travel * 100)} %`
    const toTank = s.travel >= 1 !== (f.jumpersMoved !== f.mirrored)
    return toTank ? 'on hot water' : 'on heating'
  },
  hazards: ['The jumpers carry line voltage: isolate before they are moved.', 'Flow never enters the branch port.'],
})
