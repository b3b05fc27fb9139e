import { num, type Sum, short } from './sum.ts'

export const coils: Sum = {
  id: 'coils',
  name: 'Two coils together',
  about:
    'Ohms of a pair, as the meter finds them: beside each other it reads less than the smaller, behind each other the sum.',
  formula: 'beside: R1 × R2 / (R1 + R2); behind: R1 + R2',
  source: 'Ohm’s law; on alternating current a coil’s reactance adds to these',
  fields: () => [
    { id: 'one', name: 'One', quantity: 'ohm', value: 96, min: 0.1, max: 1e6 },
    { id: 'other', name: 'The other', quantity: 'ohm', value: 96, min: 0.1, max: 1e6 },
  ],
  work(values) {
    const [one, other] = [num(values, 'one'), num(values, 'other')]
    return [
      {
        name: 'Beside each other',
        value: (one * other) / (one + other),
        quantity: 'ohm',
        how: `${short(one)} × ${short(other)} / (${short(one)} + ${short(other)})`,
      },
      { name: 'Behind each other', value: one + other, quantity: 'ohm', how: `${short(one)} + ${short(other)}` },
    ]
  },
}
