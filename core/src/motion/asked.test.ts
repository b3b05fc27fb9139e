import { describe, expect, it } from 'vitest'
import { wired } from '../testing/benches.ts'
import { Asked, type Looked } from './asked.ts'
import { Simulation } from './simulation.ts'

describe('an answer stands while nothing has changed that it hangs on', () => {
  const state = { made: false }
  const around = { draw: 0.5, flame: false, warming: 0 }
  const nothing: Looked = { circuit: false, draw: false, flame: false, warming: false }
  const asked = (looks: Partial<Looked>) => {
    const one = new Asked()
    const looked = { circuit: true, draw: true, flame: true, warming: true }
    // What was looked at for another question is no part of this one.
    const question = () => {
      Object.assign(looked, looks)
      return 'answer'
    }
    expect(one.ask({ state, around, looked }, 3, question)).toBe('answer')
    return one
  }

  it.each<[string, Partial<Looked>]>([
    ['nothing', {}],
    ['the circuit', { circuit: true }],
    ['what is drawn', { draw: true }],
    ['the flame', { flame: true }],
    ['its own warmth', { warming: true }],
    ['all of it', { circuit: true, draw: true, flame: true, warming: true }],
  ])('looking at %s', (_, looks) => {
    const one = asked(looks)
    expect(one.stands(state, 3, around)).toBe(true)
    expect(one.stands(state, 4, around)).toBe(!looks.circuit)
    expect(one.stands(state, 3, { ...around, draw: 0.6 })).toBe(!looks.draw)
    expect(one.stands(state, 3, { ...around, flame: true })).toBe(!looks.flame)
    expect(one.stands(state, 3, { ...around, warming: 1 })).toBe(!looks.warming)
  })

  it('not in another state, though it says the same, and not once it is forgotten', () => {
    const one = asked({})
    expect(one.stands({ ...state }, 3, around)).toBe(false)
    one.forget()
    expect(one.stands(state, 3, around)).toBe(false)
    expect(new Asked().stands(state, 3, around)).toBe(false)
  })

  it('the second question replaces what the first hung on', () => {
    const one = asked({ circuit: true })
    one.ask({ state, around, looked: { ...nothing } }, 5, () => undefined)
    expect(one.stands(state, 9, around)).toBe(true)
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
