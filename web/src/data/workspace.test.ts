import { beforeEach, describe, expect, it } from 'vitest'
import { useWorkspace } from './workspace.ts'

const now = () => useWorkspace.getState()
beforeEach(() => now().clear())

describe('the two leads of the meter', () => {
  it('one taken in hand opens the meter; landed, the other comes to hand, and then none', () => {
    now().take('a')
    expect(now()).toMatchObject({ inHand: 'a', bench: 'meter' })
    now().land('V2.m1')
    expect(now()).toMatchObject({ leads: { a: 'V2.m1', b: undefined }, inHand: 'b' })
    now().land('XF1.c')
    expect(now()).toMatchObject({ leads: { a: 'V2.m1', b: 'XF1.c' }, inHand: undefined })
  })

  it('one chosen from a list takes nothing in hand, and leaves what is in hand there', () => {
    now().land('V2.m1', 'b')
    expect(now()).toMatchObject({ leads: { a: undefined, b: 'V2.m1' }, inHand: undefined })
  })

  it('landed again while the other stands, it only moves', () => {
    now().land('V1.m1', 'a')
    now().land('V1.m2', 'b')
    now().take('a')
    now().land('V3.m1')
    expect(now()).toMatchObject({ leads: { a: 'V3.m1', b: 'V1.m2' }, inHand: undefined })
  })

  it('with none in hand a touch lands nothing', () => {
    now().land('V2.m1')
    expect(now().leads).toEqual({ a: undefined, b: undefined })
  })

  it('put down, the bench stays as it is', () => {
    now().take('a')
    now().openBench('time')
    now().take(undefined)
    expect(now()).toMatchObject({ inHand: undefined, bench: 'time' })
  })
})

it('a hand holds a lead or a conductor, never both; either lowers the sheet that is up', () => {
  now().take('a')
  now().raise('calls')
  now().pull('S3.w1')
  expect(now()).toMatchObject({ pulling: 'S3.w1', inHand: undefined, sheet: undefined })
  now().raise('meter')
  now().take('b')
  expect(now()).toMatchObject({ pulling: undefined, inHand: 'b', sheet: undefined })
  now().pull('S3.w1')
  now().pull(undefined)
  expect(now()).toMatchObject({ pulling: undefined, inHand: undefined })
})

it('the clamp sets the meter to amps; on a phone the sheet that is up becomes the meter, and none comes up by itself', () => {
  now().clampOn('w7')
  expect(now()).toMatchObject({ clamped: 'w7', mode: 'amps', bench: 'meter', sheet: undefined })
  now().raise('picked')
  now().clampOn('w8')
  expect(now()).toMatchObject({ clamped: 'w8', sheet: 'meter' })
})

it('another job begins with nothing in hand, nothing selected and one turn', () => {
  now().pick({ part: 'V2' })
  now().setTurns(5)
  now().setMode('ohms')
  now().goTo('signal')
  now().foldCalls(true)
  now().clear()
  expect(now()).toMatchObject({
    picked: undefined,
    turns: 1,
    mode: undefined,
    zone: undefined,
    callsFolded: false,
    bench: 'shut',
  })
})

it('the wall is coloured by circuit until it is not, and a fresh window is as its insulation is', () => {
  const at = () => useWorkspace.getState()
  expect(at().byCircuit).toBe(false)
  at().colourByCircuit(true)
  expect(at().byCircuit).toBe(true)
  at().clear()
  expect(at().byCircuit).toBe(false)
})
