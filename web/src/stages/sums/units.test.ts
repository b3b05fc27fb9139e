import { describe, expect, it } from 'vitest'
import { heldFrom, resultIn, shownIn, sizesOf, unitOf } from './units.ts'

describe('sums in the units of a practice', () => {
  it('types feet where feet are used and holds metres', () => {
    expect(unitOf('length', '120')).toBe('ft')
    expect(unitOf('length', '230')).toBe('m')
    expect(heldFrom('length', shownIn('length', 20, '120'), '120')).toBeCloseTo(20, 6)
    expect(heldFrom('V', 24, '120')).toBe(24)
  })

  it.each([
    ['V', 23.497, '23.5 V'],
    ['V', 9.994, '9.99 V'],
    ['V', 0, '0.00 V'],
    ['V', 230.4, '230 V'],
    ['A', 0.0667, '0.0667 A'],
    ['A', 0.32, '0.32 A'],
    ['ohm', 1.2571, '1.26 Ω'],
    ['%', 50, '50.0 %'],
    ['turns', 5, '5'],
  ] as const)('%s %f is %s', (quantity, value, says) => expect(resultIn(quantity, value, '230')).toBe(says))

  it('offers the size that is nearest', () => {
    expect(sizesOf('120', 0.823).nearest.name).toBe('18 AWG')
    expect(sizesOf('230', 0.8).nearest.name).toBe('0.75 mm²')
    expect(sizesOf('230', 99).nearest.name).toBe('4 mm²')
  })
})
