import { resistor } from './element.ts'
import { part } from './kind.ts'

export const loadResistor = part({
  kind: 'joint/load-resistor',
  name: 'Load resistor for a current signal',
  class: 'joint',
  about: '500 ohm from signal to common turns 4 to 20 mA into 2 to 10 V.',
  terminals: {
    a: { role: 'signal', marking: '1', circuit: 'signal', takes: 1 },
    b: { role: 'common', marking: '2', circuit: 'signal', takes: 1 },
  },
  figures: { ohms: { name: 'Resistance', unit: 'ohm', value: 500 } },
  state: {},
  roles: { signalLoad: ['a', 'b'] },
  inside: (f) => [resistor('resistor', 'a', 'b', f.ohms)],
  faults: [{ name: 'open', says: 'Resistor open', repair: 'Replace it', open: ['resistor'] }],
  says: () => '',
})
