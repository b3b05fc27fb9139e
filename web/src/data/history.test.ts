import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { aPage } from '../testing/page.ts'
import { History, type Step, type Tried } from './history.ts'

beforeEach(() => void aPage())
afterEach(() => void vi.unstubAllGlobals())

const tried = (warmth: number): Tried => ({ supposed: [], hands: { TS1: { warmth } } })
const turn = (name: string, from: number, to: number): Step => ({
  is: 'trial',
  name,
  before: tried(from),
  after: tried(to),
})
const entered = (...ids: string[]): Step => ({ is: 'entry', name: ids.join(), ids })

it('is kept with the browser, a stack for a job', () => {
  new History('k').did(entered('a'))
  expect(new History('k').undo).toEqual(entered('a'))
  expect(new History('other').undo).toBeUndefined()
})

it('a dial turned on is one step from where it began; another dial is another', () => {
  const history = new History('k')
  history.did(turn('Thermostat 1', 18, 19))
  history.did(turn('Thermostat 1', 19, 21))
  expect(history.undo).toEqual(turn('Thermostat 1', 18, 21))
  history.did(turn('Thermostat 2', 18, 19))
  history.undid(history.undo!)
  expect(history.undo).toEqual(turn('Thermostat 1', 18, 21))
})

it('undone and done again in order; something new ends what was undone', () => {
  const history = new History('k')
  for (const id of ['a', 'b', 'c']) history.did(entered(id))
  history.undid(entered('not c'))
  history.undid(entered('not b'))
  expect([history.undo, history.redo]).toEqual([entered('a'), entered('not b')])
  history.redid(entered('b again'))
  expect([history.undo, history.redo]).toEqual([entered('b again'), entered('not c')])
  history.did(entered('d'))
  expect([history.undo, history.redo]).toEqual([entered('d'), undefined])
})

it('sixty steps are kept and no more', () => {
  const history = new History('k')
  for (let i = 1; i <= 61; i++) history.did(entered(`${i}`))
  let steps = 0
  let last: Step | undefined
  for (; history.undo; steps++) {
    last = history.undo
    history.undid(last)
  }
  expect(steps).toBe(60)
  expect(last).toEqual(entered('2'))
})
