import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Evidence } from './evidence.ts'
import { Finder } from './finder.ts'
import { comparedWithFixed, fixedOrder } from './fixed-order.ts'
import { calling, DEAD, keyOfAsk } from './stand.ts'

const job = demoJobs['kestrel-point']!()
const finder = new Finder(job)
const order = fixedOrder(finder, job, ['signal'])
const shown = (id: string, stand = calling('signal')): Evidence => ({ is: 'shown', ask: id, stand, shown: 'tight' })

it('begins with lamps, switches and what runs, goes over the transformer and the zone to its splices, each once in a stand', () => {
  const forms = order.map(({ ask }) => ask.ask)
  expect(['position', 'display', 'runs', 'flame']).toContain(forms[0])
  const first = (form: string, part: RegExp) =>
    order.findIndex(({ ask }) => ask.ask === form && part.test(ask.part ?? ask.from ?? ''))
  const way = [
    first('runs', /^B1/),
    first('volts', /^XF1/),
    first('volts', /^TS2/),
    first('volts', /^V2/),
    first('lever', /^V2/),
    first('joint', /^V2/),
    first('joint', /^S\d/),
    first('volts', /^B1/),
  ]
  expect(way).not.toContain(-1)
  expect(way).toEqual([...way].sort((a, b) => a - b))
  const keys = order.map(({ ask, stand }) => keyOfAsk(ask.id, stand))
  expect(new Set(keys).size).toBe(keys.length)
})

it('comes to the same asks after all that stands before them; asked in its own order it takes as long', () => {
  const turns = order.slice(0, 12)
  const same = turns.map(({ ask, stand }) => shown(ask.id, stand))
  const { minutes, fixed } = comparedWithFixed(finder, order, same)
  expect(minutes).toBeCloseTo(fixed, 9)
  // The last of them alone is quick; the fixed order has to go through all of them.
  const last = comparedWithFixed(finder, order, same.slice(-1))
  expect(last.fixed).toBeCloseTo(fixed, 9)
  expect(last.minutes).toBeLessThan(fixed / 3)
})

it('nothing asked takes no time, what it never asks counts for the asker alone, and a splice dead is reached late', () => {
  expect(comparedWithFixed(finder, order, [{ is: 'room', zone: 'signal', heats: false }])).toEqual({
    minutes: 0,
    fixed: 0,
  })
  const elsewhere = comparedWithFixed(finder, order, [shown('runs:B1', calling('oil', 'tank'))])
  expect(elsewhere.minutes).toBeGreaterThan(0)
  expect(elsewhere.fixed).toBe(0)
  expect(comparedWithFixed(finder, order, [shown('joint:S8', DEAD)]).fixed).toBeGreaterThan(30)
})
