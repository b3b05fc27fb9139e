import { produce } from 'immer'
import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { wireAt } from '../testing/benches.ts'
import { unaltered } from './alterations.ts'
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

it('what goes wrong and what is wired otherwise is one more doing: clock and states go on, and what was before is looked at again', () => {
  const chronicle = aCall()
  chronicle.set('TS2', 'calling', true)
  chronicle.settle()
  const open = chronicle.now
  chronicle.alter({ ...unaltered, forces: { 'V2.motor': { as: 'open' } } })
  expect(chronicle.simulation.alterations.forces).toEqual({ 'V2.motor': { as: 'open' } })
  chronicle.advance(20)
  expect(chronicle.simulation.stateOf('V2').travel).toBe(0)
  const before = chronicle.simulation
  const other = produce(job, (draft) => void delete draft.wires[wireAt(job, 'V2.m1').id])
  chronicle.rewire(other, unaltered)
  expect([chronicle.job, chronicle.first]).toEqual([other, job])
  expect(chronicle.simulation).not.toBe(before)
  expect(chronicle.simulation.alterations).toBe(unaltered)
  expect([chronicle.now, chronicle.simulation.trace.length]).toEqual([open + 20, before.trace.length])
  expect(chronicle.simulation.stateOf('TS2').calling).toBe(true)
  // Wired back, and with the same still wrong with it.
  chronicle.alter({ ...unaltered, forces: { 'V2.motor': { as: 'open' } } })
  chronicle.rewire(job)
  expect(chronicle.simulation.alterations.forces).toEqual({ 'V2.motor': { as: 'open' } })
  expect([open, open + 10, open + 20].map((at) => Number(Number(chronicle.at(at).stateOf('V2').travel) > 0))).toEqual([
    1, 0, 0,
  ])
  expect(chronicle.at(open + 20).netlist.branchOf.size).toBe(before.netlist.branchOf.size)
})

it('under other names nothing moves and nothing is forgotten', () => {
  const chronicle = aCall()
  const { length } = chronicle.doings
  const renamed = produce(job, (draft) => void (draft.parts.V2!.label = 'By the pillar'))
  chronicle.relabel(renamed)
  expect([chronicle.job, chronicle.first]).toEqual([renamed, job])
  expect([chronicle.doings.length, chronicle.now]).toEqual([length, 30])
})

it('renewed it begins as everything stands, with what is wrong, at nought and with nothing behind it', () => {
  const chronicle = aCall()
  chronicle.set('TS2', 'calling', true)
  chronicle.advance(5)
  const forces = { 'V3.motor': { as: 'open' } } as const
  chronicle.alter({ ...unaltered, forces })
  const next = chronicle.renewed()
  expect([next.now, next.doings, next.simulation.trace.length]).toEqual([0, [], 0])
  expect(next.simulation.alterations.forces).toEqual(forces)
  expect(next.simulation.stateOf('V2')).toEqual(chronicle.simulation.stateOf('V2'))
  expect(next.at(0).stateOf('V2').travel).toBe(chronicle.simulation.stateOf('V2').travel)
})

it('looked at for ever it has come to rest; a hand on what is not there is no hand', () => {
  const chronicle = new Chronicle(job)
  chronicle.set('TS2', 'calling', true)
  chronicle.set('TS9', 'calling', true)
  chronicle.set('TS2', 'mood', true)
  chronicle.advance(3)
  expect(chronicle.simulation.stateOf('TS2').mood).toBeUndefined()
  expect(Number(chronicle.at(99).stateOf('V2').travel)).toBeLessThan(1)
  expect(replay(job, chronicle.start, chronicle.doings, Number.POSITIVE_INFINITY).stateOf('V2').travel).toBe(1)
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
