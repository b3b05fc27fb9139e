import { expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { loopsOf } from '../loops/loops.ts'
import { verdictOf } from '../loops/verdict.ts'
import { Simulation } from '../motion/simulation.ts'
import { plants } from '../testing/mistakes.ts'
import { sentenceText } from '../words/words.ts'
import { findingsOf } from './index.ts'

/** A plant of which a part is not there yet, or whose conductors are not: every rule has its say, and none falls over it. */

const without = (job: Job, part: string, keepsPart: boolean): Job => {
  if (!keepsPart) delete job.parts[part]
  for (const [id, { from, to }] of Object.entries(job.wires))
    if ([from, to].some((end) => end.part === part)) delete job.wires[id]
  return job
}

it.each(Object.entries(plants))('%s, each part taken away or left bare', (_name, make) => {
  // One is as good as the next to it.
  const parts = Object.keys(make().parts).filter((_, i) => i % 2 === 0)
  for (const [i, part] of parts.entries()) {
    const job = without(make(), part, i % 2 === 0)
    const says = findingsOf(job).map((finding) => finding.says)
    expect(says.filter((one) => /undefined|NaN/.test(one))).toEqual([])
    const bench = new Simulation(job)
    bench.settle()
    const { sentence, more } = verdictOf(bench, job, loopsOf(bench, job))
    for (const one of [sentence, ...more]) expect(sentenceText(one)).toMatch(/^[^a-z].*\.$/)
  }
})
