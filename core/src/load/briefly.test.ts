import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { documentOf } from '../job/document.ts'
import type { Job } from '../job/schema.ts'
import { curves, secondsAt } from '../parts/curves.ts'
import { schemeCalled, wiredBy } from '../schemes/index.ts'
import { load } from '../standing/load.ts'
import { wired } from '../testing/benches.ts'
import { briefly } from './briefly.ts'
import { atWorst } from './budget.ts'
import { carriesMore } from './room.ts'
import { studyLoad } from './study.ts'

/** So many VA for so long of one rated for 60, then 20. */
const start = (va: number, seconds: number, then = 20) =>
  briefly(
    [
      { at: 0, va },
      { at: seconds, va: then },
    ],
    60,
  )

describe('more than the rating while valves start', () => {
  it('is told by its seconds; within the rating there is nothing to tell', () => {
    expect(start(69, 65)).toBe(65)
    expect(start(60.01, 65)).toBe(65)
    expect(start(60, 65)).toBeUndefined()
    expect(briefly([], 60)).toBeUndefined()
  })

  it('is an overload where it stays, lasts too long or is too much, and a winding bears the most that is none ten times over', () => {
    expect(start(69, 65, 60.1)).toBeUndefined()
    expect(start(69, 65, 60)).toBe(65)
    expect([start(62, 180), start(62, 181)]).toEqual([180, undefined])
    // At twice its rating a winding lasts four minutes: a tenth of that is borne.
    expect(secondsAt(curves.winding, 2)).toBe(240)
    expect([start(120, 24), start(120, 25)]).toEqual([24, undefined])
    expect([start(90, 180), start(105, 69), start(105, 71)]).toEqual([180, 69, undefined])
  })

  it('counts only the seconds in which it is more', () => {
    const moments = [20, 61, 59, 61, 30].map((va, i) => ({ at: 10 * i, va }))
    expect(briefly(moments, 60)).toBe(20)
  })
})

/** Wax heads on a manifold, three to a zone. */
const manifold = (zones: number, va = 60): Job =>
  produce(wired({ scheme: 's18', panel: 'panel/manifold-8', valve: 'valve/wax-head-24', heads: 3, zones }), (draft) => {
    draft.parts.PN1!.figures = { ...draft.parts.PN1!.figures, va }
  })
const study = (job: Job) => {
  const work = studyLoad(job)
  let next = work.next()
  while (!next.done) next = work.next()
  return next.value
}

describe('cold wax heads on a centre', () => {
  it('draw more than its rating for a minute, which is no fault, in the verdict as at the lamp', () => {
    const { tone, says } = study(manifold(4))
    expect(tone).toBe('busy')
    expect(says).toMatch(/^Manifold centre gives 69 of 60 VA for 1:0\d when all 4 call, and 28 after that\.$/)
    expect(load(documentOf(manifold(4)))).toMatchObject({
      at: 'done',
      says: expect.stringMatching(/69 of 60 VA for 1:0/),
    })
    expect(atWorst(manifold(4))[0]!.brief).toBeCloseTo(65, -1)
  })

  it('are too many where they start with far more than it gives, or hold with more', () => {
    for (const job of [manifold(8), manifold(4, 25)]) {
      expect(study(job)).toMatchObject({ tone: 'wrong', says: expect.stringMatching(/is short by \d+ VA/) })
      expect(load(documentOf(job))).toMatchObject({ at: 'begun', findings: 1 })
      expect(atWorst(job)[0]!.brief).toBeUndefined()
    }
  })
})

it('a start that opens the fuse is an overload, however soon it would be over', () => {
  const charging = (amps: number) => {
    const one = wired({ zones: 1, valve: 'valve/stored-charge' })
    one.parts.XF1!.figures = { ...one.parts.XF1!.figures, va: 9 }
    one.parts.F1!.figures = { ...one.parts.F1!.figures, amps }
    return study(one)
  }
  expect(charging(1)).toMatchObject({ tone: 'busy', hot: [] })
  const weak = charging(0.2)
  expect(weak.hot).toEqual([{ part: 'F1', seconds: expect.any(Number) }])
  expect(weak).toMatchObject({ tone: 'wrong', says: expect.stringMatching(/^Transformer is short by/) })
})

it('room for more cold wax is by what they hold with, and by what the centre bears while they start', () => {
  const kind = 'valve/wax-head-24'
  // A further room has one head. What is within the margin for a moment more is a tenth of what a winding bears.
  expect([4, 5].map((more) => carriesMore(manifold(3, 54), kind, more))).toEqual(['yes', 'load'])
  expect([60, 45].map((va) => carriesMore(manifold(4, va), kind, 0))).toEqual(['yes', 'load'])
})

it('a transformer that stays overloaded is spoken of before one that is so for a moment by more', () => {
  const two = wired({ scheme: 's3', zones: 2 })
  two.zones.z1!.valveKind = 'valve/stored-charge'
  const job = produce(wiredBy(two, schemeCalled('s3')!), (draft) => {
    draft.parts.XF1!.figures = { ...draft.parts.XF1!.figures, va: 9 }
    draft.parts.XF2!.figures = { ...draft.parts.XF2!.figures, va: 7 }
  })
  const { says, sources } = study(job)
  expect(sources.map(({ peak, rated, brief }) => [peak > 1.1 * rated, brief !== undefined])).toEqual([
    [true, true],
    [false, false],
  ])
  expect(says).toMatch(/^Transformer 2 is short by 1 VA/)
})
