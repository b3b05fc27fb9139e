import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { filledIn, type SumValues, short, sums } from './index.ts'

const worked = (id: string, values: SumValues = {}, practice: '120' | '230' = '120') => {
  const sum = sums.find((one) => one.id === id)!
  return sum.work(filledIn(sum, practice, values), practice)
}
const values = (id: string, given: SumValues = {}, practice: '120' | '230' = '120') => {
  const lines = worked(id, given, practice)
  if (typeof lines === 'string') throw new Error(lines)
  return Object.fromEntries(lines.map(({ name, value }) => [name, value]))
}

describe('sums, worked by hand', () => {
  it('VA, amps and volts: any two give the third', () => {
    expect(values('power', { find: 'amps', va: 40, volts: 24 }).Amps).toBeCloseTo(1.6667, 4)
    expect(values('power', { find: 'va', volts: 24, amps: 0.32 })['Apparent power']).toBeCloseTo(7.68, 9)
    expect(values('power', { find: 'volts', va: 7.68, amps: 0.32 }).Volts).toBeCloseTo(24, 9)
  })

  it('a drop goes there and back: 0.4 A, 30 m, 0.823 mm²', () => {
    // 2 * 30 / (58 * 0.823) = 1.257 ohm; times 0.4 A = 0.503 V.
    const {
      'Cable, both ways': ohms,
      Drop,
      'Volts there': there,
    } = values('drop', {
      amps: 0.4,
      length: 30,
      size: 0.823,
      volts: 24,
    })
    expect(ohms).toBeCloseTo(1.257, 3)
    expect(Drop).toBeCloseTo(0.503, 3)
    expect(there).toBeCloseTo(23.497, 3)
    expect(worked('drop', { amps: 20, length: 500, size: 0.05, volts: 24 })).toContain('cannot flow')
  })

  it('the longest run is the one whose drop just leaves what is needed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 19.5, max: 28, noNaN: true }),
        fc.double({ min: 0.05, max: 2, noNaN: true }),
        fc.double({ min: 0.3, max: 2.5, noNaN: true }),
        (volts, amps, size) => {
          const run = values('longest', { volts, needs: 19, amps, size })['Run, one way']!
          fc.pre(run < 500)
          expect(values('drop', { volts, amps, size, length: run })['Volts there']).toBeCloseTo(19, 6)
        },
      ),
    )
    expect(worked('longest', { volts: 18, needs: 19 })).toContain('more than the source gives')
    expect(worked('longest', { volts: 19, needs: 19 })).toContain('more than the source gives')
  })

  it('turns divide what the clamp shows; half a turn is none', () => {
    expect(values('turns', { shown: 1.6, turns: 5, volts: 24 })).toEqual({ Current: 0.32, 'It draws': 0.32 * 24 })
    expect(worked('turns', { turns: 2.5 })).toContain('whole')
  })

  it('a fuse is the rated current, next size up, and above 100 VA there is none', () => {
    expect(values('fuse', { va: 40 }).Fuse).toBe(2)
    expect(values('fuse', { va: 48 }).Fuse).toBe(2)
    expect(values('fuse', { va: 48.1 }).Fuse).toBe(2.5)
    expect(values('fuse', { va: 100 }).Fuse).toBe(5)
    expect(worked('fuse', { va: 100.1 })).toContain('100 VA')
  })

  it('a signal and its position are each other’s reverse, in every range', () => {
    for (const range of ['0-10', '2-10', '4-20'])
      for (const position of [0, 25, 50, 100]) {
        const { Signal } = values('signal', { range, find: 'signal', position })
        expect(values('signal', { range, find: 'position', signal: Signal! }).Position).toBeCloseTo(position, 9)
      }
    expect(values('signal', { range: '4-20', find: 'position', signal: 12, resistor: 500 })['Over the resistor']).toBe(
      6,
    )
  })

  it('a live zero that is missing is a broken wire, just below nine tenths of it', () => {
    expect(worked('signal', { range: '4-20', signal: 3.59 })).toContain('missing')
    expect(values('signal', { range: '4-20', signal: 3.6 }).Position).toBe(0)
    expect(values('signal', { range: '0-10', signal: 0 }).Position).toBe(0)
    expect(values('signal', { range: '2-10', signal: 11 }).Position).toBe(100)
  })

  it('ghost volts stand high on a usual meter and vanish on one of low impedance', () => {
    // 20 m * 80 pF = 1.6 nF: 2 Mohm at 50 Hz.
    const high = values('ghost', { live: 230, length: 20, meter: '10000000' }, '230').Shown!
    expect(high).toBeCloseTo((230 * 10e6) / Math.hypot(10e6, 1 / (2 * Math.PI * 50 * 1.6e-9)), 6)
    expect(high).toBeGreaterThan(220)
    expect(values('ghost', { live: 230, length: 20, meter: '3000' }, '230').Shown).toBeLessThan(1)
  })

  it('two coils: beside each other less than the smaller, behind each other the sum', () => {
    expect(values('coils', { one: 96, other: 48 })).toEqual({ 'Beside each other': 32, 'Behind each other': 144 })
  })
})

describe.each(sums.map((sum) => [sum.id, sum] as const))('%s', (_id, sum) => {
  it.each(['120', '230'] as const)(
    'in %s V practice its usual values give a result that is written out',
    (practice) => {
      const lines = sum.work(filledIn(sum, practice, {}), practice)
      expect(typeof lines).not.toBe('string')
      for (const { name, value, how } of lines as Exclude<typeof lines, string>) {
        expect(Number.isFinite(value), name).toBe(true)
        expect(how).not.toMatch(/NaN|undefined|Infinity/)
      }
    },
  )

  it('brings nonsense back into its bounds', () => {
    const wild = Object.fromEntries(sum.fields('120', {}).map(({ id }) => [id, id === 'find' ? 'x' : Number.NaN]))
    expect(filledIn(sum, '120', wild)).toMatchObject(filledIn(sum, '120', {}))
    for (const field of sum.fields('120', filledIn(sum, '120', {})))
      if (!('options' in field)) {
        expect(filledIn(sum, '120', { [field.id]: 1e308 })[field.id]).toBe(field.max)
        expect(filledIn(sum, '120', { [field.id]: -1e308 })[field.id]).toBe(field.min)
      }
  })
})

it.each([
  [0, '0'],
  [0.0333, '0.0333'],
  [1.66667, '1.67'],
  [24, '24'],
  [12345, '12350'],
])('%f is short as %s', (value, says) => expect(short(value)).toBe(says))
