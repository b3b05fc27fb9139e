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
    'Valve 1 buzzes, some 33 times a second: as soon as it pulls in it takes its own supply away, most of it lost at Emergency switch.',
  ])
})

it('what hangs on one weak line buzzes together, and is one sentence', () => {
  const [first, ...more] = told(demoJobs['sable-row']!(), 60)
  expect(first).toMatch(
    /^Boiler, .*Zone panel, .* and .* buzz, some 6 to 33 times a second: as soon as they pull in they take their own supply away, most of it lost at Emergency switch\.$/,
  )
  expect(more.filter((one) => one.includes('buzz'))).toEqual([])
})

it('the part that is at fault is the one that is marked, whatever became of it', () => {
  const first = (job: Job, wrong: string, state: Record<string, string | number | boolean>) => {
    const bench = benchWith(job, [])
    for (const [name, value] of Object.entries(state)) bench.set(wrong, name, value)
    return supplyTroubles(bench, job, loopsOf(bench, job)).map(([piece]) => piece)
  }
  const marked = (part: string, text: string) => ({ text, part, wrong: true })
  expect(first(wired(), 'B1', { board: false })).toContainEqual(marked('B1', 'Boiler'))
  expect(first(wired(), 'F1', { gone: true })).toContainEqual(marked('F1', 'Fuse F1'))
  expect(first(wired(), 'F1', {})).toEqual([])
})
