import { load } from './element.ts'
import { part } from './kind.ts'

export const circulator = part({
  kind: 'pump/circulator',
  name: 'Circulator',
  class: 'pump',
  about: 'Pump of the whole system or of one zone.',
  terminals: {
    l: { role: 'live', marking: 'L', circuit: 'line voltage', takes: 2 },
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 2 },
    e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 1 },
  },
  figures: {
    va: { name: 'Load', unit: 'VA', value: 80 },
    powerFactor: { name: 'Power factor', unit: '', value: 0.8 },
  },
  state: { running: false },
  roles: { work: 'motor', running: 'running' },
  inside: (f, site) => [load('motor', 'l', 'n', { volts: site.lineVolts, hertz: site.hertz, ...f })],
  motion: {
    jumps(_f, s, feel) {
      const running = feel.over('motor') >= (s.running ? 60 : 85)
      return running === s.running ? undefined : { running }
    },
  },
  tells: [
    { is: (_f, s) => s.running, starts: 'starts', ends: 'stops', sign: 'a hum, and the pipe trembles under a hand' },
  ],
  faults: [
    { name: 'windingOpen', says: 'Winding open', repair: 'Replace it', open: ['motor'] },
    { name: 'seized', says: 'Seized: hums, does not turn', repair: 'Free or replace it', pin: { running: false } },
  ],
  says: (_f, s) => (s.running ? 'running' : 'stopped'),
  hazards: ['Line voltage: isolate, lock off, prove dead before the cover comes off.'],
})
