import type { Moment } from '@civil-lantern/core'
import { describe, expect, it } from 'vitest'
import {
  addedPlainly,
  ampsIn,
  axisMarks,
  isMostAtStart,
  lossInWords,
  momentsOf,
  morningInWords,
  roomInWords,
  usedOf,
  vaIn,
} from './in-words.ts'

const moment = (at: number, va: number, there: Record<string, number> = {}): Moment => ({
  at,
  va,
  there,
  plain: va,
  zones: {},
  classes: {},
  volts: 24,
  primary: 0,
})

describe('the load in words', () => {
  it('names the greatest of a morning, the first time it is reached, and the least volts of any valve', () => {
    const moments = [moment(0, 8, { V1: 25 }), moment(65, 31.4, { V1: 24.2, V2: 23.46 }), moment(90, 31.4)]
    expect(morningInWords(moments, 40)).toBe('At most 31 of 40 VA, at 1:05; no valve gets less than 23.5 V.')
    expect(morningInWords(moments, 31)).toContain('That is too much.')
    expect(morningInWords(moments, 31.4)).not.toContain('too much')
  })

  it('says so when nothing is drawn', () => {
    expect(morningInWords([], 40)).toBe('Nothing is drawn.')
    expect(morningInWords([moment(0, 0.04)], 40)).toBe('Nothing is drawn.')
  })

  it('tells what ends the room', () => {
    const room = { kind: 'k', name: 'n' } as const
    expect(roomInWords({ ...room, more: 0, ends: 'load' })).toBe('none')
    expect(roomInWords({ ...room, more: 3, ends: 'load' })).toBe('3')
    expect(roomInWords({ ...room, more: 1, ends: 'way' })).toContain('no channel or terminal')
    expect(roomInWords({ ...room, more: 7, ends: 'zones' })).toContain('as many zones as a job holds')
  })

  it('shows amps as a clamp does, and use in percent', () => {
    expect(ampsIn(0.3204)).toBe('320 mA')
    expect(ampsIn(0.9996)).toBe('1000 mA')
    expect(ampsIn(1)).toBe('1.00 A')
    expect(usedOf({ amps: 1.5, may: 2 } as never)).toBe(75)
    expect([-0.01, 0.04, 0.06].map(vaIn)).toEqual(['0', '0', '0.1'])
    expect([0.89, 0.91, 1].map((held) => isMostAtStart({ amps: 1, held }))).toEqual([true, false, false])
  })
})

describe('the moments of a case as rows', () => {
  it('of two within one second only the last stands, and nothing fed has no least volts', () => {
    const rows = momentsOf([moment(0, 30), moment(0, 36, { V1: 23, V2: 22.5 }), moment(75.2, 12, { V1: 24 })])
    expect(rows.map(({ after, va, least }) => [after, va, least])).toEqual([
      ['0:00', 36, 22.5],
      ['1:15', 12, 24],
    ])
    expect(momentsOf([moment(3, 1)])[0]!.least).toBeUndefined()
  })
})

it('what a run takes is told in volts of the supply, from a twentieth on', () => {
  expect(lossInWords(225.4, 0.02)).toBe('loses 4.6 V')
  expect([lossInWords(229.951, 0.049 / 230), lossInWords(229.949, 0.051 / 230)]).toEqual([
    'loses nothing',
    'loses 0.1 V',
  ])
})

it.each([
  [3, [0, 5]],
  [40, [0, 10, 20, 30, 40, 50]],
  [100, [0, 25, 50, 75, 100, 125]],
  [124.9, [0, 25, 50, 75, 100, 125]],
  [125, [0, 50, 100, 150]],
  [400, [0, 100, 200, 300, 400, 500]],
  [9000, [0, 9000, 18000]],
])('an axis that shows %f has marks evenly apart, the last above it', (most, marks) => {
  expect(axisMarks(most)).toEqual(marks)
})

it('what is added up plainly is of the zones that draw most, which are not all where one makes the others wait', () => {
  const together = [3, 16, 26, 18].map((plain, n) => ({ zones: Array(n).fill('z'), va: plain - 1, plain }))
  expect(addedPlainly({ together })).toBe(26)
  expect(addedPlainly({ together: [] })).toBe(0)
})
