import { describe, expect, it } from 'vitest'
import { clip, LETTER, lastWord, namesBeside, twoLines } from './names.ts'

describe('names under stations', () => {
  it('fit on one line up to their last letter, and break at a space beyond', () => {
    expect(twoLines('Thermostat 2', 12)).toEqual(['Thermostat 2'])
    expect(twoLines('Thermostat 2', 11)).toEqual(['Thermostat', '2'])
    expect(twoLines('Thermostat 2', 9)).toEqual(['Thermost…', '2'])
    expect(twoLines('Thermostat', 9)).toEqual(['Thermost…'])
    expect(clip('ab', 0)).toBe('a…')
  })

  it('take as much of the room between them as their longest words ask for', () => {
    const apart = (x: number) =>
      namesBeside([
        { name: 'Valve 2', x: 0 },
        { name: 'Thermostat of the tower', x },
        { name: 'P1', x: 2 * x },
      ])
    expect(apart(400)).toEqual([['Valve 2'], ['Thermostat of the tower'], ['P1']])
    const [valve, thermostat] = apart(110)
    expect(valve).toEqual(['Valve 2'])
    expect(thermostat).toEqual(['Thermostat of the', 'tower'])
    // Whatever the room, no two lines of neighbours run into each other.
    for (const x of [40, 60, 80, 110, 150]) {
      const lines = apart(x)
      const half = (i: number) => (LETTER / 2) * Math.max(...lines[i]!.map(({ length }) => length))
      for (const i of [0, 1]) if (x >= 60) expect(half(i) + half(i + 1)).toBeLessThanOrEqual(x)
    }
  })

  it('have their full width where nothing stands beside them', () => {
    expect(namesBeside([{ name: 'Pump of the old north stair', x: 0 }])).toEqual([['Pump of the old north', 'stair']])
  })
})

it.each([
  ['0 %, no power', 13, '0 %, no power'],
  ['0 %, no power', 12, 'no power'],
  ['0 %, no power', 7, 'no pow…'],
  ['held open', 8, 'held op…'],
  ['at rest, shut, cold', 10, 'cold'],
])('a state "%s" in room for %i is "%s"', (text, most, shown) => expect(lastWord(text, most)).toBe(shown))
