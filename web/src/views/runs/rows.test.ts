import type { WireLight } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { asTabbed, inReadingOrder, litOf, matches, rowsOf } from './rows.ts'

const job = demoJobs['kestrel-point']!()
const rows = rowsOf(job)

describe('the rows of the wire table', () => {
  it('one a conductor, with both its ends, its core and what is on its tags', () => {
    expect(rows).toHaveLength(Object.keys(job.wires).length)
    const row = rows.find(({ wire }) => wire.label === '21')!
    expect(row.number).toBe(21)
    expect(row.tag).toBe(`21: ${row.from} to ${row.to}`)
    const loose = rows.find(({ wire }) => !wire.cable)!
    expect(loose.cable).toBe('')
    const cored = rows.find(({ wire }) => wire.cable)!
    expect(cored.cable).toBe(`${job.cables[cored.wire.cable!]!.label}, ${cored.wire.core}`)
  })

  it('match when every word stands somewhere, in any order and case; a loose one is found as loose', () => {
    const row = rows.find(({ wire }) => wire.label === '21')!
    expect(matches(row, `${row.wire.colour.toUpperCase()} 21`)).toBe(true)
    expect(matches(row, '21 nowhere')).toBe(false)
    expect(matches(row, '  ')).toBe(true)
    const loose = rows.filter((one) => matches(one, 'loose'))
    expect(loose.length).toBeGreaterThan(0)
    expect(loose.every(({ wire }) => !wire.cable)).toBe(true)
  })

  it('stand as a reader expects', () => {
    expect(['Valve 10 M1', 'Valve 2 M1', 'Boiler T'].sort(inReadingOrder)).toEqual([
      'Boiler T',
      'Valve 2 M1',
      'Valve 10 M1',
    ])
  })
})

describe('how a conductor stands', () => {
  const sound = { broken: false, from: false, to: false }
  const light = (more: Partial<WireLight>): WireLight =>
    ({ circuit: 'low voltage', volts: 24.04, amps: 0.3204, lit: true, flowing: true, ...more }) as WireLight

  it('by its volts and amps, a decimal fewer from a hundred volts on', () => {
    expect(litOf(light({}), sound)).toEqual({ says: '24.0 V', amps: '320 mA', look: 'lit' })
    expect(litOf(light({ volts: 99.94 }), sound).says).toBe('99.9 V')
    expect(litOf(light({ volts: 99.95 }), sound).says).toBe('100 V')
    expect(litOf(light({ amps: 0.9994 }), sound).amps).toBe('999 mA')
    expect(litOf(light({ amps: 0.9995 }), sound).amps).toBe('1.0 A')
    expect(litOf(light({ flowing: false, lit: false }), sound)).toEqual({ says: '24.0 V', amps: '', look: 'dark' })
  })

  it('what is wrong with it comes before its volts; an earth has none', () => {
    expect(litOf(light({}), { ...sound, broken: true, to: true }).says).toBe('broken')
    expect(litOf(light({}), { ...sound, to: true })).toEqual({ says: 'lifted', amps: '', look: 'wrong' })
    expect(litOf(light({ circuit: 'earth' }), sound).says).toBe('earth')
    expect(litOf(undefined, sound).says).toBe('')
  })
})

it('what is copied has a tab between cells, and none in them', () => {
  expect(
    asTabbed([
      ['No.', 'From'],
      ['1', 'a\tb\nc'],
    ]),
  ).toBe('No.\tFrom\n1\ta b c')
})
