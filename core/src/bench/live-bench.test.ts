import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import type { Job } from '../job/schema.ts'
import type { Settings } from '../motion/simulation.ts'
import { keyOf } from '../record/circuit-of.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { type Delta, deltaOf, withDelta } from './delta.ts'
import { LiveBench, type Snapshot } from './live-bench.ts'

describe('what changed', () => {
  const value = fc.jsonValue({ maxDepth: 4 })

  it('put on what was gives what is, and the same changed is nothing', () => {
    fc.assert(
      fc.property(value, value, (was, is) => {
        expect(withDelta(was, deltaOf(was, is))).toEqual(is)
        // A copy by JSON loses the sign of nothing, which is another number.
        const copy = JSON.parse(JSON.stringify(was))
        expect(deltaOf(copy, JSON.parse(JSON.stringify(copy)))).toBeUndefined()
      }),
      { numRuns: 300 },
    )
  })

  it('a field may bear any name', () => {
    const odd = JSON.parse('{"__proto__": {"a": 1}, "constructor": 2, "valueOf": 3}')
    for (const [was, is] of [
      [{}, odd],
      [odd, {}],
      [JSON.parse('{"__proto__": {"a": 2}}'), odd],
    ])
      expect(JSON.stringify(withDelta(was, deltaOf(was, is)))).toBe(JSON.stringify(is))
    expect(Object.keys(withDelta({}, deltaOf({}, { a: undefined })))).toEqual(['a'])
  })

  it('leaves what it does not touch the very same, and is no longer than it need be', () => {
    const was = { a: { x: 1, y: [1, 2, { z: 3 }] }, b: { q: 1 }, c: 7 }
    const is = { a: { x: 1, y: [1, 2, { z: 4 }] }, b: { q: 1 } }
    const delta = deltaOf(was, is)
    expect(delta).toEqual({
      fields: { a: { fields: { y: { fields: { 2: { fields: { z: { is: 4 } } } } } } } },
      gone: ['c'],
    })
    const now = withDelta(was, delta) as typeof is
    expect(now).toEqual(is)
    expect(now.b).toBe(was.b)
    expect(Array.isArray(now.a.y)).toBe(true)
  })

  it.each<[unknown, unknown]>([
    [
      [1, 2],
      [1, 2, 3],
    ],
    [{ a: 1 }, [1]],
    [null, { a: 1 }],
    [undefined, 0],
    [0, -0],
  ])('%j to %j is told whole', (was, is) => expect(deltaOf(was, is)).toEqual({ is }))
})

/** A bench and the picture that its deltas add up to. */
class Watcher {
  readonly bench = new LiveBench()
  picture: Snapshot | undefined

  on(job: Job, hands: Settings = {}, supposed: Supposition[] = []) {
    return this.took(this.bench.open({ job, hands, supposed, key: keyOf(job, supposed, hands) }, false))
  }

  took(delta: Delta | undefined): Snapshot {
    this.picture = withDelta(this.picture, delta) as Snapshot
    return this.picture
  }
}

const calling = { TS2: { calling: true } }

