import { expect, it } from 'vitest'
import type { Windings } from '../parts/element.ts'
import type { State } from '../parts/kind.ts'
import { one, type Phasor, plus, times, zero } from './complex.ts'
import { twoPort, type Wound } from './two-port.ts'

const element: Windings<State> = {
  form: 'windings',
  name: 'core',
  a: 'p1',
  b: 'p2',
  c: 'h',
  d: 'c',
  volts: 25,
  ohms: [9, 0.6],
  henries: [2, 0.09],
  mutual: 0.42,
  intact: () => [true, true],
}
const OMEGA = 377
const of = (whole: Wound['whole'], within = 0) => twoPort(element, OMEGA, { whole, within })
const impedance = [
  { re: 9, im: OMEGA * 2 },
  { re: 0.6, im: OMEGA * 0.09 },
] as const
const mutual = { re: 0, im: OMEGA * 0.42 }

const expectPhasor = (a: Phasor, b: Phasor) => {
  expect(a.re).toBeCloseTo(b.re, 10)
  expect(a.im).toBeCloseTo(b.im, 10)
}

it('both whole: times the impedances it is the unit matrix', () => {
  const y = of([true, true])
  expectPhasor(plus(times(impedance[0], y.first), times(mutual, y.mutual)), one)
  expectPhasor(plus(times(impedance[0], y.mutual), times(mutual, y.second)), zero)
  expectPhasor(plus(times(mutual, y.mutual), times(impedance[1], y.second)), one)
})

it('one open: the other is a choke with its own ohms, and nothing is coupled', () => {
  const first = of([true, false])
  expectPhasor(times(first.first, impedance[0]), one)
  expect([first.second, first.mutual]).toEqual([zero, zero])
  const second = of([false, true])
  expectPhasor(times(second.second, impedance[1]), one)
  expect([second.first, second.mutual]).toEqual([zero, zero])
})

it('burnt turns lie across the second winding alone', () => {
  const [sound, burnt] = [of([true, true]), of([true, true], 0.25)]
  expectPhasor(burnt.second, plus(sound.second, { re: 0.25, im: 0 }))
  expect([burnt.first, burnt.mutual]).toEqual([sound.first, sound.mutual])
})
