import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Shown } from './ask.ts'
import { complainedOf } from './complained.ts'
import { Finder } from './finder.ts'
import { search, type Wanted } from './search.ts'
import { calling } from './stand.ts'
import { StandInWall } from './stand-in-wall.ts'

const job = demoJobs['kestrel-point']!()
const finder = new Finder(job)
const zones = Object.keys(job.zones)

/** Lets a search run against a wall with this wrong. `answers` may answer in its stead. */
function searched(
  ids: readonly string[],
  answers?: (wanted: Wanted, asked: number) => Shown | boolean | undefined | 'wall',
) {
  const wall = new StandInWall(
    job,
    ids.map((id) => ({ id })),
  )
  const { troubled, begins } = complainedOf(wall, finder)!
  const work = search(finder, job, troubled, begins)
  const did: Wanted[] = []
  let next = work.next()
  while (!next.done) {
    const wanted = next.value
    did.push(wanted)
    const instead = answers?.(wanted, did.length) ?? 'wall'
    const told =
      instead !== 'wall'
        ? instead
        : wanted.do === 'check'
          ? wall.checks(wanted)
          : wanted.do === 'repair'
            ? wall.repair(wanted.unit.unit)
            : wall.shows(wanted.ask, wanted.stand)
    next = work.next(told)
  }
  return { ended: next.value, did, wall }
}

