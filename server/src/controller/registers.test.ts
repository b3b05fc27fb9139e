import { describe, expect, it } from 'vitest'
import { readOutput } from './link.ts'
import { Registers } from './registers.ts'

describe('the simulated controller', () => {
  it('sets volts or milliamps, ramps in time, and tells how far it is', () => {
    const registers = new Registers()
    expect(registers.answer('HELLO', 0)).toBe('OK CIVIL-LANTERN-CONTROLLER 1 OUTPUTS 2 INPUTS 2')
    expect(registers.answer('set 1 5 v', 0)).toBe('OK OUT 1 5.000 V')
    expect(registers.answer('RAMP 1 10 V 20', 10)).toBe('OK OUT 1 5.000 V TO 10.000 IN 20.0')
    expect(readOutput(registers.answer('OUT 1', 20))).toEqual({ value: 7.5, unit: 'V', to: 10, left: 10 })
    expect(registers.answer('OUT 1', 31)).toBe('OK OUT 1 10.000 V')
    expect(registers.answer('SET 2 12 mA', 0)).toBe('OK OUT 2 12.000 mA')
  })

  it('keeps what the plant puts on its inputs', () => {
    const registers = new Registers()
    registers.answer('SENSE 2 6.25', 0)
    expect([registers.answer('IN 2', 1), registers.answer('IN 1', 1)]).toEqual(['OK IN 2 6.250 V', 'OK IN 1 0.000 V'])
  })

  it.each([
    ['SET 3 5 V', 'say 1 to 2'],
    ['SET 1 11 V', 'say 0 to 10'],
    ['SET 1 five V', 'say 0 to 10'],
    ['SET 1 5 bar', 'say V or mA'],
    ['RAMP 1 5 V', 'say 0 to 3600'],
    ['OPEN SESAME', 'is not known'],
  ])('%s is refused with what to say instead', (line, says) => {
    const registers = new Registers()
    expect(registers.answer(line, 0)).toMatch(/^NO /)
    expect(registers.answer(line, 0)).toContain(says)
    expect(registers.answer('OUT 1', 0)).toBe('OK OUT 1 0.000 V')
  })
})
