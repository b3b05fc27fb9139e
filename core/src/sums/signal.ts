import { num, type Sum, type SumValues, short } from './sum.ts'

const ranges = {
  '0-10': { says: '0 to 10 V', from: 0, to: 10, quantity: 'V' },
  '2-10': { says: '2 to 10 V', from: 2, to: 10, quantity: 'V' },
  '4-20': { says: '4 to 20 mA', from: 4, to: 20, quantity: 'mA' },
} as const

const rangeOf = ({ range }: SumValues) => ranges[(range as keyof typeof ranges) ?? '2-10'] ?? ranges['2-10']

export const signal: Sum = {
  id: 'signal',
  name: 'Control signal',
  about: 'Position from a signal, or the signal for a position; and what a load resistor makes of a current.',
  formula: 'position = (signal - least) / (most - least)',
  source: 'Linear by convention; a resistor turns mA into V by Ohm’s law (500 ohm: 4 to 20 mA become 2 to 10 V)',
  fields(_practice, values) {
    const { quantity, from, to } = rangeOf(values)
    const asked =
      values.find === 'signal'
        ? ({ id: 'position', name: 'Position', quantity: '%', value: 50, min: 0, max: 100 } as const)
        : ({
            id: 'signal',
            name: 'Signal',
            quantity,
            value: (from + to) / 2,
            min: 0,
            max: quantity === 'V' ? 12 : 24,
          } as const)
    return [
      {
        id: 'range',
        name: 'Signal runs',
        value: '2-10',
        options: Object.entries(ranges).map(([value, { says }]) => ({ value, says })),
      },
      {
        id: 'find',
        name: 'Find',
        value: 'position',
        options: [
          { value: 'position', says: 'the position' },
          { value: 'signal', says: 'the signal' },
        ],
      },
      asked,
      ...(quantity === 'mA'
        ? [{ id: 'resistor', name: 'Load resistor', quantity: 'ohm', value: 500, min: 1, max: 2000 } as const]
        : []),
    ]
  },
  work(values) {
    const { from, to, quantity } = rangeOf(values)
    const value =
      values.find === 'signal' ? from + (num(values, 'position') / 100) * (to - from) : num(values, 'signal')
    const share = (100 * (value - from)) / (to - from)
    // A live zero that is missing is a broken wire, not a position.
    if (from > 0 && value < 0.9 * from)
      return `Below ${from} ${quantity} the signal is missing: a broken wire, or the controller is off. The valve goes where it was set to go.`
    const line =
      values.find === 'signal'
        ? ({ name: 'Signal', value, quantity, how: `${from} + ${short(share)} % × ${to - from}` } as const)
        : ({
            name: 'Position',
            value: Math.min(100, Math.max(0, share)),
            quantity: '%',
            how: `(${short(value)} - ${from}) / ${to - from}`,
          } as const)
    if (quantity !== 'mA') return [line]
    const ohms = num(values, 'resistor')
    return [
      line,
      {
        name: 'Over the resistor',
        value: (value / 1000) * ohms,
        quantity: 'V',
        how: `${short(value)} mA × ${short(ohms)} ohm`,
      },
    ]
  },
}
