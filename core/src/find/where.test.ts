import { describe, expect, it } from 'vitest'
import type { Ask } from './ask.ts'
import type { Evidence, RoomSeen } from './evidence.ts'
import { calling, DEAD } from './stand.ts'
import { troubledNow, whereThen } from './where.ts'

const room = (zone: string, heats: boolean, ...calls: string[]): RoomSeen => ({ is: 'room', zone, heats, calls })

describe('which zones are in trouble', () => {
  const now = (...seen: Evidence[]) => troubledNow(['a', 'b'], seen)

  it('those of the complaint, until they heat on their own call; what was said last counts', () => {
    expect(now()).toEqual(['a', 'b'])
    expect(now(room('a', true, 'a'))).toEqual(['b'])
    expect(now(room('a', true, 'a'), room('a', false, 'a'))).toEqual(['a', 'b'])
    expect(now(room('a', false, 'a'), room('a', true, 'a'))).toEqual(['b'])
  })

  it('one that heats though nobody calls, or on another’s call; one that is cold then is as it should be', () => {
    expect(now(room('c', true))).toEqual(['c', 'a', 'b'])
    expect(now(room('c', true, 'b'))).toEqual(['c', 'a', 'b'])
    expect(now(room('c', false), room('c', false, 'b'))).toEqual(['a', 'b'])
    // Cold while nobody calls says nothing of whether it heats.
    expect(now(room('a', false))).toEqual(['a', 'b'])
  })

  it('one that heats with company and not alone is in trouble still', () =>
    expect(now(room('a', true, 'a', 'c'), room('a', false, 'a'))).toEqual(['a', 'b']))

  it('since the last repair; where all heat, the complaint’s own', () => {
    expect(now(room('c', false, 'c'), { is: 'repair', unit: 'V1/head' })).toEqual(['a', 'b'])
    expect(now(room('a', true, 'a'), room('b', true, 'b'))).toEqual(['a', 'b'])
  })
})

it('locked off on the line it stays locked while the power stays off, and no longer', () => {
  const ask = (line?: true): Ask => ({
    ...{ id: 'x', ask: 'ohms', power: false, place: 'attic', minutes: 1, says: '' },
    ...(line ? { line } : {}),
  })
  const onLine = whereThen({ ask: ask(true), stand: DEAD }, { stand: calling('a') })
  expect(onLine).toEqual({ place: 'attic', stand: DEAD, locked: true })
  expect(whereThen({ ask: ask(), stand: DEAD }, onLine).locked).toBe(true)
  expect(whereThen({ ask: ask(), stand: DEAD }, { stand: DEAD }).locked).toBe(false)
  const on = whereThen({ ask: ask(), stand: calling('a') }, onLine)
  expect(on.locked).toBe(false)
  expect(whereThen({ ask: ask(), stand: DEAD }, { ...on, locked: true }).locked).toBe(false)
})