describe('a live bench', () => {
  it('goes on from where it was: a note moves no clock and says nothing', () => {
    const w = new Watcher()
    w.on(kestrelPoint())
    w.on(kestrelPoint(), calling)
    w.took(w.bench.advance(5))
    expect(w.picture!.now).toBe(5)
    const noted = kestrelPoint()
    noted.site.notes = 'Mind the step.'
    const key = keyOf(noted, [], calling)
    expect(w.bench.open({ job: noted, hands: calling, supposed: [], key }, false)).toBeUndefined()
    const named = kestrelPoint()
    named.parts.V2!.label = 'By the pillar'
    expect(
      w
        .on(named, calling)
        .verdict.sentence.map(({ text }) => text)
        .join(''),
    ).toBe('Signal house: valve opening 35 %.')
    expect(w.picture!.now).toBe(5)
  })

  it('another wire carries states and clock over, and what was before can be looked at', () => {
    const w = new Watcher()
    w.on(kestrelPoint())
    w.on(kestrelPoint(), calling)
    w.took(w.bench.advance(7))
    const thinner = kestrelPoint()
    thinner.wires.w21!.size = 0.33
    expect(w.on(thinner, calling)).toMatchObject({ now: 7, until: 7 })
    expect(w.picture!.states.V2!.state.travel).toBe(0.5)
    w.took(w.bench.advance(7))
    expect(w.picture!.states.V2!.state.travel).toBe(1)
    w.took(w.bench.look(3.5))
    expect(w.picture!).toMatchObject({ now: 3.5, until: 14, moving: false })
    expect(w.picture!.states.V2!.state.travel).toBeCloseTo(0.25, 9)
    expect(w.took(w.bench.look(undefined)).now).toBe(14)
  })

  it('what is supposed comes and goes on the running bench, in words', () => {
    const w = new Watcher()
    w.on(kestrelPoint())
    w.on(kestrelPoint(), calling)
    w.took(w.bench.settle())
    const cut = [{ id: 'wire:w21/open' }]
    w.on(kestrelPoint(), calling, cut)
    expect(w.picture!.wrong).toEqual([{ id: 'wire:w21/open', says: 'Wire 21 broken' }])
    w.took(w.bench.settle())
    expect(w.picture!.verdict.tone).toBe('wrong')
    w.on(kestrelPoint(), calling)
    w.took(w.bench.settle())
    expect([w.picture!.verdict.tone, w.picture!.wrong]).toEqual(['well', []])
    const linked = [{ id: 'link:TS4.r+TS4.w/fitted' }]
    w.on(kestrelPoint(), calling, linked)
    w.took(w.bench.settle())
    expect(w.picture!.states.V4!.state.travel).toBe(1)
  })

  it('a hand that lets go leaves the part at rest; one that moves is timed for the stand', () => {
    const w = new Watcher()
    w.on(kestrelPoint())
    w.on(kestrelPoint(), { TS2: { calling: true }, V3: { lever: 'parked' } })
    w.took(w.bench.advance(20))
    expect(w.bench.stand()).toMatchObject({
      calls: { signal: { on: true, seconds: 20 }, oil: { on: false } },
      hands: [{ part: 'V3', state: 'lever', value: 'parked' }],
      power: { on: true },
    })
    w.on(kestrelPoint(), { SS1: { closed: false } }, [
      { id: 'wire:w21.from/lifted' },
      { id: 'link:TS4.r+TS4.w/fitted' },
    ])
    expect(w.picture!.states.V3!.state.lever).toBe('auto')
    expect(w.picture!.states.TS2!.state.calling).toBe(false)
    expect(w.bench.stand()).toMatchObject({
      power: { on: false },
      lifted: ['wire:w21.from'],
      linked: [['TS4.r', 'TS4.w']],
    })
  })

  it('findings and loads are made once for one circuit', () => {
    const w = new Watcher()
    const job = kestrelPoint()
    job.parts.XF1!.figures = { va: 5 }
    w.on(job)
    expect(w.picture!.findings).toEqual([])
    w.took(w.bench.check())
    expect(w.picture!.findings.map(({ rule }) => rule)).toContain('transformer-size')
    expect(w.picture!.budgets[0]!.mostVa).toBeGreaterThan(10)
    expect(w.bench.check()).toBeUndefined()
  })

  it('a meter, the rungs, the live map and the timeline come while somebody looks, and not else', () => {
    const w = new Watcher()
    w.on(kestrelPoint())
    w.took(
      w.bench.watch({ meter: { mode: 'loz', from: 'XF1.h', to: 'XF1.c' }, rungs: true, live: true, timeline: true }),
    )
    expect(w.picture!.meter).toMatchObject({ mode: 'loz', unit: 'V' })
    expect(w.picture!.rungs!.ladders.length).toBeGreaterThan(1)
    expect(w.picture!.live!.length).toBeGreaterThan(5)
    expect(w.picture!.timeline!.says).toContain('Nothing has happened yet')
    w.took(w.bench.watch({ meter: { mode: 'amps', wire: 'w21', turns: 10 } }))
    expect(w.picture!.meter).toMatchObject({ mode: 'amps' })
    expect('rungs' in w.picture!).toBe(false)
    w.took(w.bench.watch({ meter: { mode: 'volts', from: 'V99.m1', to: 'XF1.c' } }))
    expect(w.picture!.meter).toContain('no longer there')
    w.took(w.bench.watch({}))
    expect('meter' in w.picture!).toBe(false)
  })

  it('a tick of a travelling valve is told in a few hundred bytes', () => {
    const w = new Watcher()
    w.on(kestrelPoint())
    w.on(kestrelPoint(), calling)
    w.took(w.bench.advance(1))
    const whole = JSON.stringify(w.picture).length
    const tick = JSON.stringify(w.bench.advance(0.32)).length
    expect(tick).toBeLessThan(whole / 20)
  })

  it('begins a new clock with everything as it stands', () => {
    const w = new Watcher()
    w.on(kestrelPoint())
    w.on(kestrelPoint(), calling)
    w.took(w.bench.settle())
    w.took(w.bench.restart())
    expect(w.picture!).toMatchObject({ now: 0, until: 0 })
    expect(w.picture!.states.V2!.state.travel).toBe(1)
    w.on(kestrelPoint(), {})
    w.took(w.bench.settle())
    expect(w.picture!.states.V2!.state.travel).toBe(0)
  })
})
