import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { loopsOf } from '../loops/loops.ts'
import type { Strip } from '../loops/strip.ts'
import { benchWith } from '../suppose/bench.ts'
import type { Ask } from './ask.ts'
import { asksOf } from './asks/index.ts'
import { stripFor } from './drawn.ts'
import { bring, DEAD } from './stand.ts'

function plantOf(id: string) {
  const job = demoJobs[id]!()
  const bench = benchWith(job, [])
  bench.settle()
  const dead = benchWith(job, [])
  bring(dead, job, DEAD)
  const plant = { job, bench, dead, loops: loopsOf(bench, job) }
  return { plant, asks: asksOf(plant) }
}
const { plant, asks } = plantOf('kestrel-point')
const ask = (id: string): Ask => asks.find((one) => one.id === id)!
const points = ({ from, to, items }: Strip) =>
  [from, ...items.flatMap((one) => (one.form === 'station' ? [one.enter, one.leave] : [])), to].flatMap((post) =>
    post ? [`${post.part}.${post.terminal}`] : [],
  )
const runs = ({ items }: Strip) => items.flatMap((one) => (one.form === 'stretch' ? one.runs : []))

describe('the copper an ask is about', () => {
  it.each(Object.keys(demoJobs))('has both leads of every reading of %s', (id) => {
    const { plant, asks } = plantOf(id)
    const read = asks.filter(({ from, wire }) => from !== undefined && wire === undefined)
    expect(read.length).toBeGreaterThan(20)
    for (const one of read) {
      const strip = stripFor(plant, one)
      expect(strip && points(strip), one.id).toEqual(expect.arrayContaining([one.from, one.to]))
    }
  })

  it('is of the zone that is asked about, where two zones share it', () => {
    const shared = asks.filter(({ ask, from }) => ask === 'volts' && from === 'F1.in')
    expect(shared.length).toBeGreaterThan(2)
    for (const one of shared) expect(stripFor(plant, one)!.id).toBe(`valve:${plant.job.zones[one.zone!]!.valve}`)
  })

  it('carries nothing, whatever the sound plant would: no light, no volts, no current', () => {
    const live = plant.loops.shared.find(({ complete }) => complete)!
    expect(live).toBeDefined()
    for (const one of asks) {
      const strip = stripFor(plant, one)
      if (!strip) continue
      expect(strip).toMatchObject({ complete: false, sourceVolts: 0 })
      for (const item of strip.items)
        expect(item).toMatchObject(
          item.form === 'station'
            ? { volts: 0, amps: 0, litNear: false, litFar: false }
            : { near: 0, far: 0, lit: false, flowing: false },
        )
      for (const run of runs(strip)) expect(run).toMatchObject({ amps: 0, litNear: false, litFar: false })
    }
  })

  it('is lifted where the ask wants it lifted, and nowhere else', () => {
    const lifted = (id: string) =>
      runs(stripFor(plant, ask(id))!)
        .filter(({ liftedNear, liftedFar }) => liftedNear || liftedFar)
        .map(({ wire, liftedNear, liftedFar }) => [wire, liftedNear, liftedFar])
    expect(lifted('core:w30')).toEqual([['w30', true, true]])
    const alone = asks.find(({ ask, from }) => ask === 'alone' && from === 'V2.m1')!
    const [[wire, near, far] = [], ...others] = lifted(alone.id)
    expect(others).toEqual([])
    const { from, to } = plant.job.wires[wire as string]!
    expect([from, to].map(({ part, terminal }) => `${part}.${terminal}`)).toContain('V2.m1')
    expect([near, far].filter(Boolean)).toHaveLength(1)
    expect(lifted('volts:signal:V2.m1:XF1.c')).toEqual([])
  })

  it('is one part alone where its two terminals are on no strip together: its contact as it rests, or nothing in between', () => {
    const across = (id: string) => stripFor(plant, ask(id))!
    expect(across('ohms:B1.l:B1.e')).toMatchObject({
      id: 'part:B1',
      items: [{ part: 'B1', element: '', load: true, made: false, enter: { marking: 'L' } }],
    })
    const quay = plantOf('quay-terrace')
    const rests = stripFor(quay.plant, quay.asks.find(({ id }) => id === 'ohms:TS1.com:TS1.nc')!)!
    expect(rests.items).toMatchObject([
      { load: false, made: true, enter: { terminal: 'com' }, leave: { terminal: 'nc' } },
    ])
    expect(rests.from).toBeUndefined()
  })

  it('is nothing for what is only looked at or felt', () => {
    for (const form of ['lever', 'display', 'pipe', 'runs', 'position'] as const) {
      const [one] = asks.filter(({ ask }) => ask === form)
      expect(stripFor(plant, one!), form).toBeUndefined()
    }
  })
})
