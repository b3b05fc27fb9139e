import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { benchWith } from '../suppose/bench.ts'
import { wired } from '../testing/benches.ts'
import { sentenceText } from '../words/words.ts'
import { loopsOf } from './loops.ts'
import { supplyTroubles } from './supply-troubles.ts'

/** What is said of the supply while zone 1 calls and the emergency switch has burnt to so many ohms. */
const told = (job: Job, ohms: number) => {
  const bench = benchWith(job, [{ id: 'part:ES1.pole/ohms', value: ohms }])
  bench.set('TS1', 'calling', true)
  bench.settle()
  return supplyTroubles(bench, job, loopsOf(bench, job)).map(sentenceText)
}

it('one part that starves itself buzzes by itself, and how often is said', () => {
  expect(told(wired({ scheme: 's2b', powered: true }), 50)).toEqual([
    'Valve 1 buzzes, some 33 times a second: as soon as it pulls in it takes its own supply away.',
  ])
})

it('what hangs on one weak line buzzes together, and is one sentence', () => {
  const [first, ...more] = told(demoJobs['sable-row']!(), 60)
  expect(first).toMatch(
    /^Boiler, .*Zone panel, .* and .* buzz, some 6 to 33 times a second: as soon as they pull in they take their own supply away\.$/,
  )
  expect(more.filter((one) => one.includes('buzz'))).toEqual([])
})
