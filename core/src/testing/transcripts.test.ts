import { describe, expect, it } from 'vitest'
import { wired } from './benches.ts'
import { mistakes, plants } from './mistakes.ts'
import { dayOf, findingsTold, scriptTold } from './transcripts.ts'

/**
 * Every sentence the program says over a plant's day, of its script, and of mistakes in its wiring, beside the text that was read and
 * found true: `npx vitest run core/src/testing/transcripts.test.ts -u` writes it anew, and the change is to be read before it is kept.
 */
const kept = (name: string) => `./told/${name.replaceAll(/[^A-Za-z0-9]+/g, '-').toLowerCase()}.txt`

/** Things broken in each plant, beside its sound day. */
const BROKEN = 10
/** Plants that are told beside those in which mistakes are made. */
const others = {
  'nothing but valves': () => wired({ scheme: 's8', valve: 'valve/power-both-ways', boiler: '' }),
  'manifold beside a valve': () =>
    wired({
      scheme: 's18',
      panel: 'panel/manifold-4',
      valve: 'valve/wax-head-24',
      heads: 2,
      firstValve: 'valve/motor-4',
    }),
  'controller and signals': () =>
    wired({
      scheme: 's17',
      boiler: '',
      thermostat: 'controller/building',
      valve: 'valve/modulating',
      signal: '0-10 V',
    }),
}
/** Every how many of the mistakes. */
const STEP = 2

describe.each(Object.entries({ ...plants, ...others }))('%s', (name, make) => {
  it('through a day, and with one thing after the other broken', () =>
    expect(dayOf(make(), BROKEN)).toMatchFileSnapshot(kept(`day ${name}`)))

  it('as its proof is told', () => expect(scriptTold(make())).toMatchFileSnapshot(kept(`script ${name}`)))
})

it('mistakes in the wiring, and what is found', () => {
  const lines = mistakes
    .filter((_, i) => i % STEP === 0)
    .flatMap(({ name, job, supposed }) => [`# ${name}`, ...findingsTold(job(), supposed)])
  return expect(`${lines.join('\n')}\n`).toMatchFileSnapshot(kept('mistakes'))
})
