import { expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { ask } from '../motion/asking.ts'
import { Poles } from '../poles/poles.ts'
import { benchWith } from '../suppose/bench.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { remove } from '../testing/hands.ts'
import { plants } from '../testing/mistakes.ts'
import { sentenceText } from '../words/words.ts'
import { loopsOf } from './loops.ts'
import { verdictOf } from './verdict.ts'

/** What the verdict says while a zone calls and one conductor is missing. */

function calling(job: Job, zone: string, wrong: readonly Supposition[] = []) {
  const bench = benchWith(job, wrong)
  ask(bench, job, zone, true)
  bench.settle()
  const { sentence, more } = verdictOf(bench, job, loopsOf(bench, job))
  const sentences = [sentence, ...more]
  return {
    bench,
    says: sentences.map(sentenceText),
    parts: sentences.flat().flatMap(({ part }) => part ?? []),
  }
}

const lost = (plant: string, ...points: readonly [string, string?]) => {
  const job = plants[plant]!()
  remove(job, ...points)
  return calling(job, Object.keys(job.zones)[0]!).says
}

it.each<[string, [string, string?], string]>([
  ['signal setters', ['CB1.in'], 'Transformer gets no line voltage: Breaker IN leads nowhere.'],
  ['boiler feeds valves', ['CB1.in'], 'Boiler gets no line voltage: Breaker IN leads nowhere.'],
  ['sable-row', ['PN1.ps1'], 'The boiler is called, but System pump gets nothing: Zone panel PS1 leads nowhere.'],
  [
    'panel, pumps apart',
    ['B1.t1'],
    'Zone 1: valve open and proven, but the boiler is not told: Zone panel X1 leads nowhere.',
  ],
  [
    'pump on a call line',
    ['B1.sl'],
    'Zone 1: valve open and proven, but the boiler is not told: Boiler SL leads nowhere.',
  ],
  [
    'quay-terrace',
    ['V1.feed'],
    'Cloakroom: valve open, boiler not told: Relay 1 gets nothing, because Valve 1 F leads nowhere.',
  ],
  [
    'quay-terrace',
    ['K1.a2'],
    'Cloakroom: valve open, boiler not told: Relay 1 gets nothing, because Relay 1 A2 leads nowhere.',
  ],
  ['boiler feeds valves', ['B1.b1'], 'The boiler is called, but Gas valve gets nothing: Spill switch 1 leads nowhere.'],
  ['gas control', ['B1.d3'], 'The boiler is called, but Gas valve gets nothing: Gas valve 1 leads nowhere.'],
  ['kestrel-point', ['P1.l'], 'The boiler is called, but System pump is not wired.'],
])('%s without the conductor on %s: %s', (plant, points, says) => {
  expect(lost(plant, ...points)[0]).toBe(says)
})

it('what several lack for one reason is one sentence', () => {
  expect(lost('a transformer each', 'CB1.in')).toEqual([
    'Transformer 1 and Transformer 2 get no line voltage: Breaker IN leads nowhere.',
  ])
})

it.each([
  ['part:PN1/boilerContactDead', 'but the boiler is not told: the boiler contact of Zone panel passes nothing on.'],
  // The call comes to it, and it has no ear.
  ['part:B1/callInputDead', 'but the boiler does not answer its call.'],
])('a panel that has proven its valve, with %s', (id, says) => {
  const job = plants['sable-row']!()
  expect(calling(job, 'zone1', [{ id }]).says).toEqual([`Press hall: valve open and proven, ${says}`])
})

it('a transformer that nobody has wired yet lacks nothing', () => {
  const job = plants['kestrel-point']!()
  job.parts.XF9 = { ...job.parts.XF1!, label: 'Transformer 9' }
  expect(calling(job, 'keepers').says.join()).not.toContain('Transformer 9')
})

/** Every how many of the conductors; a resistor that is missing is a finding, and the valve runs to its end as it was asked. */
const EVERY = 5
const SILENT = /^R\d\.[ab] |^S6\.w5 S7\.w1$/

it('what is said of any one conductor that is missing is near one of its ends, or as before', () => {
  const astray = Object.entries(plants).flatMap(([name, make], i) => {
    const [zone] = Object.keys(make().zones)
    const before = calling(make(), zone!).says.join()
    return Object.keys(make().wires)
      .filter((_, n) => n % EVERY === i % EVERY)
      .flatMap((id) => {
        const job = make()
        const ends = [job.wires[id]!.from, job.wires[id]!.to]
        delete job.wires[id]
        const { bench, says, parts } = calling(job, zone!)
        const at = ends.map(({ part, terminal }) => `${part}.${terminal}`).join(' ')
        if (says.join() === before || SILENT.test(at)) return []
        const poles = new Poles(bench.netlist, job)
        const gaps = poles.gaps(ends)
        const near = (part: string) =>
          ends.some((end) => end.part === part) ||
          Object.keys(bench.netlist.parts.get(part)!.kind.terminals).some((terminal) =>
            gaps.has(poles.gap(poles.node(part, terminal)!)),
          )
        return parts.some(near) ? [] : [{ name, at, says }]
      })
  })
  expect(astray).toEqual([])
})
