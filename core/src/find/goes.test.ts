import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { presentAt } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { searched } from '../testing/searched.ts'
import { asksIn } from './asks/index.ts'
import { Belief } from './belief.ts'
import type { Evidence } from './evidence.ts'
import { Finder } from './finder.ts'
import { canGo, hasJointAt, THERE, USUAL_PATTERN } from './goes.ts'
import { calling, DEAD, NOBODY, standKey } from './stand.ts'
import { StandInWall } from './stand-in-wall.ts'
import { NONE, WELL } from './suspects.ts'
import { tableOf } from './table.ts'

const job = demoJobs['kestrel-point']!()
const signal = calling('signal')
const loose: Supposition = { id: 'part:S4/loose1', pattern: [...USUAL_PATTERN] }
const finder = new Finder(job, [], { told: 'comes-and-goes' })
const plain = new Finder(job)

describe('what can come and go', () => {
  it('a way of a splice and a lead on a terminal; not a lead in a splice once more, nor a broken core', () => {
    expect(canGo(job, 'part:S4/loose1')).toBe(true)
    const [id, wire] = Object.entries(job.wires).find(([, { from, to }]) => from.part === 'V2' && /^S/.test(to.part))!
    expect(canGo(job, `wire:${id}.from/open`)).toBe(true)
    expect(canGo(job, `wire:${id}.to/open`)).toBe(false)
    expect(canGo(job, `wire:${id}/open`)).toBe(false)
    expect(canGo(job, `wire:${id}.from/ohms`)).toBe(false)
    expect(canGo(job, 'wire:w999.from/open')).toBe(false)
    expect(hasJointAt(job, `wire:${id}.from/open`, 'V2')).toBe(true)
    expect(hasJointAt(job, `wire:${id}.from/open`, wire.to.part)).toBe(false)
    expect(hasJointAt(job, 'part:S4/loose2', 'S4')).toBe(true)
    expect(hasJointAt(job, 'part:S44/loose2', 'S4')).toBe(false)
  })

  it('is there for the first of its pattern, then not, and round again', () => {
    const [on, off] = USUAL_PATTERN as [number, number]
    expect([0, on - 1, on, on + off - 1, on + off].map((at) => presentAt(loose, at))).toEqual([
      true,
      true,
      false,
      false,
      true,
    ])
  })

  it('weighs anything only where it is told, and is put right as the joint it is', () => {
    const of = (one: Finder) => one.suspects.filter(({ goes }) => goes !== undefined)
    expect(of(finder).length).toBeGreaterThan(40)
    expect(of(finder).map(({ id }) => id)).toEqual(of(plain).map(({ id }) => id))
    expect(of(plain).every(({ weight }) => weight < 1e-6)).toBe(true)
    expect(of(finder).every(({ weight }) => weight > 1)).toBe(true)
    const one = of(finder).find(({ goes }) => goes === loose.id)!
    expect([one.unit, one.says]).toEqual(['S4', expect.stringMatching(/, comes and goes$/)])
  })
})

describe('what it shows', () => {
  const suspects = finder.suspects.filter(
    ({ id, goes }) => id === WELL || id === NONE || id === loose.id || goes === loose.id,
  )
  const table = (stand: typeof signal) => tableOf(job, [], suspects, asksIn(finder.asks, stand, ['signal']), stand)
  const [live, dead] = [table(signal), table(DEAD)]
  const tables = new Map([live, dead].map((one) => [standKey(one.stand), one]))
  const going = suspects.find(({ goes }) => goes === loose.id)!.id
  const column = (of: typeof live, id: string) => of.asks.findIndex((ask) => ask.id === id)

  it('is a sound plant for every meter, and loose for a hand at any time', () => {
    const [row] = live.rows.get(going)!
    const [well] = live.rows.get(WELL)!
    for (const [at, { ask }] of live.asks.entries())
      if (ask !== 'wiggle') expect(row!.shows[at]).toEqual(well!.shows[at])
    expect(row!.shows[column(live, 'wiggle:S4')]).toBe('comes and goes')
    expect(row!.shows[column(live, 'wiggle:S3')]).toBe('steady')
    expect(dead.rows.get(going)![0]!.shows[column(dead, 'joint:S4')]).toBe('loose')
    expect([row!.heats.has('signal'), live.rows.get(loose.id)![0]!.heats.has('signal')]).toEqual([true, false])
  })

  it('a reading of a sound plant leaves it in the running, where one that is always open is out', () => {
    const belief = new Belief(suspects, tables)
    const volts = live.asks.findIndex(
      ({ ask }, at) =>
        ask === 'volts' &&
        Number(live.rows.get(WELL)![0]!.shows[at]) > 20 &&
        Number(live.rows.get(loose.id)![0]!.shows[at]) < 1,
    )
    const seen: Evidence[] = [
      { is: 'room', zone: 'signal', heats: false },
      { is: 'shown', ask: live.asks[volts]!.id, stand: signal, shown: live.rows.get(WELL)![0]!.shows[volts]! },
    ]
    const share = (id: string, all: readonly Evidence[]) =>
      belief.after(all)[suspects.findIndex((one) => one.id === id)]!
    const ratio = (all: readonly Evidence[]) => share(going, all) / share(loose.id, all)
    expect(ratio(seen) / ratio(seen.slice(0, 1))).toBeGreaterThan(20)
    // A room found cold is as likely as it is there at all; a hand that finds it loose knows.
    const cold = ratio(seen.slice(0, 1)) / ratio([])
    expect(cold).toBeCloseTo(((1 - THERE) * 0.05 + THERE * 0.95) / 0.95, 6)
    const felt: Evidence = { is: 'shown', ask: 'wiggle:S4', stand: signal, shown: 'comes and goes' }
    expect(share(going, [...seen, felt])).toBeGreaterThan(0.8)
    expect(belief.idle([seen[0]!]).has(going)).toBe(false)
  })
})

describe('a stand-in whose joint comes and goes', () => {
  it('heats while it is not there and stays cold while it is; it is never well until it is remade', () => {
    let there = true
    const wall = new StandInWall(job, [loose], undefined, undefined, () => there)
    expect([wall.heats('signal'), wall.alwaysHeats('signal'), wall.isWell]).toEqual([false, false, false])
    there = false
    expect([wall.heats('signal'), wall.alwaysHeats('signal'), wall.isWell]).toEqual([true, false, false])
    const wiggle = finder.asks.find(({ id }) => id === 'wiggle:S4')!
    expect(wall.shows(wiggle, signal)).toBe('comes and goes')
    expect(wall.repair('S4')).toBe(true)
    there = true
    expect([wall.heats('signal'), wall.isWell]).toEqual([true, true])
    expect(wall.shows(wiggle, signal)).toBe('steady')
  })

  it('is found though every reading was of a sound plant', () => {
    const wall = new StandInWall(job, [loose], undefined, undefined, () => false)
    const hands: string[] = []
    const ended = searched(finder, wall, ['signal'], (wanted) => {
      if (wanted.do === 'ask' && ['wiggle', 'joint'].includes(wanted.ask.ask)) hands.push(wanted.ask.id)
    })
    expect(ended.repairs).toEqual(['S4'])
    expect([ended.solved, wall.isWell]).toEqual([true, true])
    expect(hands).toContain('wiggle:S4')
  })

  it('nothing is moved by hand while nobody calls', () => {
    expect(asksIn(finder.asks, NOBODY, ['signal']).some(({ ask }) => ask === 'wiggle')).toBe(false)
    expect(asksIn(finder.asks, signal, ['signal']).some(({ ask }) => ask === 'wiggle')).toBe(true)
  })
})
