import { num, type Sum, short } from './sum.ts'

export const power: Sum = {
  id: 'power',
  name: 'VA, amps, volts',
  about:
    'Two of the three give the third. VA is not watts: a motor at power factor 0.6 draws more VA than it turns into heat.',
  formula: 'VA = V × A',
  source: 'Definition of apparent power',
  fields(practice, { find }) {
    const volts = practice === '230' ? 230 : 24
    const all = [
      { id: 'va', name: 'Apparent power', quantity: 'VA', value: 40, min: 0, max: 5000 },
      { id: 'volts', name: 'Volts', quantity: 'V', value: volts, min: 1, max: 480 },
      { id: 'amps', name: 'Amps', quantity: 'A', value: 1.67, min: 0.001, max: 100 },
    ] as const
    return [
      {
        id: 'find',
        name: 'Find',
        value: 'amps',
        options: [
          { value: 'amps', says: 'amps' },
          { value: 'va', says: 'VA' },
          { value: 'volts', says: 'volts' },
        ],
      },
      ...all.filter(({ id }) => id !== (find ?? 'amps')),
    ]
  },
  work(values) {
    const [va, volts, amps] = ['va', 'volts', 'amps'].map((id) => num(values, id)) as [number, number, number]
    if (values.find === 'va')
      return [
        { name: 'Apparent power', value: volts * amps, quantity: 'VA', how: `${short(volts)} V × ${short(amps)} A` },
      ]
    if (values.find === 'volts')
      return [{ name: 'Volts', value: va / amps, quantity: 'V', how: `${short(va)} VA / ${short(amps)} A` }]
    return [{ name: 'Amps', value: va / volts, quantity: 'A', how: `${short(va)} VA / ${short(volts)} V` }]
  },
}
