import { wireOhms } from '../job/units.ts'
import { num, type Sum, short } from './sum.ts'

/** Both ways: the current goes out on one core and comes back on the other. */
const both = (length: number, size: number) => wireOhms(2 * length, size)

const size = { id: 'size', name: 'Conductor', quantity: 'size', value: 0.823, min: 0.05, max: 25 } as const

export const drop: Sum = {
  id: 'drop',
  name: 'Drop on a run',
  about: 'What a cable takes away, there and back. A 24 V motor wants 19 V or more at its own leads.',
  formula: 'drop = A × 2 × length × copper / size',
  source: 'Copper at 20 °C, 1/58 ohm mm² a metre (IEC 60028)',
  fields: (practice) => [
    { id: 'amps', name: 'Current', quantity: 'A', value: practice === '230' ? 0.1 : 0.32, min: 0, max: 20 },
    { id: 'length', name: 'Run, one way', quantity: 'length', value: 20, min: 0, max: 500 },
    { ...size, value: practice === '230' ? 0.75 : 0.823 },
    { id: 'volts', name: 'At the source', quantity: 'V', value: practice === '230' ? 230 : 24, min: 1, max: 480 },
  ],
  work(values) {
    const [amps, length, size, volts] = ['amps', 'length', 'size', 'volts'].map((id) => num(values, id)) as [
      number,
      number,
      number,
      number,
    ]
    const ohms = both(length, size)
    const lost = amps * ohms
    if (lost >= volts) return 'The cable alone would take all the volts: this current cannot flow through it.'
    return [
      {
        name: 'Cable, both ways',
        value: ohms,
        quantity: 'ohm',
        how: `2 × ${short(length)} m / (58 × ${short(size)} mm²)`,
      },
      { name: 'Drop', value: lost, quantity: 'V', how: `${short(amps)} A × ${short(ohms)} ohm` },
      { name: 'Volts there', value: volts - lost, quantity: 'V', how: `${short(volts)} V - ${short(lost)} V` },
      {
        name: 'Of the source',
        value: (100 * lost) / volts,
        quantity: '%',
        how: `${short(lost)} V / ${short(volts)} V`,
      },
    ]
  },
}

export const longest: Sum = {
  id: 'longest',
  name: 'Longest run for a size',
  about: 'How far away a device may hang before its cable takes too much.',
  formula: 'length = drop × size / (2 × A × copper)',
  source: 'Copper at 20 °C, 1/58 ohm mm² a metre (IEC 60028)',
  fields: (practice) => [
    {
      id: 'volts',
      name: 'At the source, under load',
      quantity: 'V',
      value: practice === '230' ? 230 : 24,
      min: 1,
      max: 480,
    },
    { id: 'needs', name: 'The device needs', quantity: 'V', value: practice === '230' ? 207 : 19, min: 0, max: 480 },
    { id: 'amps', name: 'Current', quantity: 'A', value: practice === '230' ? 0.1 : 0.32, min: 0.001, max: 20 },
    { ...size, value: practice === '230' ? 0.75 : 0.823 },
  ],
  work(values) {
    const [volts, needs, amps, size] = ['volts', 'needs', 'amps', 'size'].map((id) => num(values, id)) as [
      number,
      number,
      number,
      number,
    ]
    if (needs >= volts) return 'The device needs more than the source gives: no run is short enough.'
    const length = (volts - needs) / (amps * both(1, size))
    return [
      {
        name: 'Run, one way',
        value: length,
        quantity: 'length',
        how: `(${short(volts)} - ${short(needs)}) V / (${short(amps)} A × ${short(both(1, size))} ohm a metre of cable)`,
      },
    ]
  },
}
