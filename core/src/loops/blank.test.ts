import { expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import type { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { benchWith } from '../suppose/bench.ts'
import { cut, lifted, supposed, wireAt, wired } from '../testing/benches.ts'
import { plants } from '../testing/mistakes.ts'
import { line } from '../testing/ways.ts'
import { sentenceText } from '../words/words.ts'
import { loopsOf } from './loops.ts'
import { verdictOf } from './verdict.ts'

/** What lives on the circuit and has not the volts for it: said at rest, before anybody calls and waits in vain. */

const told = (
  job: Job,
  wrong: Parameters<typeof benchWith>[1],
  alter: (bench: Simulation) => void = () => undefined,
) => {
  const bench = benchWith(job, wrong)
  alter(bench)
  bench.settle()
  const { sentence, more } = verdictOf(bench, job, loopsOf(bench, job))
  return [sentence, ...more].map(sentenceText)
}
const powered = () => wired({ scheme: 's2b', powered: true })
const relays = plants['relays onto a switched live']!
const REST = 'Nobody calls: every valve shut, every switch open, boiler and pump at rest.'

it('a thermostat whose common is off is blank, and where its feed goes dark is said; the other is not', () => {
  const job = powered()
  expect(told(job, [])).toEqual([REST])
  expect(told(job, supposed(lifted(job, 'TS2.c')))).toEqual([
    'Thermostat 2 is blank: it has no 24 V. Its feed goes dark at the lead lifted off Thermostat 2 C.',
  ])
})

it('it is said once, though its zone calls in vain besides', () => {
  const job = powered()
  const call = (bench: Simulation) => bench.set('TS2', 'calling', true)
  expect(told(job, supposed(lifted(job, 'TS2.c')), call)).toEqual([
    'Thermostat 2 is blank: it has no 24 V. Its feed goes dark at the lead lifted off Thermostat 2 C.',
  ])
})

it('several on one dead line are one sentence, whether it is a switch or a wire', () => {
  const job = relays()
  const off = (bench: Simulation) => bench.set('FS1', 'closed', false)
  expect(told(job, [], off)).toEqual([
    'Boiler, Thermostat 1 and Thermostat 2 are dead: they have no line voltage. Their feed goes dark at Fused isolator.',
  ])
  const { wire } = wireAt(job, 'FS1.lout')
  const [first, ...more] = told(job, supposed([cut(job, 'FS1.lout')]), (bench) => bench.set('TS1', 'calling', true))
  expect(first).toMatch(
    new RegExp(
      `^Boiler, Thermostat 1 and Thermostat 2 are dead: .* at wire ${wire.label} .*, between Fused isolator and`,
    ),
  )
  // The zone that calls is dark at the same wire.
  expect(more).toEqual([])
})

it('what a dead transformer feeds is dark because of it, and needs no sentence', () => {
  const [first, ...more] = told(powered(), supposed(['part:XF1/primaryOpen']))
  expect([first, more]).toEqual(['Transformer is fed and takes nothing: burnt out.', []])
})

it('too few volts are told with where most are lost, just under what it needs and not just over', () => {
  const job = powered()
  const { id, wire } = wireAt(job, 'TS1.c')
  const end = wire.from.part === 'TS1' ? 'from' : 'to'
  const poor = (ohms: number) => told(job, [{ id: `wire:${id}.${end}/ohms`, value: ohms }])
  const needed = kindOf(job.parts.TS1!)!.figures.minimumVolts!.value
  const volts = (ohms: number) => {
    const bench = benchWith(job, [{ id: `wire:${id}.${end}/ohms`, value: ohms }])
    const { a, b } = bench.netlist.parts.get('TS1')!.branches.get('electronics')!
    bench.settle()
    return bench.circuit.level(a, b)
  }
  // Where between a sound joint and an open one its volts are just enough.
  let [sound, bad] = [0, 100_000]
  for (let i = 0; i < 30; i++) {
    const middle = (sound + bad) / 2
    if (volts(middle) >= needed) sound = middle
    else bad = middle
  }
  expect(poor(sound)).toEqual([REST])
  expect(poor(bad + 1)).toEqual([
    `Thermostat 1 is blank: it gets too few volts: most of what is missing is lost at a poor joint at Thermostat 1 C.`,
  ])
})

it('what is not wired yet is not called blank', () => {
  const job = powered()
  for (const [id, { from, to }] of Object.entries(job.wires))
    if (from.part === 'TS1' || to.part === 'TS1') delete job.wires[id]
  expect(told(job, []).join()).not.toContain('blank')
})

it('a combination boiler without its neutral is dead before anybody calls', () => {
  const job = wired({ scheme: 's11', ...line, boiler: 'boiler/combination' })
  expect(told(job, supposed(lifted(job, 'B1.n')))).toEqual([
    'Boiler is dead: it has no line voltage. Its feed goes dark at the lead lifted off Boiler N.',
  ])
})

it('a boiler whose supply is said already to be dark needs no second sentence', () => {
  const job = wired({ boiler: 'boiler/gas' })
  expect(told(job, supposed(lifted(job, 'B1.n')))).toEqual([
    'Boiler gets no line voltage. The line goes dark at the lead lifted off Boiler N.',
  ])
})

it('a blank thermostat hides nothing that runs without a call: the contact that is welded is said too', () => {
  const job = powered()
  expect(told(job, supposed([...lifted(job, 'TS2.c'), 'part:TS2/neverOpens']))).toEqual([
    'Thermostat 2 is blank: it has no 24 V. Its feed goes dark at the lead lifted off Thermostat 2 C.',
    'Zone 2: Thermostat 2 does not ask, and its contact is made: it drives Valve 2.',
  ])
})
