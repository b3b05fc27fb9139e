import { expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { unaltered } from '../motion/alterations.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { alterationsOf } from '../suppose/index.ts'
import { type Ask, wired } from '../testing/benches.ts'
import { line } from '../testing/ways.ts'
import { sentenceText } from '../words/words.ts'
import { loopsOf } from './loops.ts'
import { verdictOf } from './verdict.ts'

/** What starts over again and again: the boiler takes its own supply away, and valves and delays make it slow. */

const STAND_INS: Ask = { scheme: 's6', twoLead: true, remote: true, powered: true }

const calling = (job: Job, on: boolean, bench = new Simulation(job)) => {
  for (const { id } of zonesInOrder(job)) ask(bench, job, id, on)
  bench.settle()
  return bench
}
const told = (bench: Simulation, job: Job) => {
  const { tone, sentence } = verdictOf(bench, job, loopsOf(bench, job))
  return [tone, sentenceText(sentence)]
}

it.each<[string, Ask, string]>([
  ['stand-in relays', STAND_INS, '16 s'],
  [
    'wax heads',
    { scheme: 's18', panel: 'panel/manifold-8', valve: 'valve/wax-head-24', heads: 2, away: true },
    '3 min',
  ],
])(
  '%s: what looks like waiting is told as what it is, with how often and where the volts are lost',
  (_, plant, often) => {
    const job = wired(plant)
    const bench = calling(job, true)
    bench.alter(alterationsOf(job, [{ id: 'part:CB1.pole/ohms' }]))
    expect(bench.settle().atRest).toBe(false)
    expect(told(bench, job)).toEqual([
      'wrong',
      `Boiler lets go as soon as it is called, and all begins anew every ${often}: it takes its own supply away, most of it lost at Breaker.`,
    ])
  },
)

it('is told from the third time on, and no more once it is put right', () => {
  const job = wired(STAND_INS)
  const bench = calling(job, true)
  const from = bench.now
  bench.alter(alterationsOf(job, [{ id: 'part:CB1.pole/ohms' }]))
  const begun = () =>
    bench.trace.filter(({ at, part, says }) => at > from && part === 'B1' && says.startsWith('call ends')).length
  while (begun() < 2) bench.runTo(bench.now + 0.5)
  expect(told(bench, job)[1]).not.toContain('begins anew')
  while (begun() < 4) bench.runTo(bench.now + 0.5)
  expect(told(bench, job)[1]).toContain('begins anew every 16 s')
  bench.alter(unaltered)
  bench.settle()
  expect(told(bench, job)[0]).toBe('well')
  calling(job, false, bench)
  bench.runTo(bench.now + 60)
  expect(told(bench, job)[1]).toContain('Nobody calls')
})

it('nor do rooms called one after the other, each let go as soon as the boiler is called for it', () => {
  const job = wired({
    scheme: 's18b',
    ...line,
    valve: 'valve/wax-head-230',
    panel: 'panel/manifold-8-230',
    boiler: 'boiler/switched-live',
    heads: 4,
    zones: 5,
  })
  const bench = new Simulation(job)
  for (const { id } of zonesInOrder(job)) {
    for (const on of [true, false]) {
      ask(bench, job, id, on)
      bench.settle()
    }
    expect(told(bench, job)[1]).toContain('Nobody calls')
  }
})

it('a boiler that is called and let go by hand, over and over, starts nothing over', () => {
  const job = wired(STAND_INS)
  const bench = calling(job, true)
  for (const _ of [1, 2, 3, 4]) {
    calling(job, false, bench)
    calling(job, true, bench)
  }
  calling(job, false, bench)
  expect(told(bench, job)[1]).toContain('Nobody calls')
})
