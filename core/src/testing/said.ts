import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { loopsOf } from '../loops/loops.ts'
import { verdictOf } from '../loops/verdict.ts'
import { ask } from '../motion/asking.ts'
import { benchWith } from '../suppose/bench.ts'
import { reshaped } from '../suppose/index.ts'
import { sentenceText } from '../words/words.ts'
import { supposed } from './benches.ts'

/** Everything the verdict says with these zones calling, by their number from 1, once all has come to rest. */
export function says(asWired: Job, wrong: readonly string[], calls: readonly number[] = [1]): string[] {
  const job = reshaped(asWired, supposed(wrong))
  const bench = benchWith(asWired, supposed(wrong))
  for (const [i, { id }] of zonesInOrder(job).entries()) if (calls.includes(i + 1)) ask(bench, job, id, true)
  bench.settle()
  const { sentence, more } = verdictOf(bench, job, loopsOf(bench, job))
  return [sentence, ...more].map(sentenceText)
}
