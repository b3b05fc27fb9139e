import { describe, expect, it } from 'vitest'
import { plainFile, readJobFile, writeJobFile } from '../formats/job-file.ts'
import { documentOf } from '../job/document.ts'
import { loopsOf } from '../loops/loops.ts'
import { verdictOf } from '../loops/verdict.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { outOfStep } from '../schemes/out-of-step.ts'
import { seriousIn } from '../testing/benches.ts'
import { sentenceText } from '../words/words.ts'
import { demoJobs } from './index.ts'

describe.each(Object.entries(demoJobs))('%s', (_id, make) => {
  const job = make()

  it('is a whole job without findings, in step with its survey', () => {
    const document = documentOf(job)
    expect(readJobFile(writeJobFile(document))).toEqual({ ok: true, value: plainFile(document) })
    expect(seriousIn(job)).toEqual([])
    expect(outOfStep(job)).toEqual([])
  })

  it('works with every zone calling', () => {
    const bench = new Simulation(job)
    for (const zone of Object.keys(job.zones)) ask(bench, job, zone, true)
    bench.settle()
    const verdict = verdictOf(bench, job, loopsOf(bench, job))
    // Where hot water has priority the other zones wait: that is busy, not wrong.
    expect([verdict.tone, sentenceText(verdict.sentence)]).toEqual([
      job.survey.priority ? 'busy' : 'well',
      expect.stringMatching(job.survey.priority ? /hot water has priority/ : /: open/),
    ])
    expect(verdict.zones.some(({ proven }) => proven)).toBe(true)
  })
})
