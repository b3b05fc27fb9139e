import { resistor, source } from './element.ts'
import { part } from './kind.ts'

/** Neutral is bonded to earth at the service, as in both practices; all volts to earth are counted from here. */
export const lineSupply = part({
  kind: 'supply/line',
  name: 'Line supply',
  class: 'supply',
  about: 'Where the building feeds the boiler room: live, neutral and earth of one circuit.',
  terminals: {
    l: { role: 'live', marking: 'L', circuit: 'line voltage', takes: 1 },
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1 },
    e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 1 },
  },
  figures: { loopOhms: { name: 'Source impedance', unit: 'ohm', value: 0.25 } },
  state: {},
  roles: { feeds: ['l', 'n'] },
  inside: (f, site) => [
    source('line', 'l', 'n', site.lineVolts, f.loopOhms),
    resistor('bond', 'n', 'e', 0.05),
    resistor('ground', 'e', 'earth', 0.05),
  ],
  says: () => 'fed',
  hazards: ['Line voltage: licensed or competent people under the local code.'],
})
