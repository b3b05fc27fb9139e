import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { benchWith } from '../suppose/bench.ts'
import { supposed, wireAt, wired } from '../testing/benches.ts'
import { line } from '../testing/ways.ts'
import { sentenceText } from '../words/words.ts'
import { loopsOf } from './loops.ts'
import { verdictOf } from './verdict.ts'

/** Wax heads prove nothing: their centre calls the boiler for all of them, after their time. */

const low = wired({ scheme: 's18', panel: 'panel/manifold-8', valve: 'valve/wax-head-24', heads: 2, away: true })
const high = wired({
  scheme: 's18b',
  ...line,
  panel: 'panel/manifold-8-230',
  valve: 'valve/wax-head-230',
  boiler: 'boiler/switched-live',
  heads: 2,
})

/** A centre that waits until every head has surely opened. */
const patient = (job: typeof low) => produce(job, (draft) => void (draft.parts.PN1!.figures = { startsAfter: 400 }))

function told(job: typeof low, wrong: readonly string[], seconds?: number) {
  const bench = benchWith(job, supposed(wrong))
  bench.set('TS1', 'calling', true)
  if (seconds === undefined) bench.settle()
  else bench.runTo(seconds)
  const { tone, sentence, more, zones } = verdictOf(bench, job, loopsOf(bench, job))
  return { tone, says: [sentence, ...more].map(sentenceText).join(' '), zone: zones[0]! }
}

it.each([
  ['24 V', low],
  ['230 V', high],
])(
  '%s: sound, a head that stands open before its centre calls waits for it, and then the boiler is called',
  (_volts, job) => {
    const waits = told(patient(job), [], 300)
    expect(waits.tone).not.toBe('wrong')
    expect(waits.zone).toMatchObject({ says: 'held open; Manifold centre gives the heads time to open', moving: true })
    expect(told(patient(job), []).zone).toMatchObject({ says: 'held open, assumed', moving: false })
  },
)

describe('its head open and the boiler not told', () => {
  it.each([
    [
      'the boiler’s own input is dead',
      low,
      ['part:B1/callInputDead'],
      'valve open, but Boiler offers no call voltage.',
      'open, boiler dead',
    ],
    [
      'the boiler hears no switched live',
      high,
      ['part:B1/callInputDead'],
      'valve open, but the boiler does not answer its call.',
      'open, boiler deaf',
    ],
    [
      'the centre’s contact is dead',
      low,
      ['part:PN1/boilerContactDead'],
      'Head 1 is open and nothing tells the boiler: the boiler contact of Manifold centre passes nothing on.',
      'open, nothing to prove it',
    ],
    [
      'the call wire is broken',
      low,
      [`wire:${wireAt(low, 'PN1.x1').id}/open`],
      'Head 1 is open and nothing tells the boiler: wire 35 (orange), between Boiler and Manifold centre passes nothing on.',
      'open, nothing to prove it',
    ],
  ])('because %s', (_why, job, wrong, says, zone) => {
    const found = told(job, wrong)
    expect([found.tone, found.says, found.zone.says]).toEqual(['wrong', `Zone 1: ${says}`, zone])
  })
})

it('a centre that gives nothing has a fuse of its own; a transformer has not', () => {
  expect(told(low, ['part:PN1/fuseBlown']).says).toContain(
    'Manifold centre is fed and gives nothing: its own fuse or a winding is open.',
  )
  expect(told(wired(), ['part:XF1/secondaryOpen']).says).toContain(
    'Transformer is fed and gives nothing: a winding is open.',
  )
})
