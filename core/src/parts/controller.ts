import { direct, load, resistor } from './element.ts'
import { part } from './kind.ts'

export const buildingController = part({
  kind: 'controller/building',
  name: 'Building controller, analogue',
  class: 'controller',
  about: 'Two analogue outputs of 0 to 10 V and two inputs over one common. A simulated one ships with the program.',
  terminals: {
    hot: { role: '24 V feed', marking: '24V', circuit: 'low voltage', takes: 1 },
    com: { role: 'common of feed and signals', marking: 'COM', circuit: 'low voltage', takes: 4 },
    ao1: { role: 'output 1', marking: 'AO1', circuit: 'signal', takes: 1 },
    ao2: { role: 'output 2', marking: 'AO2', circuit: 'signal', takes: 1 },
    ai1: { role: 'input 1', marking: 'AI1', circuit: 'signal', takes: 1 },
    ai2: { role: 'input 2', marking: 'AI2', circuit: 'signal', takes: 1 },
  },
  figures: {
    va: { name: 'Own load', unit: 'VA', value: 4 },
    minimumVolts: { name: 'Works from', unit: 'V', value: 18 },
  },
  /** Outputs and what the inputs read, volts. */
  state: { out1: 0, out2: 0, in1: 0, in2: 0, powered: false },
  roles: { work: 'electronics' },
  inside: (f, site) => [
    load('electronics', 'hot', 'com', { volts: 24, va: f.va, powerFactor: 0.7, hertz: site.hertz }),
    direct('output1', 'ao1', 'com', (s) => (s.powered ? s.out1 : 0), 100),
    direct('output2', 'ao2', 'com', (s) => (s.powered ? s.out2 : 0), 100),
    resistor('input1', 'ai1', 'com', 100_000),
    resistor('input2', 'ai2', 'com', 100_000),
  ],
  motion: {
    jumps(f, s, feel) {
      const powered = feel.over('electronics') >= f.minimumVolts
      const [in1, in2] = [feel.directVolts('ai1', 'com'), feel.directVolts('ai2', 'com')]
      const same = powered === s.powered && Math.abs(in1 - s.in1) < 1e-3 && Math.abs(in2 - s.in2) < 1e-3
      return same ? undefined : { powered, in1, in2 }
    },
  },
  says: (_f, s) => (s.powered ? `${s.out1.toFixed(1)} V, ${s.out2.toFixed(1)} V out` : 'no power'),
})

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
  inside: (f) => [resistor('resistor', 'a', 'b', f.ohms)],
  faults: [{ name: 'open', says: 'Resistor open', repair: 'Replace it', open: ['resistor'] }],
  says: () => '',
})
