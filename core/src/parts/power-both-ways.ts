import {
  bodyAtRest,
  bodyFigures,
  bodyLeaks,
  bodyPasses,
  freely,
  headMisseated,
  stemByHand,
  throughHead,
} from './body.ts'
import { load, rectified } from './element.ts'
import { part } from './kind.ts'

export const powerBothWays = part({
  kind: 'valve/power-both-ways',
  name: 'Zone valve, ball, power open and power shut, three wires',
  class: 'valve',
  about: 'Runs to the side its control asks for, then stops drawing. Stays where it is when power fails.',
  terminals: {
    c: { role: 'common', marking: 'N', circuit: 'low voltage', takes: 1, lead: 'black' },
    hot: { role: 'permanent feed', marking: 'L', circuit: 'low voltage', takes: 1, lead: 'red' },
    ctl: { role: 'control', marking: 'S', circuit: 'low voltage', takes: 1, lead: 'white' },
  },
  figures: {
    volts: { name: 'Rated volts', unit: 'V', value: 24 },
    va: { name: 'While moving', unit: 'VA', value: 4 },
    travelsIn: { name: 'Travels in', unit: 's', value: 15 },
    minimumVolts: { name: 'Runs from', unit: 'V', value: 18 },
    ...bodyFigures,
  },
  state: { travel: 0, direction: 0, ...bodyAtRest },
  roles: { actuator: 'control', permanent: 'idle', travel: 'travel', passes: 'passes' },
  hookup: { feed: 'ctl', back: 'c', permanent: 'hot' },
  inside: (f, site) => [
    load(
      'motor',
      'hot',
      'c',
      { volts: f.volts, va: f.va, powerFactor: 0.8, hertz: site.hertz },
      (s) => s.direction !== 0,
    ),
    rectified(load('idle', 'hot', 'c', { volts: f.volts, va: 0.2, powerFactor: 0.8, hertz: site.hertz })),
    load('control', 'ctl', 'c', { volts: f.volts, va: 0.2, powerFactor: 1, hertz: site.hertz }),
  ],
  motion: {
    rates: (f, s) => (s.direction === 0 ? {} : { travel: (freely(f) * s.direction) / f.travelsIn }),
    levels: () => ({ travel: [0, 1] }),
    jumps(f, s, feel) {
      const fed = feel.volts('hot', 'c') >= f.minimumVolts
      const asked = feel.volts('ctl', 'c') >= f.minimumVolts ? 1 : -1
      const there = asked === 1 ? s.travel >= 1 : s.travel <= 0
      const direction = fed && !there ? asked : 0
      return direction === s.direction ? undefined : { direction }
    },
  },
  tells: [
    { is: (_f, s) => s.direction > 0, starts: 'runs open' },
    { is: (_f, s) => s.direction < 0, starts: 'runs shut' },
    { is: (_f, s) => s.travel >= 1, starts: 'open, stops drawing' },
    { is: (_f, s) => s.travel <= 0, starts: 'shut, stops drawing' },
  ],
  faults: [
    { name: 'motorOpen', says: 'Motor open', repair: 'Head', open: ['motor'], pin: { direction: 0 } },
    { name: 'bodySeized', says: 'Body seized where it stands', repair: 'Body', pin: { direction: 0 } },
    bodyPasses,
    headMisseated,
    bodyLeaks,
  ],
  stays: true,
  urged: (_f, s) => s.direction > 0 || (s.direction === 0 && s.travel >= 1),
  opening: (_f, s) => throughHead(s, s.travel),
  stemByHand,
  says(_f, s) {
    if (s.direction !== 0) return `${s.direction > 0 ? 'opening' : 'shutting'} ${Math.floor(s.travel * 100)} %`
    return s.travel >= 1 ? 'open' : s.travel <= 0 ? 'shut' : `stands at ${Math.floor(s.travel * 100)} %`
  },
  hazards: [
    'It stays where it is when power fails: after an outage water may run hot or cold until it is powered again.',
  ],
})
