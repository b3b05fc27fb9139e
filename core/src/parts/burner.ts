import { load } from './element.ts'
import { part } from './kind.ts'

export const burner = part({
  kind: 'burner/line',
  name: 'Burner, line voltage',
  class: 'burner',
  about:
    'Motor and ignition, fed by the boiler control while it wants heat. Lights a few seconds after it starts, if it has fuel.',
  terminals: {
    l: { role: 'live', marking: 'L', circuit: 'line voltage', takes: 1 },
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1 },
    e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 1 },
  },
  figures: {
    va: { name: 'Load', unit: 'VA', value: 250 },
    powerFactor: { name: 'Power factor', unit: '', value: 0.7 },
    lightsIn: { name: 'Lights after', unit: 's', value: 5 },
  },
  state: { running: false, ran: 0, fuel: true, flame: false },
  controls: [
    {
      state: 'fuel',
      name: 'Fuel',
      options: [
        { value: true, says: 'on' },
        { value: false, says: 'none' },
      ],
    },
  ],
  roles: { work: 'motor', running: 'running', flame: 'flame' },
  inside: (f, site) => [load('motor', 'l', 'n', { volts: site.lineVolts, hertz: site.hertz, ...f })],
  motion: {
    rates: (f, s) => (s.running && s.ran < f.lightsIn ? { ran: 1 } : {}),
    levels: (f) => ({ ran: [f.lightsIn] }),
    jumps(f, s, feel) {
      const running = feel.over('motor') >= (s.running ? 60 : 85)
      if (running !== s.running) return { running, ran: 0 }
      const flame = s.running && s.fuel && s.ran >= f.lightsIn
      return flame === s.flame ? undefined : { flame }
    },
  },
  tells: [
    { is: (_f, s) => s.running, starts: 'motor starts', ends: 'motor stops', sign: 'the burner fan is heard' },
    { is: (_f, s) => s.flame, starts: 'lights', ends: 'goes out', sign: 'light in the sight glass' },
  ],
  faults: [
    { name: 'windingOpen', says: 'Motor winding open', repair: 'Qualified burner service', open: ['motor'] },
    { name: 'noFlame', says: 'Runs and does not light', repair: 'Qualified burner service', pin: { flame: false } },
  ],
  says: (_f, s) => (s.flame ? 'firing' : s.running ? 'starting' : 'off'),
  hazards: ['Burner work: licensed people under the local code.'],
})
