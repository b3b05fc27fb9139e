import { describe, expect, it } from 'vitest'
import { wired } from '../testing/benches.ts'
import { Asked, type Looked } from './asked.ts'
import { Simulation } from './simulation.ts'

describe('an answer stands while nothing has changed that it hangs on', () => {
  const state = { made: false }
  const versions = { circuit: 3, around: 7 }
  const asked = (looks: Partial<Looked>) => {
    const one = new Asked()
    const looked = { circuit: true, around: true }
    // What was looked at for another question is no part of this one.
    const question = () => {
      Object.assign(looked, looks)
      return 'answer'
    }
    expect(one.ask(state, versions, looked, question)).toBe('answer')
    return one
  }

  it.each([
    ['nothing', {}, true, true],
    ['the circuit', { circuit: true }, false, true],
    ['the building', { around: true }, true, false],
    ['both', { circuit: true, around: true }, false, false],
  ])('looking at %s', (_, looks, afterCircuit, afterBuilding) => {
    const one = asked(looks)
    expect(one.stands(state, versions)).toBe(true)
    expect(one.stands(state, { ...versions, circuit: 4 })).toBe(afterCircuit)
    expect(one.stands(state, { ...versions, around: 8 })).toBe(afterBuilding)
  })

  it('not in another state, though it says the same, and not once it is forgotten', () => {
    const one = asked({})
    expect(one.stands({ ...state }, versions)).toBe(false)
    one.forget()
    expect(one.stands(state, versions)).toBe(false)
    expect(new Asked().stands(state, versions)).toBe(false)
  })

  it('the second question replaces what the first hung on', () => {
    const one = asked({ circuit: true })
    one.ask(state, { circuit: 5, around: 7 }, { circuit: false, around: false }, () => undefined)
    expect(one.stands(state, { circuit: 9, around: 7 })).toBe(true)
  })
})

it('a motor that is held and let go again answers as one that never was', () => {
  const bench = () => new Simulation(wired({ zones: 2 }))
  const [touched, plain] = [bench(), bench()]
  const start = touched.mark()
  const held = { ...touched.alterations, pins: { V1: { travel: 0 } } }
  touched.alter(held)
  touched.set('TS1', 'calling', true)
  touched.settle()
  expect(touched.stateOf('V1').travel).toBe(0)
  touched.back(start)
  for (const one of [touched, plain]) {
    one.set('TS1', 'calling', true)
    one.settle()
  }
  expect(touched.stateOf('V1')).toEqual(plain.stateOf('V1'))
  expect(touched.stateOf('V1').travel).toBe(1)
  expect(touched.now).toBe(plain.now)
  // And held only once it stands open: what moved of it before is not what moves of it now.
  touched.alter({ ...held, pins: { V1: { travel: 1 } } })
  touched.set('TS1', 'calling', false)
  touched.settle()
  expect(touched.stateOf('V1').travel).toBe(1)
  touched.alter({ ...held, pins: {} })
  touched.settle()
  expect(touched.stateOf('V1').travel).toBe(0)
})
