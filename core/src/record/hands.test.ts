import { expect, it } from 'vitest'
import { Hands } from './hands.ts'

const C1 = { C1: true }

it('what an action moved stands until it ends, and then what was seen before it', () => {
  const hands = new Hands()
  hands.set('C1', 'out', 3)
  hands.set('C1', 'out', 10, 'a')
  expect(hands.of(C1)).toEqual({ C1: { out: 10 } })
  hands.letGo('a')
  expect(hands.of(C1)).toEqual({ C1: { out: 3 } })
  hands.letGo('a')
  expect(hands.of(C1)).toEqual({ C1: { out: 3 } })
})

it('where nothing was known before, nothing is afterwards', () => {
  const hands = new Hands()
  hands.set('V1', 'lever', 'parked', 'a')
  hands.letGo('a')
  expect(hands.of({ V1: true })).toEqual({})
})

it('of two actions on one hand the later counts, whichever ends first', () => {
  const moved = () => {
    const hands = new Hands()
    hands.set('C1', 'out', 10, 'a')
    hands.set('C1', 'out', 5, 'b')
    return hands
  }
  const [first, second] = [moved(), moved()]
  first.letGo('a')
  expect(first.of(C1)).toEqual({ C1: { out: 5 } })
  first.letGo('b')
  expect(first.of(C1)).toEqual({})
  second.letGo('b')
  expect(second.of(C1)).toEqual({ C1: { out: 10 } })
})

it('what was seen since an action began stands, and stays when it ends', () => {
  const hands = new Hands()
  hands.set('C1', 'out', 3)
  hands.set('C1', 'out', 10, 'a')
  hands.set('C1', 'out', 7)
  expect(hands.of(C1)).toEqual({ C1: { out: 7 } })
  hands.letGo('a')
  expect(hands.of(C1)).toEqual({ C1: { out: 7 } })
})

it('forgets what was seen of some positions or of all, and nothing that an action holds', () => {
  const moved = () => {
    const hands = new Hands()
    hands.set('C1', 'dial', 'manual')
    hands.set('C1', 'out', 3)
    hands.set('C1', 'out', 10, 'a')
    hands.set('V1', 'lever', 'parked')
    return hands
  }
  const all = { C1: true, V1: true }
  const [one, whole] = [moved(), moved()]
  one.forgetSeen('C1', ['dial'])
  expect(one.of(all)).toEqual({ C1: { out: 10 }, V1: { lever: 'parked' } })
  one.letGo('a')
  expect(one.of(all)).toEqual({ C1: { out: 3 }, V1: { lever: 'parked' } })
  whole.forgetSeen('C1')
  whole.forgetSeen('V9')
  expect(whole.of(all)).toEqual({ C1: { out: 10 }, V1: { lever: 'parked' } })
  whole.letGo('a')
  expect(whole.of(all)).toEqual({ V1: { lever: 'parked' } })
})

it('knows nothing of parts that are gone, and forgets one position alone', () => {
  const hands = new Hands()
  hands.set('V1', 'lever', 'parked')
  hands.set('V1', 'stem', 'in')
  hands.set('SS1', 'closed', false)
  hands.forget('V1', 'stem')
  hands.forget('V9', 'lever')
  expect(hands.of({ V1: true, SS1: true })).toEqual({ V1: { lever: 'parked' }, SS1: { closed: false } })
  expect(hands.of({ V1: true })).toEqual({ V1: { lever: 'parked' } })
  expect([...hands.parts]).toEqual(['V1', 'SS1'])
  hands.forgetPart('V1')
  expect(hands.of({ V1: true, SS1: true })).toEqual({ SS1: { closed: false } })
})
