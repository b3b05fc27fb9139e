import {
  coreFaults,
  coreFigures,
  coreIntact,
  coreJump,
  coreLevels,
  coreRates,
  coreTells,
  shortedTurns,
  soundCore,
} from './core-heat.ts'
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
    ...coreFigures,
  },
  state: { ...soundCore },
  roles: { feeds: ['h', 'c'], feedVolts: 'openVolts' },
  inside: (f, site) => [
    windings(
      'core',
      ['p1', 'p2'],
      ['h', 'c'],
      { ...f, primaryVolts: site.lineVolts, hertz: site.hertz },
      coreIntact,
      shortedTurns(f),
    ),
  ],
  motion: {
    rates: coreRates,
    levels: () => ({ coreHeat: coreLevels }),
    heats: ['coreHeat'],
    jumps: coreJump,
  },
  tells: coreTells,
  faults: coreFaults,
  says: (_f, s) =>
    !s.primary || !s.secondary ? 'burnt out' : !s.link ? 'link open, hot' : s.shorted ? 'weak, hot' : '',
  hazards: [
    'Line voltage inside: kill the supply before the cover comes off.',
    'A shorted 24 V secondary burns the transformer. Kill the power before a wire is moved.',
  ],
})
