import { bodyAtRest, bodyFaults, bodyFigures, freely, stemByHand, throughHead } from './body.ts'
import { direct, load, rectified, resistor } from './element.ts'
import { ELECTRONICS } from './hold-up.ts'
import { part } from './kind.ts'

/** It moves only for a difference the eye could see, and goes all the way where so little is left. */
const DEAD_BAND = 0.005

/** Where the signal asks it to stand, 0 to 1. Under the foot of its range it goes to its zero end. */
const asked = (f: { low: number; high: number; reversed: number }, volts: number): number => {
  const between = Math.min(1, Math.max(0, (volts - f.low) / (f.high - f.low)))
  const share = between < DEAD_BAND ? 0 : between > 1 - DEAD_BAND ? 1 : between
  return f.reversed > 0 ? 1 - share : share
}

export const modulating = part({
  kind: 'valve/modulating',
  name: 'Modulating valve, 24 V, four wires',
  class: 'valve',
  about:
    'Follows a direct-voltage signal over the shared common. Powered without a signal it goes to its zero end; without power it stays.',
  terminals: {
    com: { role: 'common of feed and signal', marking: 'COM', circuit: 'low voltage', takes: 2, lead: 'black' },
    hot: { role: '24 V feed', marking: '24V', circuit: 'low voltage', takes: 1, lead: 'red' },
    sig: { role: 'signal in', marking: 'In', circuit: 'signal', takes: 2, lead: 'white' },
    fb: { role: 'position out', marking: 'Out', circuit: 'signal', takes: 1, lead: 'orange' },
  },
  figures: {
    volts: { name: 'Rated volts', unit: 'V', value: 24 },
    va: { name: 'Load', unit: 'VA', value: 3 },
    low: { name: 'Signal at the zero end', unit: 'V', value: 2 },
    high: { name: 'Signal at the far end', unit: 'V', value: 10 },
    reversed: { name: 'Reversed (1 yes, 0 no)', unit: '', value: 0 },
    strokeIn: { name: 'Full stroke in', unit: 's', value: 90 },
    inputOhms: { name: 'Signal input', unit: 'ohm', value: 100_000 },
    minimumVolts: { name: 'Works from', unit: 'V', value: 19 },
    ...bodyFigures,
  },
  state: { travel: 0, target: 0, powered: false, ...bodyAtRest },
  roles: {
    actuator: 'drive',
    travel: 'travel',
    target: 'target',
    passes: 'passes',
    powered: 'powered',
    listens: 'signal',
  },
  hookup: { feed: 'sig', back: 'com', permanent: 'hot', position: 'fb' },
  inside: (f, site) => [
    rectified(load('drive', 'hot', 'com', { volts: f.volts, va: f.va, powerFactor: 0.8, hertz: site.hertz })),
    resistor('signal', 'sig', 'com', f.inputOhms),
    direct('position', 'fb', 'com', (s) => (s.powered ? 2 + 8 * s.travel : 0), 1000),
  ],
  motion: {
    rates(f, s) {
      const off = s.target - s.travel
      return s.powered && Math.abs(off) > DEAD_BAND ? { travel: (freely(f) * Math.sign(off)) / f.strokeIn } : {}
    },
    levels: (_f, s) => ({ travel: [0, s.target, 1] }),
    holdUp: ELECTRONICS,
    jumps(f, s, feel) {
      const powered = feel.over('drive') >= f.minimumVolts
      const target = powered ? asked(f, feel.directVolts('sig', 'com')) : s.target
      if (powered !== s.powered) return { powered, target }
      return Math.abs(target - s.target) > 1e-6 ? { target } : undefined
    },
  },
  tells: [
    { is: (_f, s) => s.powered, starts: 'powered', ends: 'without power, stays where it is' },
    {
      is: (_f, s) => Math.abs(s.target - s.travel) <= DEAD_BAND,
      starts: 'stands where the signal asks',
      ends: 'follows the signal',
    },
  ],
  faults: [
    { name: 'driveOpen', says: 'Drive dead', repair: 'Actuator', open: ['drive'] },
    ...bodyFaults(),
    { name: 'positionDead', says: 'Position output dead', repair: 'Actuator', open: ['position'] },
  ],
  stays: true,
  urged: (_f, s) => s.powered && s.target > 0.01,
  asked: (_f, s) => s.target,
  opening: (_f, s) => throughHead(s, s.travel),
  stemByHand,
  says: (_f, s) =>
    `${Math.round(s.travel * 100)} %${Math.abs(s.target - s.travel) > DEAD_BAND ? ` to ${Math.round(s.target * 100)} %` : ''}${s.powered ? '' : ', no power'}`,
})
