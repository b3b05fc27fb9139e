import { describe, expect, it } from 'vitest'
import { cut, wired } from '../testing/benches.ts'
import { says } from '../testing/said.ts'
import { sentenceText } from '../words/words.ts'
import { severalInWords } from './several.ts'

const six = wired({ scheme: 's2b', powered: true, zones: 6 })
const parts = (letters: string, count: number) => Array.from({ length: count }, (_, i) => `${letters}${i + 1}`)
const words = (of: readonly string[]) => sentenceText(severalInWords(six, of))

describe('several parts in words', () => {
  it.each([
    [parts('TS', 1), 'Thermostat 1'],
    [parts('TS', 4), 'Thermostat 1, Thermostat 2, Thermostat 3 and Thermostat 4'],
    [parts('TS', 5), '5 of 6 thermostats'],
    [parts('TS', 6), '6 thermostats'],
    [['B1', ...parts('TS', 6)], 'Boiler and 6 thermostats'],
    [[...parts('V', 5), ...parts('TS', 2)], '5 of 6 valves, Thermostat 1 and Thermostat 2'],
    // A splice is a place by itself: it is named, however many there are.
    [parts('S', 5), 'Splice S1, Splice S2, Splice S3, Splice S4 and Splice S5'],
    [['no such part'], 'no such part'],
  ])('%j: %s', (of, says) => expect(words(of)).toBe(says))

  it('names each it does not count, and tells which it counts', () => {
    const [boiler, and, counted] = severalInWords(six, ['B1', ...parts('TS', 5)])
    expect(boiler).toMatchObject({ part: 'B1', wrong: true })
    expect(and).toEqual({ text: ' and ' })
    expect(counted).toEqual({ text: '5 of 6 thermostats', counts: parts('TS', 5), wrong: true })
  })
})

describe('many blank thermostats', () => {
  const lost = cut(six, 'F1.out')
  const blank =
    /^6 thermostats are blank: they have no 24 V. Their feed goes dark at wire \d+ \(red\), between Fuse F1 and Splice S\d+\.$/

  it('are counted, so that the place is not the last thing read', () => {
    expect(says(six, [lost], [])).toEqual([expect.stringMatching(blank)])
  })

  it('and are why their zones call in vain: nothing more is said of those', () => {
    const all = [1, 2, 3, 4, 5, 6]
    expect(says(six, [lost], all)).toEqual([expect.stringMatching(blank)])
    // The place is another than where their zones' loops go dark: each at its own thermostat.
    expect(says(six, ['part:F1.element/ohms'], all)).toEqual([
      '6 thermostats are blank: they get too few volts: most of what is missing is lost at Fuse F1.',
    ])
  })
})
