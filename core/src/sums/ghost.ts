import { CORE_FARADS } from '../circuit/netlist.ts'
import { mains } from '../job/practice.ts'
import { num, type Sum, short } from './sum.ts'

export const ghost: Sum = {
  id: 'ghost',
  name: 'Ghost volts',
  about:
    'What a meter shows on a core that goes nowhere beside one that is live. A low-impedance meter makes it vanish.',
  formula: 'V = live × R / √(R² + X²), X = 1 / (2π f C)',
  source:
    'Two cores of a cable lie some 80 pF a metre apart; a usual meter has 10 Mohm, a low-impedance one some 3 kohm',
  fields: (practice) => [
    { id: 'live', name: 'Live core', quantity: 'V', value: practice === '230' ? 230 : 24, min: 1, max: 480 },
    { id: 'length', name: 'Beside each other for', quantity: 'length', value: 20, min: 0.1, max: 500 },
    {
      id: 'meter',
      name: 'Meter',
      value: '10000000',
      options: [
        { value: '10000000', says: 'high impedance, 10 Mohm' },
        { value: '3000', says: 'low impedance, 3 kohm' },
      ],
    },
  ],
  work(values, practice) {
    const [live, length, ohms] = ['live', 'length', 'meter'].map((id) => num(values, id)) as [number, number, number]
    const farads = CORE_FARADS * length
    const { hertz } = mains(practice)
    const reactance = 1 / (2 * Math.PI * hertz * farads)
    return [
      {
        name: 'Shown',
        value: (live * ohms) / Math.hypot(ohms, reactance),
        quantity: 'V',
        how: `${short(live)} V × ${short(ohms / 1000)} k / √(${short(ohms / 1000)}² + ${short(reactance / 1000)}²) k, at ${hertz} Hz and ${short(farads * 1e12)} pF`,
      },
    ]
  },
}
