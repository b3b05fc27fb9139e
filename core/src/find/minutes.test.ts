import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Ask } from './ask.ts'
import { MINUTES, minutesTo, readingMinutes, repairMinutes, wrongRepair } from './minutes.ts'
import { putRightBy } from './put-right.ts'
import { calling, DEAD, NOBODY, stampOf, standKey, standsFor } from './stand.ts'

const job = demoJobs['kestrel-point']!()
const ask = (more: Partial<Ask> = {}): Ask => ({
  id: 'one',
  ask: 'volts',
  power: true,
  place: 'boiler',
  minutes: 1,
  says: '',
  ...more,
})
const dead = ask({ ask: 'ohms', power: false })
const onLine = ask({ ask: 'ohms', power: false, line: true })
const signal = calling('signal')

describe('what it takes to come to an ask', () => {
  it('is the ask itself where one stands, in the stand one is in', () =>
    expect(minutesTo(ask(), signal, { place: 'boiler', stand: calling('signal') })).toBe(1))

  it('the walk, once one stands anywhere', () => {
    expect(minutesTo(ask(), signal, { place: 'signal', stand: signal })).toBe(1 + MINUTES.walk)
    expect(minutesTo(ask(), signal, { stand: signal })).toBe(1)
  })

  it('another zone that calls', () => {
    expect(minutesTo(ask(), signal, { place: 'boiler', stand: NOBODY })).toBe(1 + MINUTES.call)
    expect(minutesTo(ask(), signal, { place: 'boiler' })).toBe(1 + MINUTES.call)
  })

  it('switching off once; with lock and tester on the line, also where it was only off before', () => {
    expect(minutesTo(dead, DEAD, { place: 'boiler', stand: signal })).toBe(1 + MINUTES.off)
    expect(minutesTo(dead, DEAD, { place: 'boiler', stand: DEAD })).toBe(1)
    expect(minutesTo(onLine, DEAD, { place: 'boiler', stand: signal })).toBe(1 + MINUTES.lockOff)
    expect(minutesTo(onLine, DEAD, { place: 'boiler', stand: DEAD })).toBe(1 + MINUTES.lockOff)
    expect(minutesTo(onLine, DEAD, { place: 'boiler', stand: DEAD, locked: true })).toBe(1)
  })

  it('the wait until the plant is at rest in another stand; none in the same, nor dead', () => {
    expect(minutesTo(ask(), signal, { place: 'boiler', stand: NOBODY }, 90)).toBe(1 + MINUTES.call + 1.5)
    expect(minutesTo(ask(), signal, { place: 'boiler', stand: DEAD }, 90)).toBe(1 + MINUTES.on + MINUTES.call + 1.5)
    expect(minutesTo(ask(), signal, { place: 'boiler', stand: calling('signal') }, 90)).toBe(1)
    expect(minutesTo(dead, DEAD, { place: 'boiler', stand: signal }, 90)).toBe(1 + MINUTES.off)
  })

  it('bringing the power back, and a call on top of it', () => {
    expect(minutesTo(ask(), NOBODY, { place: 'boiler', stand: DEAD })).toBe(1 + MINUTES.on)
    expect(minutesTo(ask(), signal, { place: 'boiler', stand: DEAD })).toBe(1 + MINUTES.on + MINUTES.call)
  })

  it('a reading is near at a boiler, dearer at a valve, a thermostat, a splice', () => {
    const all = ['B1', 'V2', 'TS2', 'S4'].map((part) => readingMinutes(job, part))
    expect(all).toEqual([...all].sort((a, b) => a - b))
    expect(new Set(all).size).toBe(4)
  })
})

describe('a repair', () => {
  it.each([
    ['TS1/setting', 'set', 2],
    ['V2/head seat', 'set', 5],
    ['V2/head', 'replace', 20],
    ['V2/body', 'replace', 60],
    ['TS2/battery', 'replace', 2],
    ['XF1/whole', 'replace', 20],
    ['ES1/switch', 'switch on', 2],
    ['S4', 'remake', 6],
    ['TC3/white', 'remake', 6],
    ['V2', 'remake', 5],
  ] as const)('%s: %s in %d minutes; the wrong one costs more', (unit, does, minutes) => {
    expect(putRightBy(job, unit)).toBe(does)
    expect(repairMinutes(job, unit)).toBe(minutes)
    expect(wrongRepair(job, unit)).toBeGreaterThan(minutes)
  })
})

describe('stands', () => {
  it('are the same whatever the order of who calls, and dead is one, whoever would call', () => {
    expect(standKey(calling('oil', 'signal'))).toBe(standKey(calling('signal', 'oil')))
    expect(standKey({ calls: ['oil'], power: false })).toBe(standKey(DEAD))
    expect(standKey(NOBODY)).not.toBe(standKey(DEAD))
  })

  it('worth while are two of the zones in trouble, one that is sound, nobody, and dead', () => {
    expect(standsFor(job, ['signal', 'oil', 'tank']).map(standKey)).toEqual(['signal', 'oil', 'keepers', '', 'dead'])
    expect(standsFor(job, Object.keys(job.zones)).map(standKey)).toEqual(['keepers', 'signal', '', 'dead'])
    expect(standsFor(job, ['keepers']).map(standKey)).toEqual(['keepers', 'signal', '', 'dead'])
  })

  it('are carried by an entry with every zone, the power where it is off, and what was lifted', () => {
    const stamp = stampOf(job, signal)
    expect(Object.entries(stamp.calls!).filter(([, { on }]) => on)).toEqual([['signal', { on: true }]])
    expect(Object.keys(stamp.calls!)).toHaveLength(5)
    expect([stamp.power, stamp.lifted]).toEqual([undefined, undefined])
    expect(stampOf(job, DEAD, 'V2.m1')).toMatchObject({ power: { on: false }, lifted: ['V2.m1'] })
  })
})
