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

it('where nothing comes in, what is said is that: no rule finds fault with a line that is not there', () => {
  const spoken = (plant: keyof typeof plants) => {
    const job = plants[plant]()
    delete job.parts.MAINS
    for (const [id, { from, to }] of Object.entries(job.wires))
      if (from.part === 'MAINS' || to.part === 'MAINS') delete job.wires[id]
    return rules.filter(({ id }) => said(job, id).length > 0).map(({ id }) => id)
  }
  const dark = ['half-landed', 'load-has-loop', 'permanent-feed']
  expect(spoken('plain').toSorted()).toEqual(dark)
  expect(spoken('panel').toSorted()).toEqual(dark)
  expect(spoken('mains').toSorted()).toEqual(dark)
  expect(spoken('signals').toSorted()).toEqual(['half-landed', 'load-has-loop'])
})

describe.each(Object.entries(table))('%s', (rule, rows) => {
  it.each(rows)('%s plant: a hand %s', (plant, _hand, edit, expected) => {
    const job = plants[plant]()
    edit(job)
    expect(said(job, rule)).toEqual(expected)
  })
})
