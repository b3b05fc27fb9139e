import { expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { benchWith } from '../suppose/bench.ts'
import { lifted, supposed, wired } from '../testing/benches.ts'
import { line } from '../testing/ways.ts'
import { sentenceText } from '../words/words.ts'
import { loopsOf } from './loops.ts'
import { verdictOf } from './verdict.ts'

/** Through whose load a loop goes where there are several, and whose winding is meant where a part has one inside. */

const calling = (job: Job, wrong: readonly string[], zones = [1]) => {
  const bench = benchWith(job, supposed(wrong))
  for (const n of zones) bench.set(`TS${n}`, 'calling', true)
  bench.settle()
  const loops = loopsOf(bench, job)
  const { sentence, more } = verdictOf(bench, job, loops)
  return { loops, says: [sentence, ...more].map(sentenceText) }
}

const combination = () => wired({ scheme: 's11', ...line, boiler: 'boiler/combination' })

it.each([1, 2])('zone %i calls through the boiler’s own load, whole or not, and through no thermostat’s', (n) => {
  const job = combination()
  for (const wrong of [[], lifted(job, 'B1.n')]) {
    const { loops, says } = calling(job, wrong, [n])
    const { items } = loops.zones[n - 1]!.call!
    expect(items.flatMap((item) => (item.form === 'station' ? [item.part] : []))).toContain('B1')
    expect(says[0]).toContain(
      wrong.length === 0 ? 'open and proven' : 'The call loop goes dark at the lead lifted off Boiler N.',
    )
  }
})

it('a board whose own transformer has burnt out is fed, and is not said to stand as it did', () => {
  const { says } = calling(wired({ scheme: 's2', boiler: 'boiler/gas' }), ['part:D1/d1+d2/short'])
  expect(says[0]).toBe('Boiler is fed, and the transformer in it takes nothing: its winding is open.')
})
