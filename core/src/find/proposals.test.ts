import { describe, expect, it } from 'vitest'
import type { Ask, Shown } from './ask.ts'
import { beginningAt, dearer, type Open, type Proposed, proposalOf, ranked } from './proposals.ts'
import { DEAD, NOBODY } from './stand.ts'
import type { StandTable } from './table.ts'

const ask = (more: Partial<Ask> = {}): Ask => ({
  id: 'one',
  ask: 'runs',
  power: true,
  place: 'boiler',
  minutes: 1,
  says: '',
  ...more,
})
/** Suspects with these shares, each a unit of its own. */
const open = (...shares: number[]): Open => ({
  suspects: shares.map((share, unit) => ({ id: `s${unit}`, unit, share })),
  units: shares.map((share, unit) => ({ says: `unit ${unit}`, share })),
  bits: -shares.reduce((sum, share) => sum + share * Math.log2(share), 0),
})
const table = (asked: Ask, ...shown: Shown[]): StandTable => ({
  stand: NOBODY,
  waits: 0,
  asks: [asked],
  rows: new Map(shown.map((one, i) => [`s${i}`, [{ shows: [one], heats: new Set<string>() }]])),
})

describe('what an ask is expected to tell', () => {
  it('is next to all of it where every answer is another unit, and never quite all: people err', () => {
    const { bits, answers } = proposalOf(open(0.5, 0.5), table(ask(), 'yes', 'no'), 0, {})!
    expect(bits).toBeGreaterThan(0.8)
    expect(bits).toBeLessThan(1)
    expect(answers.map(({ chance, leaves }) => [chance, leaves])).toEqual([
      [0.5, 1],
      [0.5, 1],
    ])
  })

  it('is nothing where all show the same, or nothing a meter tells apart', () => {
    expect(proposalOf(open(0.5, 0.5), table(ask(), 'yes', 'yes'), 0, {})).toBeUndefined()
    expect(proposalOf(open(0.5, 0.5), table(ask({ ask: 'volts' }), 24, 25), 0, {})).toBeUndefined()
    expect(proposalOf(open(0.5, 0.5), table(ask({ ask: 'volts' }), 24, 0), 0, {})).toBeDefined()
  })

  it('is more from a word that can be trusted than from one that is seen wrong more often', () => {
    const of = (form: Ask['ask']) => proposalOf(open(0.5, 0.5), table(ask({ ask: form }), 'a', 'b'), 0, {})!.bits
    expect(of('runs')).toBeGreaterThan(of('joint'))
  })

  it('says what each answer would leave, the likeliest answer first, and who leads then', () => {
    const { answers } = proposalOf(open(0.6, 0.3, 0.1), table(ask(), 'no', 'no', 'yes'), 0, {})!
    expect(answers[0]).toMatchObject({ says: 'no', leaves: 2, leads: 'unit 0' })
    expect(answers[0]!.chance).toBeCloseTo(0.9, 9)
    expect(answers[1]).toMatchObject({ says: 'yes', leaves: 1, leads: 'unit 2' })
  })
})

describe('which comes first', () => {
  const proposed = (id: string, bits: number, minutes: number, more: Partial<Ask> = {}): Proposed => ({
    ask: ask({ id, ...more }),
    stand: more.power === false ? DEAD : NOBODY,
    minutes,
    waits: 0,
    bits,
    answers: [],
  })
  const order = (...all: Proposed[]) => ranked(all).map((one) => one.ask.id)
  const live = { line: true } as const

  it('is what tells most for a minute, not what tells most', () =>
    expect(order(proposed('long', 1, 10), proposed('short', 0.5, 1))).toEqual(['short', 'long']))

  it('live line voltage is not among them while anything else tells a twentieth of a bit a minute; just under, it is', () => {
    const line = proposed('live', 2, 1, live)
    expect(order(line, proposed('safe', 0.5, 10))).toEqual(['safe'])
    expect(order(line, proposed('safe', 0.499, 10))).toEqual(['live', 'safe'])
    expect(order(line)).toEqual(['live'])
  })

  it('what is on the line and dead is no live reading', () =>
    expect(order(proposed('locked', 1, 1, { ...live, power: false }), proposed('safe', 0.5, 1))).toEqual([
      'locked',
      'safe',
    ]))
})

describe('where somebody would rather begin', () => {
  const at = (id: string, place: string) =>
    proposalOf(open(0.5, 0.5), table(ask({ id, place }), 'yes', 'no'), 0, { stand: NOBODY })!
  const order = (place?: string) =>
    beginningAt(place, [at('a', 'boiler'), at('b', 'attic'), at('c', 'boiler'), at('d', 'attic')]).map(
      (one) => one.ask.id,
    )

  it('comes first as far as anything can be asked there, each in its order; nowhere, or where nothing is, changes nothing', () => {
    expect(order('attic')).toEqual(['b', 'd', 'a', 'c'])
    expect(order('cellar')).toEqual(['a', 'b', 'c', 'd'])
    expect(order()).toEqual(['a', 'b', 'c', 'd'])
  })

  it('costs the minutes that the best would not have taken to tell as much', () => {
    expect(dearer({ minutes: 6, bits: 1 }, { minutes: 2, bits: 1 })).toBe(4)
    expect(dearer({ minutes: 6, bits: 2 }, { minutes: 2, bits: 1 })).toBe(2)
    expect(dearer({ minutes: 2, bits: 1 }, { minutes: 2, bits: 1 })).toBe(0)
  })
})
