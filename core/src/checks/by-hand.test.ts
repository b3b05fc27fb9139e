import { describe, expect, it } from 'vitest'
import { plants, said, type Table } from '../testing/broken-by-hand.ts'
import { astray } from '../testing/by-hand/astray.ts'
import { gaps } from '../testing/by-hand/gaps.ts'
import { joined } from '../testing/by-hand/joined.ts'
import { tidiness } from '../testing/by-hand/tidiness.ts'
import { rules } from './index.ts'

const table: Table = { ...gaps, ...joined, ...astray, ...tidiness }

/** Rules that have tests of their own beside this table: boundaries, rarer rules, one source. */
const elsewhere = [
  'burner-chain',
  'contact-rating',
  'diverter-turns',
  'load-resistor',
  'one-source',
  'shared-thermostat',
  'spare-cores',
  'transformer-size',
]

it('every rule has a hand that breaks it', () =>
  expect(rules.map(({ id }) => id).toSorted()).toEqual([...Object.keys(table), ...elsewhere].toSorted()))

describe.each(Object.entries(table))('%s', (rule, rows) => {
  it.each(rows)('%s plant: a hand %s', (plant, _hand, edit, expected) => {
    const job = plants[plant]()
    edit(job)
    expect(said(job, rule)).toEqual(expected)
  })
})
