import { describe, expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { ask } from '../motion/asking.ts'
import { benchWith } from '../suppose/bench.ts'
import { lifted, supposed, wireAt, wired } from '../testing/benches.ts'
import { join } from '../testing/hands.ts'
import { says } from '../testing/said.ts'
import { setters } from '../testing/ways.ts'
import { sentenceText } from '../words/words.ts'
import { loopsOf } from './loops.ts'
import { verdictOf } from './verdict.ts'

/** A valve that stands where a signal asks: what is said of it whole, without power, without signal, and stuck. */

const look = (wrong: (job: Job) => readonly string[] = () => [], asked: readonly string[] = ['z1']) => {
  const job = wired({ ...setters, zones: 2 })
  const bench = benchWith(job, supposed(wrong(job)))
  for (const zone of asked) ask(bench, job, zone, true)
  bench.settle()
  const { tone, sentence, zones } = verdictOf(bench, job, loopsOf(bench, job))
  return {
    tone,
    says: sentenceText(sentence),
    zones: zones.map(({ says, calling, proven }) => ({ says, calling, proven })),
  }
}

it('follows what is asked, and counts as calling only then', () => {
  expect(look()).toEqual({
    tone: 'well',
    says: 'Zone 1: 100 %.',
    zones: [
      { says: '100 %', calling: true, proven: true },
      { says: '0 %', calling: false, proven: true },
    ],
  })
})

it.each<[string, (job: Job) => readonly string[], string]>([
  [
    'its feed lifted',
    (job) => lifted(job, 'V1.hot'),
    'Zone 1: Valve 1 has no 24 V and stays where it is. Its feed goes dark at the lead lifted off Valve 1 24V.',
  ],
  [
    'its drive dead',
    () => ['part:V1/driveOpen'],
    'Zone 1: Valve 1 has its 24 V and takes nothing: its drive is dead, and it stays where it is.',
  ],
  [
    'its signal lifted',
    (job) => lifted(job, 'V1.sig'),
    'Zone 1: Valve 1 is fed and hears no signal, so it stands at its zero end. The signal goes dark at the lead lifted off Valve 1 In.',
  ],
  [
    'its body seized',
    () => ['part:V1/bodySeizedShut'],
    'Zone 1: Valve 1 is fed and asked, and does not move. Turn the stem by hand.',
  ],
])('%s: it says which', (_, wrong, says) => {
  const found = look(wrong)
  expect(found.says).toBe(says)
  expect(found.tone).toBe('wrong')
  expect(found.zones[1]).toEqual({ says: '0 %', calling: false, proven: true })
})

it('a signal that nobody gives is no fault', () => {
  const found = look((job) => lifted(job, 'V1.sig'), [])
  expect(found.tone).toBe('well')
})

it('a poor joint in the feed of both leaves each too few volts, and is named', () => {
  const found = look((job) => [`wire:${wireAt(job, 'F1.out').id}.from/ohms`])
  expect(found.says).toBe(
    'Zone 1: Valve 1 gets too few volts to work and stays where it is: most of what is missing is lost at a poor joint at Fuse F1 OUT.',
  )
  expect(found.zones.map(({ proven }) => proven)).toEqual([false, false])
})

describe('a valve that hears what is not meant for it', () => {
  const setter = () => wired({ ...setters, zones: 2 })
  const crossed = ['lead:TS1.plus/exchanged:TS2.plus']

  it('names the output it hears and the one it should, whichever of the two asks', () => {
    expect(says(setter(), crossed, [1])).toEqual([
      'Zone 1: Valve 1 hears Setter 2 and not Setter 1.',
      'Zone 2: Valve 2 hears Setter 1 and not Setter 2.',
    ])
    expect(says(setter(), crossed, [2])[1]).toBe('Zone 2: Valve 2 hears Setter 1 and not Setter 2.')
    expect(says(setter(), crossed, []).join()).not.toContain('hears')
  })

  it('of one controller by its terminals', () => {
    const job = wired({
      scheme: 's17',
      boiler: '',
      thermostat: 'controller/building',
      valve: 'valve/modulating',
      zones: 2,
    })
    expect(says(job, ['lead:BC1.ao1/exchanged:BC1.ao2'], [1])[0]).toBe(
      'Zone 1: Valve 1 hears Controller 1 AO2 and not Controller 1 AO1.',
    )
  })

  it('its own held down by another output on its line is no output that gives none', () => {
    const job = wired({ ...setters, signal: '4-20 mA', zones: 2 })
    join(job, 'TS1.plus', 'TS2.plus')
    expect(says(job, [], [1])[0]).toMatch(
      /^Zone 1: Valve 1 is fed and hears no signal, .*: only \d\.\d V stand on its line\.$/,
    )
  })

  it('its own the wrong way round is no output that gives none', () => {
    expect(says(setter(), ['lead:TS1.plus/exchanged:TS1.minus'], [1])).toEqual([
      'Zone 1: Valve 1 is fed and hears its signal the wrong way round, so it stands at its zero end.',
    ])
  })
})
