import { num, type Sum, short } from './sum.ts'

export const turns: Sum = {
  id: 'turns',
  name: 'Clamp turns',
  about:
    'A clamp is coarse below some tenths of an amp: several turns through the jaws bring the current into its range.',
  formula: 'A = display / turns',
  source: 'A clamp adds what goes through its jaws, as often as it goes through',
  fields: () => [
    { id: 'shown', name: 'The display shows', quantity: 'A', value: 1.6, min: 0, max: 200 },
    { id: 'turns', name: 'Turns', quantity: 'turns', value: 5, min: 1, max: 20 },
    { id: 'volts', name: 'Volts there', quantity: 'V', value: 24, min: 1, max: 480 },
  ],
  work(values) {
    const [shown, count, volts] = ['shown', 'turns', 'volts'].map((id) => num(values, id)) as [number, number, number]
    if (!Number.isInteger(count)) return 'Turns are whole: count how often the wire goes through the jaws.'
    const amps = shown / count
    return [
      { name: 'Current', value: amps, quantity: 'A', how: `${short(shown)} A / ${count}` },
      { name: 'It draws', value: amps * volts, quantity: 'VA', how: `${short(amps)} A × ${short(volts)} V` },
    ]
  },
}
