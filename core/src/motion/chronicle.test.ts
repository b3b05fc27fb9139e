import { produce } from 'immer'
import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { Chronicle, replay, statesOf } from './chronicle.ts'

const job = demoJobs['kestrel-point']!()
const travelOf = (chronicle: Chronicle, at: number) => Number(chronicle.at(at).stateOf('V2').travel)

/** Called at nought, ended at twenty, thirty seconds in all. */
function aCall() {
  const chronicle = new Chronicle(job)
  chronicle.set('TS2', 'calling', true)
  chronicle.advance(20)
  chronicle.set('TS2', 'calling', false)
  chronicle.advance(10)
  return chronicle
}

it('any moment is looked at again: half way, at its end, and before a hand that moved just then', () => {
  const chronicle = aCall()
  expect(travelOf(chronicle, 5)).toBeGreaterThan(0.2)
  expect(travelOf(chronicle, 5)).toBeLessThan(travelOf(chronicle, 10))
  expect(travelOf(chronicle, 20)).toBe(1)
  expect(chronicle.at(20).stateOf('TS2').calling).toBe(true)
  expect(chronicle.at(20.01).stateOf('TS2').calling).toBe(false)
  expect(chronicle.at(30).now).toBeCloseTo(30, 9)
  expect(travelOf(chronicle, 30)).toBe(Number(chronicle.simulation.stateOf('V2').travel))
})

it('at nought nothing has been done yet; past the end it stands where it ended', () => {
  const chronicle = aCall()
  expect(chronicle.at(0).stateOf('TS2').calling).toBe(false)
  expect(chronicle.at(0).now).toBe(0)
  expect(chronicle.at(31).now).toBeCloseTo(30, 9)
})

it('stops are visited each once, in their order, on the way and past the end', () => {
  const chronicle = aCall()
  const seen: [number, number][] = []
  replay(job, chronicle.start, chronicle.doings, 25, [0, 10, 20, 40], (stop, { now }) =>
    seen.push([stop, Math.round(now)]),
  )
  expect(seen).toEqual([
    [0, 0],
    [10, 10],
    [20, 20],
    [40, 25],
  ])
})

it('at a stop a hand that moves just then has not moved yet', () => {
  const chronicle = aCall()
  const calling: unknown[] = []
  replay(job, chronicle.start, chronicle.doings, 25, [20, 20.5], (_, bench) =>
    calling.push(bench.stateOf('TS2').calling),
  )
  expect(calling).toEqual([true, false])
})

it('rewired, parts go on as they stood; one that is another kind now begins anew, one that is gone is carried nowhere', () => {
  const chronicle = aCall()
  const other = produce(job, (draft) => {
    draft.parts.V3!.kind = 'valve/motor-2'
    delete draft.parts.V5
  })
  const carried = statesOf(chronicle.simulation, other)
  expect(carried.V2).toEqual(chronicle.simulation.stateOf('V2'))
  expect(carried.V2).not.toBe(chronicle.simulation.stateOf('V2'))
  expect([carried.V3, carried.V5]).toEqual([undefined, undefined])
  const more = produce(job, (draft) => {
    draft.parts.V9 = { ...draft.parts.V2!, label: 'Valve 9' }
  })
  expect(statesOf(chronicle.simulation, more).V9).toBeUndefined()
})

it('while things come to rest and are waited for the clocks stand, and they do when it is looked at again', () => {
  const chronicle = new Chronicle(job)
  chronicle.set('TS2', 'calling', true)
  chronicle.settle()
  const warmth = chronicle.simulation.stateOf('TS2').warmth
  chronicle.rest(600)
  expect(chronicle.doings.at(-1)).toMatchObject({ standing: true })
  expect(chronicle.simulation.stateOf('TS2').warmth).toBe(warmth)
  expect(chronicle.at(chronicle.now).stateOf('TS2').warmth).toBe(warmth)
  // Waited for again it is one wait; no wait is none.
  chronicle.rest(0)
  chronicle.rest(60)
  const { length } = chronicle.doings
  chronicle.rest(40)
  expect(chronicle.doings).toHaveLength(length)
  expect(chronicle.at(chronicle.now).now).toBeCloseTo(chronicle.simulation.now, 9)
  // Time that passes by itself is another thing: the room warms.
  chronicle.advance(600)
  expect(chronicle.doings.at(-1)).toMatchObject({ seconds: 600, standing: false })
  expect(Number(chronicle.at(chronicle.now).stateOf('TS2').warmth)).toBeGreaterThan(Number(warmth))
})

it('time that passes in the same way is one doing, from the very first; what a hand does or clocks that stand lie between', () => {
  const chronicle = new Chronicle(job)
  chronicle.advance(2)
  chronicle.advance(3)
  expect(chronicle.doings).toEqual([{ seconds: 5, standing: false }])
  chronicle.rest(4)
  chronicle.rest(1)
  chronicle.set('TS2', 'calling', true)
  chronicle.advance(0)
  chronicle.advance(6)
  expect(chronicle.doings).toEqual([
    { seconds: 5, standing: false },
    { seconds: 5, standing: true },
    { hand: ['TS2', 'calling', true] },
    { seconds: 6, standing: false },
  ])
})