describe('a search to its end', () => {
  it.each([
    ['part:V2/windingOpen', 'V2/head'],
    ['part:F1/blown', 'F1/whole'],
    ['part:TS4/batteryDead', 'TS4/battery'],
    ['part:TS2/setTooLow', 'TS2/setting'],
    ['part:ES1/leftOff', 'ES1/switch'],
    ['part:S4/loose1', 'S4'],
    ['wire:w23/open', 'TC3/white'],
    // Nobody is cold: the boiler is called though nobody calls.
    ['part:V2/switchNeverOpens', 'V2/head'],
  ])('%s: %s is put right, and every zone heats', (id, unit) => {
    const { ended, did, wall } = searched([id])
    expect(ended).toMatchObject({ solved: true, repairs: [unit] })
    expect(wall.isWell).toBe(true)
    expect(ended.tests).toBe(did.filter((one) => one.do === 'ask' && !one.closing).length)
    expect(ended.minutes).toBeCloseTo(
      did.reduce((sum, one) => sum + (one.do === 'ask' && !one.closing ? one.minutes : 0), 0),
      9,
    )
  })

  it('two faults in two zones, and two in one: what fails the closing check starts it again', () => {
    const apart = searched(['part:V2/windingOpen', 'part:TS4/batteryDead'])
    expect(apart.ended.solved).toBe(true)
    expect([...apart.ended.repairs].sort()).toEqual(['TS4/battery', 'V2/head'])
    const together = searched(['part:F1/blown', 'part:V2/windingOpen'])
    expect(together.ended.solved).toBe(true)
    expect(together.ended.repairs).toContain('F1/whole')
    expect(together.ended.repairs).toContain('V2/head')
  })

  it.each([
    // A body that does not turn, and the motor that burnt pushing against it.
    [
      ['part:V2/bodySeizedShut', 'part:V2/windingOpen'],
      ['V2/body', 'V2/head'],
    ],
    [
      ['part:V4/windingOpen', 'wire:w27/open'],
      ['V4/head', 'TC5/white'],
    ],
    [
      ['part:V3/gearStripped', 'part:V4/stopsPartWay', 'part:V5/headStaysOpen'],
      ['V3/head', 'V4/head', 'V5/head'],
    ],
  ])('%j: what is wrong at once is put right one after the other', (wrong, units) => {
    const { ended } = searched(wrong)
    expect(ended.solved).toBe(true)
    expect(ended.repairs).toEqual(expect.arrayContaining(units))
  })

  it('goes through the whole closing check though it fails, and begins again with all it told', () => {
    const { did } = searched(['part:V1/windingOpen', 'part:V5/windingOpen'])
    const first = did.findIndex((one) => one.do === 'repair')
    const checks = did.slice(first + 1, first + 1 + zones.length)
    expect(checks.map((one) => one.do === 'check' && one.zone)).toEqual(zones)
    expect(did.slice(first + 1 + zones.length).findIndex((one) => one.do === 'ask' && one.closing)).toBe(0)
  })

  it('closes with the warmth of every zone and nobody calling where no boiler, pump or burner would tell', () => {
    const bare = demoJobs['botany-house']!()
    const stuck = new StandInWall(bare, [{ id: 'part:V1/bodySeizedPartWay' }])
    const of = new Finder(bare)
    const { troubled, begins } = complainedOf(stuck, of)!
    const work = search(of, bare, troubled, begins)
    const uncalled = new Set<string>()
    let next = work.next()
    while (!next.done) {
      const wanted = next.value
      if (wanted.do === 'check' && wanted.calls.length === 0) uncalled.add(wanted.zone)
      next = work.next(
        wanted.do === 'check'
          ? stuck.checks(wanted)
          : wanted.do === 'repair'
            ? stuck.repair(wanted.unit.unit)
            : stuck.shows(wanted.ask, wanted.stand),
      )
    }
    expect([...uncalled]).toEqual(Object.keys(bare.zones))
    expect([next.value.solved, next.value.repairs.at(-1)]).toEqual([true, 'V1/body'])
  })

  it('closes with each zone alone, in their order, and then with nobody, when all has to stand still', () => {
    const { did } = searched(['part:V2/windingOpen'])
    const repaired = did.findIndex((one) => one.do === 'repair')
    const after = did.slice(repaired + 1)
    expect(after.slice(0, 5).map((one) => one.do === 'check' && one.zone)).toEqual(zones)
    expect(after.slice(5).every((one) => one.do === 'ask' && one.closing && one.stand.calls.length === 0)).toBe(true)
    expect(after.length).toBeGreaterThan(5)
  })

  it('a pump that still runs when nobody calls is no end', () => {
    let told = 0
    const { did, ended } = searched(['part:V2/windingOpen'], (wanted) => {
      if (wanted.do !== 'ask' || !wanted.closing || wanted.ask.part !== 'P1') return 'wall'
      return told++ === 0 ? 'yes' : 'wall'
    })
    expect(did.filter((one) => one.do === 'check').length).toBeGreaterThan(5)
    expect(ended.solved).toBe(true)
  })

  it('what cannot be done is not asked again, and the search goes another way', () => {
    const first = searched(['part:V2/windingOpen']).did[0]!
    const { did, ended } = searched(['part:V2/windingOpen'], (_wanted, asked) => (asked === 1 ? undefined : 'wall'))
    const asked = did.flatMap((one) => (one.do === 'ask' && !one.closing ? [one.ask.id] : []))
    expect(first.do === 'ask' && asked.filter((id) => id === first.ask.id)).toHaveLength(1)
    expect(ended).toMatchObject({ solved: true, repairs: ['V2/head'] })
  })

  it('one answer that is a lie is recovered from', () => {
    const { ended } = searched(['part:V2/windingOpen'], (wanted, asked) =>
      asked === 1 && wanted.do === 'ask'
        ? typeof finder.sound(wanted.ask, wanted.stand) === 'number'
          ? 0
          : 'yes'
        : 'wall',
    )
    expect(ended.solved).toBe(true)
    expect(ended.repairs.at(-1)).toBe('V2/head')
  })

  it('repairs that help nothing come to an end, each unit once, and say so', () => {
    const { ended } = searched(['part:V2/windingOpen'], (wanted) => (wanted.do === 'check' ? false : 'wall'))
    expect(ended.solved).toBe(false)
    expect(ended.why).toBeDefined()
    expect(new Set(ended.repairs).size).toBe(ended.repairs.length)
    expect(ended.repairs.length).toBeLessThanOrEqual(6)
  })

  it('nothing wrong is left alone: the complaint was of another hour', () => {
    const work = search(finder, job, ['signal'], [{ is: 'room', zone: 'signal', heats: false }])
    const wall = new StandInWall(job, [])
    let [next, repairs] = [work.next(), 0]
    while (!next.done) {
      const wanted = next.value
      if (wanted.do === 'repair') repairs++
      next = work.next(wanted.do === 'ask' ? wall.shows(wanted.ask, wanted.stand) : true)
    }
    expect([next.value.solved, repairs]).toEqual([true, 0])
  })
})

it('the sound plant answers for what was searched, and for nothing else', () => {
  const ask = finder.asks.find(({ id }) => id === 'runs:B1')!
  expect(finder.sound(ask, calling('signal'))).toBe('yes')
  expect(finder.sound(ask, calling('signal', 'oil', 'tank'))).toBeUndefined()
})
