import { describe, expect, it } from 'vitest'
import { contact, direct, load, resistor, source, strap } from '../parts/element.ts'
import { conducting, conductsIn, followsState, OPEN, resistive, under } from './lump.ts'

const isOn = (s: Record<string, unknown>) => s.on === true
const switched = contact('pole', 'a', 'b', isOn, 0.02)
const coil = load('coil', 'a', 'b', { volts: 24, va: 6, powerFactor: 0.6, hertz: 60 })
const heater = load('heater', 'a', 'b', { volts: 24, va: 6, powerFactor: 1, hertz: 60 }, isOn)

describe('what an element is while it conducts', () => {
  it('a contact has its ohms, a coil henries too, and what is no element of its own nothing', () => {
    expect(conducting(switched)).toEqual(resistive(0.02))
    expect(conducting(coil)).toEqual({ open: false, ohms: coil.ohms, henries: coil.henries, farads: 0 })
    expect(coil.henries).toBeGreaterThan(0)
    expect(conducting(resistor('r', 'a', 'b', 500))).toEqual(resistive(500))
    expect(conducting(source('line', 'a', 'b', 120, 0.25))).toEqual(resistive(0.25))
    expect(conducting(undefined)).toBe(OPEN)
  })

  it.each([
    ['a contact', switched, true, [true, false]],
    ['a strap', strap('strap', 'a', 'b'), false, [true, true]],
    ['a load that is switched', heater, true, [true, false]],
    ['a load that always draws', coil, false, [true, true]],
    ['a resistor', resistor('r', 'a', 'b', 1), false, [true, true]],
    ['a signal', direct('out', 'a', 'b', () => 5, 100), true, [true, true]],
  ])('%s', (_name, element, follows, conducts) => {
    expect(followsState(element)).toBe(follows)
    expect([conductsIn(element, { on: true }), conductsIn(element, { on: false })]).toEqual(conducts)
  })
})

describe('what is wrong with a branch', () => {
  const made = resistive(0.02)

  it('nothing leaves it as it is, to the object', () => {
    expect(under(undefined, made)).toBe(made)
    expect(under(undefined, OPEN)).toBe(OPEN)
  })

  it('open it carries nothing; closed it does whatever its part says; ohms it has only while it conducts', () => {
    expect([under({ as: 'open' }, made), under({ as: 'open' }, OPEN)]).toEqual([OPEN, OPEN])
    expect([under({ as: 'closed', ohms: 2 }, made), under({ as: 'closed', ohms: 2 }, OPEN)]).toEqual([
      resistive(2),
      resistive(2),
    ])
    expect([under({ as: 'ohms', ohms: 60 }, made), under({ as: 'ohms', ohms: 60 }, OPEN)]).toEqual([
      resistive(60),
      OPEN,
    ])
  })
})
