import { describe, expect, it } from 'vitest'
import { findingsOf } from '../checks/index.ts'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { benchWith } from '../suppose/bench.ts'
import { lifted, supposed, wireAt, wired } from '../testing/benches.ts'
import { plants } from '../testing/mistakes.ts'
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
    expect(loops.zones[n - 1]!.call!.dark?.terminal).toBe(wrong.length === 0 ? undefined : 'n')
    expect(says[0]).toBe(
      wrong.length === 0
        ? `Zone ${n} calls: open and proven, boiler called.`
        : 'Boiler is dead: it has no line voltage. Its feed goes dark at the lead lifted off Boiler N.',
    )
  }
})

it('a board whose own transformer has burnt out is fed, and is not said to stand as it did', () => {
  const { says } = calling(wired({ scheme: 's2', boiler: 'boiler/gas' }), ['part:D1/d1+d2/short'])
  expect(says[0]).toMatch(/^Boiler is fed, and the transformer in it takes nothing: its winding is open\. Behind it,/)
})

it('pumps that lost their common feed lead nowhere: what hangs on the same neutral feeds neither', () => {
  const job = demoJobs['sable-row']!()
  delete job.wires[wireAt(job, 'PN1.ps1').id]
  const { loops } = calling(job, [], [])
  for (const pump of ['P1', 'P2'])
    expect(loops.shared.find(({ subject }) => subject.part === pump)).toMatchObject({
      items: [],
      dark: { at: 'nowhere', part: 'PN1', terminal: 'ps1' },
    })
  // A pump whose neutral is off reaches the line, and it is the neutral that leads nowhere.
  const without = demoJobs['sable-row']!()
  delete without.wires[wireAt(without, 'P2.n').id]
  expect(calling(without, [], []).loops.shared.find(({ subject }) => subject.part === 'P2')?.dark).toEqual({
    at: 'nowhere',
    part: 'P2',
    terminal: 'n',
  })
})

it('calls that end in a boiler without its neutral lead nowhere there, and not at the switches they come from', () => {
  const job = demoJobs['lowther-street']!()
  delete job.wires[wireAt(job, 'B1.n').id]
  const { loops } = calling(job, [], [])
  expect(loops.zones.map(({ call }) => call?.dark)).toEqual([
    { at: 'nowhere', part: 'B1', terminal: 'n' },
    { at: 'nowhere', part: 'B1', terminal: 'n' },
  ])
  // Told once, with what hangs on it, whoever calls.
  expect(findingsOf(job).flatMap(({ severity, says }) => (severity === 'tidy' ? [] : [says]))).toEqual([
    'Boiler N and System pump N have no neutral.',
  ])
})

it('a bridged end switch keeps its loop: the way back is looked for beside the way there', () => {
  const job = demoJobs['sable-row']!()
  const [from, to] = [
    { part: 'V1', terminal: 'e1' },
    { part: 'V1', terminal: 'e2' },
  ]
  job.wires.bridge = { from, to, colour: 'grey', size: 0.8, length: 1, label: 'bridge' }
  const { loops } = calling(job, [], [])
  const { items = [] } = loops.zones[0]!.call!
  const stations = items.flatMap((item) => (item.form === 'station' ? [`${item.part}.${item.element}`] : []))
  expect(stations).toContain('V1.endSwitch')
  expect(loops.zones[0]!.call!.dark?.at).not.toBe('nowhere')
})

it('what flows through a call’s contact to a pump beside it is no call: where the call itself goes dark is said', () => {
  const job = plants['relays onto a switched live']!()
  const sl = wireAt(job, 'B1.sl').id
  const { loops, says } = calling(job, [`wire:${sl}/open`])
  expect(loops.zones[0]!.call).toMatchObject({ complete: false, dark: { at: 'wire', wire: sl } })
  expect(says[0]).toContain('boiler not told. The call loop goes dark at wire')
  // The pump runs all the same, by the same contact.
  expect(loops.shared.find(({ subject }) => subject.part === 'P1')).toMatchObject({ complete: true })
  expect(calling(job, []).loops.zones[0]!.call!.complete).toBe(true)
})

describe('a damper that does not turn', () => {
  const plant = () => wired({ scheme: 's4', boiler: 'boiler/valve-supply-no-plug' })
  const common = (job: Job) => {
    const { id, wire } = wireAt(job, 'D1.d2')
    return `wire:${id}.${wire.from.part === 'D1' ? 'from' : 'to'}/lifted`
  }
  const stops = 'Zone 1: valve open, boiler not told. The call loop goes dark at Vent damper.'

  it('is told why, where its motor is fed by half', () => {
    const job = plant()
    expect(calling(job, [common(job)]).says).toEqual([
      stops,
      'Vent damper does not turn: its motor’s own loop goes dark at the lead lifted off Vent damper D2.',
    ])
  })

  it('is the fault itself where its motor is fed, and nothing is said of it while nothing hangs on it', () => {
    const job = plant()
    expect(calling(job, ['part:D1/stuckShut']).says).toEqual([stops])
    expect(calling(job, [common(job)], []).says.join()).not.toContain('does not turn')
  })
})
