import { windings } from './element.ts'
import { part } from './kind.ts'

export const controlTransformer = part({
  kind: 'transformer/control',
  name: 'Control transformer',
  class: 'transformer',
  about: 'Line voltage in, 24 V nominal out at rated load; 26 to 28 V unloaded is healthy.',
  terminals: {
    p1: { role: 'primary live', marking: 'L', circuit: 'line voltage', takes: 1, lead: 'black' },
    p2: { role: 'primary neutral', marking: 'N', circuit: 'line voltage', takes: 1, lead: 'white' },
    h: { role: 'secondary hot', marking: 'R', circuit: 'low voltage', takes: 2 },
    c: { role: 'secondary common', marking: 'C', circuit: 'low voltage', takes: 2 },
  },
  figures: {
    va: { name: 'Rated load', unit: 'VA', value: 40 },
    ratedVolts: { name: 'Volts at rated load', unit: 'V', value: 24 },
    openVolts: { name: 'Volts unloaded', unit: 'V', value: 27 },
  },
  state: { primary: true, secondary: true },
  roles: { feeds: ['h', 'c'], feedVolts: 'openVolts' },
  inside: (f, site) => [
    windings('core', ['p1', 'p2'], ['h', 'c'], { ...f, primaryVolts: site.lineVolts, hertz: site.hertz }, (s) => [
      s.primary,
      s.secondary,
    ]),
  ],
  faults: [
    {
      name: 'primaryOpen',
      says: 'Primary open',
      repair: 'Replace; find the overload that burnt it',
      pin: { primary: false },
    },
    {
      name: 'secondaryOpen',
      says: 'Secondary open',
      repair: 'Replace; find the short that burnt it',
      pin: { secondary: false },
    },
  ],
  says: () => '',
  hazards: [
    'Line voltage inside: kill the supply before the cover comes off.',
    'A shorted 24 V secondary burns the transformer. Kill the power before a wire is moved.',
  ],
})
