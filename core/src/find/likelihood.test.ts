import { describe, expect, it } from 'vitest'
import type { Unit } from './ask.ts'
import { bandsOf, countLeft, entropy, LIES, likelihood, normal } from './likelihood.ts'

const OL = Number.POSITIVE_INFINITY

describe('a reading', () => {
  it('in volts is likeliest where it is expected, and never impossible anywhere', () => {
    expect(likelihood.ofReading('V', 24, 24)).toBeGreaterThan(likelihood.ofReading('V', 22, 24))
    // Far off, only the lie is left: 2 % over 30 V, and over more on a circuit that has more.
    expect(likelihood.ofReading('V', 0, 24)).toBeCloseTo(LIES / 30, 9)
    expect(likelihood.ofReading('V', 0, 230)).toBeCloseTo(LIES / 276, 9)
    expect(likelihood.ofReading('V', 230, 0)).toBeCloseTo(LIES / 276, 9)
  })

  it('in ohms counts by decades, below half an ohm by the leads, and OL by itself', () => {
    expect(likelihood.ofReading('Ω', 44, 40)).toBeCloseTo(likelihood.ofReading('Ω', 440, 400), 9)
    expect(likelihood.ofReading('Ω', 0.01, 0.4)).toBeCloseTo(likelihood.ofReading('Ω', 0.4, 0.4), 9)
    expect(likelihood.ofReading('Ω', OL, OL)).toBeGreaterThan(40 * likelihood.ofReading('Ω', 40, OL))
    expect(likelihood.ofReading('Ω', OL, 40)).toBe(likelihood.ofReading('Ω', 40, OL))
    expect(likelihood.ofReading('Ω', OL, 40)).toBeGreaterThan(0)
  })

  it('of a clamp parts what draws from what does not, and not two motors of one nameplate', () => {
    const at = (seen: number, expected: number) => likelihood.ofReading('A', seen, expected)
    expect(at(0.3, 0.27)).toBeGreaterThan(10 * at(0, 0.27))
    expect(at(0, 0)).toBeGreaterThan(100 * at(0.2, 0))
    // Far off, only the lie is left: 2 % over 3 A, and over more where more flows.
    expect(at(0, 0.5)).toBeCloseTo(LIES / 3, 3)
    expect(at(8, 0)).toBeCloseTo(LIES / 9.6, 9)
  })

  it('a word is as good as its trust; what nobody foresaw explains anything a little', () => {
    expect(likelihood.ofWord('slack', 'slack', 0.9)).toBe(0.9)
    expect(likelihood.ofWord('slack', 'firm', 0.9)).toBeCloseTo(0.1, 9)
    expect(likelihood.ofAnything('slack')).toBeLessThan(likelihood.ofWord('slack', 'slack', 0.9))
    expect(likelihood.ofAnything(24, 'V')).toBeLessThan(likelihood.ofReading('V', 24, 24))
    expect(likelihood.ofAnything(24, 'V')).toBeGreaterThan(likelihood.ofReading('V', 0, 24))
    expect(likelihood.ofAnything(40, 'Ω')).toBeLessThan(likelihood.ofReading('Ω', 40, 40))
  })
})

describe('what one answer tells apart', () => {
  const said = (shown: readonly (number | string)[], unit?: Unit) =>
    bandsOf(shown, unit).map(({ says, members }) => [says, [...members].sort()])

  it('is words by themselves, and numbers with a gap between them', () => {
    expect(said(['slack', 'firm', 'slack'])).toEqual([
      ['slack', [0, 2]],
      ['firm', [1]],
    ])
    expect(said([0, 24, 26, 0.2])).toEqual([
      ['0 V to 0.2 V', [0, 3]],
      ['24 V to 26 V', [1, 2]],
    ])
  })

  it('grows with the reading: a volt parts nought from one, not 24 from 25', () => {
    expect(said([0, 1]).length).toBe(2)
    expect(said([24, 25]).length).toBe(1)
    expect(said([230, 200]).length).toBe(1)
    expect(said([230, 180]).length).toBe(2)
  })

  it('is decades of ohms: 40 beside 50 is one motor, 40 beside 80 are two things, OL is a third', () => {
    expect(said([40, 50, OL], 'Ω')).toEqual([
      ['OL', [2]],
      ['40 Ω to 50 Ω', [0, 1]],
    ])
    expect(said([40, 80], 'Ω').length).toBe(2)
    expect(said([0.03, 0.1], 'Ω').length).toBe(1)
  })

  it('is amps as a clamp tells them apart: 0.2 from nought, not from 0.25', () => {
    expect(said([0, 0.2, 0.25], 'A')).toEqual([
      ['about 0 mA', [0]],
      ['200 mA to 250 mA', [1, 2]],
    ])
    expect(said([0, 0.03], 'A').length).toBe(1)
    expect(said([0, 0.04], 'A').length).toBe(2)
    expect(said([1.25], 'A')[0]![0]).toBe('about 1.25 A')
  })

  it('says thousands and millions as a display does', () => {
    expect(said([1500], 'Ω')[0]![0]).toBe('about 1.5 kΩ')
    expect(said([2.2e6], 'Ω')[0]![0]).toBe('about 2.2 MΩ')
    expect(said([123.4])[0]![0]).toBe('about 123.4 V')
  })

  it('of nobody is nothing', () => expect(bandsOf([])).toEqual([]))
})

describe('shares', () => {
  it('so many of the likeliest as hold nine tenths are left', () => {
    expect(countLeft([1])).toBe(1)
    expect(countLeft([0.05, 0.9, 0.05])).toBe(1)
    expect(countLeft([0.05, 0.89, 0.06])).toBe(2)
    expect(countLeft(Array(20).fill(0.05))).toBe(18)
    expect(countLeft([])).toBe(0)
  })

  it('entropy is nought for the certain and greatest for the even', () => {
    expect(entropy([1, 0])).toBe(0)
    expect(entropy([0.5, 0.5])).toBe(1)
    expect(entropy([0.9, 0.1])).toBeLessThan(1)
    expect(normal([1, 3])).toEqual([0.25, 0.75])
    expect(normal([0, 0])).toEqual([0, 0])
  })
})
