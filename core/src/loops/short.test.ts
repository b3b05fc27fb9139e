import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { unaltered } from '../motion/alterations.ts'
import { ask } from '../motion/asking.ts'
import { benchWith } from '../suppose/bench.ts'
import { alterationsOf, reshaped } from '../suppose/index.ts'
import { type Ask, supposed, wireAt, wired } from '../testing/benches.ts'
import { join } from '../testing/hands.ts'
import { says } from '../testing/said.ts'
import { line } from '../testing/ways.ts'
import { touchInWords } from '../words/touch.ts'
import { sentenceText } from '../words/words.ts'
import { loopsOf } from './loops.ts'
import { verdictOf } from './verdict.ts'

/** What the verdict says of shorts, weak places and what they bring about: it names the place where there is one. */

const panel: Ask = { scheme: 's5a', panel: 'panel/zone-valve-6' }
const switched: Ask = { scheme: 's9', ...line, boiler: 'boiler/switched-live' }

const wire = (job: Job, point: string) => wireAt(job, point).id

describe('a fuse or breaker that has let go', () => {
  it.each<[string, Ask, string, string]>([
    [
      'neighbours',
      {},
      'part:B1/l+n/short',
      'Breaker has tripped: Boiler L and Boiler N touch. The current ran through ',
    ],
    ['a motor', {}, 'part:V1/windingShorted', 'Fuse F1 has blown: Valve 1 is shorted inside. The current ran through '],
    ['a motor at 230 V', switched, 'part:V1/windingShorted', 'Fused isolator has blown: Valve 1 is shorted inside.'],
  ])('names what is shorted: %s', (_, plant, wrong, begins) => {
    const [first] = says(wired(plant), [wrong])
    expect(first).toContain(begins)
    expect(first).toMatch(/by wires [\d, ]+\. Clear it before it is made again\.$/)
    // Where the current comes from goes without saying.
    expect(first).not.toContain('Line supply')
  })

  it('names the conductor that touches earth, by its label and colour', () => {
    const job = wired()
    const id = wire(job, 'ES1.in')
    const { label, colour } = job.wires[id]!
    expect(says(job, [`wire:${id}/earth`])[0]).toContain(
      `Breaker has tripped: wire ${label} (${colour}) touches earth.`,
    )
  })

  it('names two cores that touch', () => {
    const [first] = says(wired({ scheme: 's2b', powered: true }), ['pair:TC1/white+blue/short'])
    expect(first).toMatch(/^Fuse F1 has blown: wire \d+ \(white\) and wire \d+ \(blue\) touch\. /)
  })

  it('sends to look where a conductor lands wrong: nothing of it is shorted by itself', () => {
    const job = wired()
    join(job, 'B1.l', 'B1.n')
    const [first] = says(job, [])
    expect(first).toMatch(/^Breaker has tripped: the current ran through .* Find the short before it is made again\.$/)
  })

  it('by a short that came and went with a buzz is no overload', () => {
    // What draws too much takes the volts from the thermostat that calls for it: when the fuse goes, next to nothing flows.
    for (const wrong of ['part:V1/windingShorted', 'part:TS1/w+c/short']) {
      const [first] = says(wired({ scheme: 's2b', powered: true }), [wrong])
      expect(first).toMatch(/^Fuse F1 has blown: .*(?:shorted inside|touch)\. The current ran through Thermostat 1/)
      expect(first).not.toContain('Nothing is shorted')
    }
  })
})

it('what heated a fuse in a buzz that is over is no reason for what lets go later', () => {
  const job = wired({ scheme: 's2b', powered: true })
  job.parts.F1!.figures = { amps: 1 }
  const bench = benchWith(job, [])
  bench.set('TS1', 'calling', true)
  bench.settle()
  bench.alter(alterationsOf(job, [{ id: 'part:V1/windingShorted' }]))
  expect(bench.buzzing).toContain('TS1')
  bench.alter(unaltered)
  bench.settle()
  bench.alter({ ...unaltered, figures: { V1: { va: 44 } } })
  bench.settle(20_000)
  expect(sentenceText(verdictOf(bench, job, loopsOf(bench, job)).sentence)).toMatch(
    /^Fuse F1 has blown: .* Nothing is shorted; too much hangs on it at once\.$/,
  )
})

describe('a line that is shorted ahead of every guard', () => {
  it('says so, and nothing of what stands because of it', () => {
    expect(says(wired(switched), ['part:FS1/lin+nin/short'])).toEqual([
      'Line supply has 59 V left: Fused isolator L in and Fused isolator N in touch, ahead of every fuse and breaker here. What guards the building lets go.',
    ])
    const job = wired()
    const first = wire(job, 'MAINS.l')
    expect(says(job, [`wire:${first}/earth`])[0]).toMatch(
      /^Line supply has \d+ V left: wire 1 \(black\) touches earth, ahead /,
    )
    join(job, 'MAINS.l', 'MAINS.n')
    expect(says(job, [])[0]).toMatch(
      /^Line supply has \d+ V left: it is shorted ahead of every fuse and breaker here\./,
    )
  })

  it('is none where the line itself is low, gone, or merely loaded', () => {
    for (const wrong of ['supply/low', 'supply/dead', 'supply/neutral'])
      expect(says(wired(switched), [wrong]).join(' ')).not.toContain('ahead of every fuse')
    expect(says(wired({ zones: 12 }), [], [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]).join(' ')).not.toContain(
      'ahead of every',
    )
  })
})

describe('a transformer that has burnt out', () => {
  it('is not to be replaced before what burnt it', () => {
    expect(says(wired(panel), ['part:V1/windingShorted'])[0]).toBe(
      'Zone panel is fed, and the transformer in it takes nothing: its winding is open. Behind it, Valve 1 is shorted inside: clear that before another goes in.',
    )
    expect(says(wired(panel), ['part:V1/m1+m2/short'])[0]).toContain(
      'Behind it, Valve 1 M1 and Valve 1 M2 touch: clear',
    )
  })

  it('is told by what burnt it where that was switched off with it: thermostats that live on it have let go', () => {
    const [first] = says(demoJobs['sable-row']!(), ['part:V1/shorted'])
    expect(first).toContain(
      'its winding is open. Behind it, Valve 1 is shorted inside: clear that before another goes in.',
    )
  })

  it('tells what measures short behind one that was dead already, and of something where it could be several', () => {
    const dead = 'part:PN1/transformerDead'
    expect(says(wired(panel), [dead, 'part:V1/windingShorted'])[0]).toContain(
      'Behind it, Valve 1 is shorted inside: clear',
    )
    expect(says(wired(panel), [dead, 'part:V1/windingShorted', 'part:V1/m1+m2/short'])[0]).toContain(
      'Behind it, something is shorted: clear that before another goes in.',
    )
  })

  it('has nothing behind it where it only died, or where the short is not switched on', () => {
    expect(says(wired(panel), ['part:PN1/transformerDead'])[0]).toBe(
      'Zone panel is fed, and the transformer in it takes nothing: its winding is open.',
    )
    expect(says(wired(panel), ['part:PN1/transformerDead', 'part:V1/windingShorted'], [])[0]).not.toContain('Behind it')
  })
})

describe('a transformer that burnt out on a way where nothing is shorted by itself', () => {
  const centre = () =>
    wired({
      scheme: 's18',
      panel: 'panel/manifold-8',
      valve: 'valve/wax-head-24',
      thermostat: 'thermostat/powered',
      heads: 2,
    })

  it('tells the way the current took, by which a lead is found that is landed elsewhere', () => {
    const job = centre()
    const told = says(job, ['lead:TS1.w/exchanged:TS1.c'], [1, 2])[0]!
    expect(told).toMatch(
      /^Manifold centre is fed, .* It burnt out: the current ran through Thermostat 1 by wires \d+, \d+\. Find the short before another goes in\.$/,
    )
  })
})

it('a panel that burnt out keeps telling by what, however it is called since', () => {
  const job = wired({ ...panel, valve: 'valve/heat-3' })
  const wrong = supposed(['lead:PN1.v1p3/exchanged:PN1.r2'])
  const bench = benchWith(job, wrong)
  const shaped = reshaped(job, wrong)
  for (const zone of ['z1', 'z2']) ask(bench, shaped, zone, true)
  bench.settle()
  const told = () => sentenceText(verdictOf(bench, shaped, loopsOf(bench, shaped)).sentence)
  const first = told()
  expect(first).toMatch(/its winding is open\. It burnt out: the current ran through Valve 1 by wires/)
  for (const on of [false, true]) ask(bench, shaped, 'z2', on)
  bench.settle()
  expect(told()).toBe(first)
})

it('a transformer that sound loads have burnt out has no short behind it to be looked for', () => {
  const job = wired({ ...panel, zones: 4 })
  job.parts.PN1!.figures = { ...job.parts.PN1!.figures, va: 8 }
  const told = says(job, [], [1, 2, 3, 4])[0]!
  expect(told).toMatch(/takes nothing: its winding is open\.$/)
})

describe('a transformer that gives too little', () => {
  it('is weak where the line is whole and it carries no more than it may', () => {
    expect(says(wired(), ['part:XF1/weak'])[0]).toMatch(
      /^Transformer gives \d+ V and carries \d+ of its 40 VA: it is weak\.$/,
    )
    expect(says(wired(panel), ['part:PN1/transformerWeak'])[0]).toMatch(
      /^Zone panel: the transformer in it gives \d+ V and carries \d+ of its 100 VA: it is weak\.$/,
    )
  })

  it('is not called weak where the line is low, nor where too much hangs on it', () => {
    expect(says(wired(), ['supply/low']).join(' ')).not.toContain('weak')
    const heavy = wired({ zones: 2 })
    for (const n of [1, 2]) heavy.parts[`V${n}`]!.figures = { va: 70 }
    const bench = benchWith(heavy, [])
    for (const n of [1, 2]) bench.set(`TS${n}`, 'calling', true)
    bench.runTo(bench.now + 5)
    expect(bench.windingLoad('XF1', 'core').volts).toBeLessThan(20)
    const { sentence, more } = verdictOf(bench, heavy, loopsOf(bench, heavy))
    expect([sentence, ...more].map(sentenceText).join(' ')).not.toContain('weak')
    expect(says(wired(), []).join(' ')).not.toContain('weak')
  })
})

describe('too few volts', () => {
  it('are told where they are lost, on the line that feeds the transformer too', () => {
    const heated: Ask = { scheme: 's5a', panel: 'panel/zone-valve-6', valve: 'valve/heat-3' }
    const job = wired(heated)
    expect(says(job, [`wire:${wire(job, 'CB1.in')}.to/ohms`], [1, 2])[0]).toMatch(
      /the voltage at Valve 1 is too low to run it: most of what is missing is lost at a poor joint at Breaker IN\.$/,
    )
    expect(says(job, ['part:SS1.pole/ohms'], [1, 2])[0]).toBe(
      'Zone 1: valve open and proven, but the boiler does not answer its call: its line is weak at Service switch.',
    )
    // A line that is narrow and has its volts is no reason.
    const deaf = benchWith(job, [{ id: 'part:B1/callInputDead' }, { id: 'part:SS1.pole/ohms', value: 11 }])
    ask(deaf, job, zonesInOrder(job)[0]!.id, true)
    deaf.settle()
    expect(sentenceText(verdictOf(deaf, job, loopsOf(deaf, job)).sentence)).toBe(
      'Zone 1: valve open and proven, but the boiler does not answer its call.',
    )
  })
})

describe('what buzzes', () => {
  const ohms = (at: string, value = 60) => [{ id: at, value }]
  const heard = (job: Job, wrong: readonly { id: string; value: number }[]) => {
    const bench = benchWith(job, [])
    ask(bench, job, zonesInOrder(job)[0]!.id, true)
    bench.settle()
    bench.alter(alterationsOf(job, wrong))
    bench.settle()
    return sentenceText(verdictOf(bench, job, loopsOf(bench, job)).sentence)
  }

  it('names the one narrow place that all of it hangs on', () => {
    const job = wired(panel)
    expect(heard(job, ohms(`wire:${wire(job, 'CB1.in')}.to/ohms`))).toMatch(
      /buzz, .* they take their own supply away, most of it lost at a poor joint at Breaker IN\.$/,
    )
    expect(heard(job, ohms('part:SS1.pole/ohms'))).toContain('most of it lost at Service switch.')
    // Of two as narrow neither is.
    expect(heard(job, [...ohms('part:SS1.pole/ohms', 30), ...ohms('part:ES1.pole/ohms', 30)])).toMatch(
      /buzz, .* they take their own supply away\.$/,
    )
  })

  it('a step is narrow from ten ohms on: no sound run of copper has as many', () => {
    const job = wired(panel)
    const narrow = (value: number) => {
      const bench = benchWith(job, [{ id: 'part:SS1.pole/ohms', value }])
      return loopsOf(bench, job).shared.find(({ id }) => id === 'supply:PN1')?.narrow?.part
    }
    expect([narrow(9.9), narrow(10.1)]).toEqual([undefined, 'SS1'])
  })

  it('is not starved by what touches on a loop of something else', () => {
    const job = wired({ ...panel, zones: 2 })
    const weak = [...ohms('part:SS1.pole/ohms', 30), ...ohms('part:ES1.pole/ohms', 30)]
    expect(heard(job, [...weak, { id: 'part:V2/e1+e2/short', value: 0 }])).toMatch(/buzz, .* supply away\.$/)
  })

  it('names the short that starves it', () => {
    const job = wired({ scheme: 's4', boiler: 'boiler/valve-supply-no-plug' })
    expect(says(job, ['part:B1/b1+b2/short']).join(' ')).toMatch(
      /buzz.*own supply away: Boiler B1 and Boiler B2 touch\./,
    )
  })
})

describe('a call that somebody else brings to the boiler', () => {
  it.each<[string, Ask, string]>([
    ['switched live', switched, 'V1.out'],
    ['switched live, the feed of the switch', switched, 'V1.feed'],
    ['boiler feeds valves', { scheme: 's4', boiler: 'boiler/valve-supply' }, 'V1.e1'],
  ])('%s: the zone whose own proof is broken is told where, and that the boiler is called', (_, plant, point) => {
    const job = wired(plant)
    const id = wire(job, point)
    const both = says(job, [`wire:${id}/open`], [1, 2])
    expect(both[0]).toContain(
      'Zone 1: valve open, boiler called, but not by this zone. The call loop goes dark at wire',
    )
    expect(says(job, [`wire:${id}/open`], [1])[0]).toContain(
      'Zone 1: valve open, boiler not told. The call loop goes dark',
    )
  })

  it('a switch of its own that does not make is told, and not the boiler that another has called', () => {
    const job = wired(switched)
    expect(says(job, ['part:V1/switchNeverMakes'], [1, 2])[0]).toBe(
      'Zone 1: valve open, boiler called, but not by this zone. The call loop goes dark at the end switch of Valve 1.',
    )
  })

  it('nor is a relay that is made, where the factory link across the call was left in: it carries next to nothing', () => {
    const job = wired({ scheme: 's14', ...line, boiler: 'boiler/volt-free', hotWater: true })
    expect(says(job, ['part:B1/linkLeftIn'], [1])).toEqual(['Zone 1 calls: open and proven, boiler called.'])
    expect(says(job, ['part:B1/v1+v2/short'], [1])).toEqual(['Zone 1 calls: open and proven, boiler called.'])
    expect(says(job, ['part:B1/linkLeftIn'], [])[0]).toContain('Boiler is called though no zone calls')
    expect(says(job, ['part:B1/linkLeftIn', 'part:K1/dirty'], [1])[0]).toContain(
      'goes dark at the NO contact of Relay 1',
    )
  })

  it('a broken way is still the way, though a switch of another zone would lead round it', () => {
    const job = wired({ scheme: 's4', boiler: 'boiler/valve-supply', valve: 'valve/heat-3' })
    const id = Object.keys(job.wires).find((one) => {
      const { from, to } = job.wires[one]!
      return from.part === 'V1' && to.part === 'S2'
    })!
    expect(says(job, [`wire:${id}/open`])[0]).toContain(`goes dark at wire ${job.wires[id]!.label}`)
  })
})

it('a valve that is told to follow a signal and hears none is wrong, whoever owes it', () => {
  const setters = wired({ scheme: 's7', boiler: '', thermostat: 'controller/signal-setter', valve: 'valve/modulating' })
  expect(says(setters, ['part:TS1/batteryDead'])).toEqual([
    'Zone 1: Valve 1 is fed and hears no signal, so it stands at its zero end: Setter 1 gives none.',
  ])
  const bench = benchWith(setters, [{ id: 'part:TS1/batteryDead' }])
  ask(bench, setters, zonesInOrder(setters)[0]!.id, true)
  expect(verdictOf(bench, setters, loopsOf(bench, setters)).zones[0]).toMatchObject({ calling: true, proven: false })
  expect(says(setters, ['part:TS1/plus+minus/short'])[0]).toContain('at its zero end: Setter 1 + and Setter 1 - touch.')
  expect(says(setters, ['part:TS1/batteryDead'], [])[0]).toContain('Nobody calls')
  expect(says(setters, ['part:TS1/batteryDead', 'part:TS2/plus+minus/short'])[0]).toContain(
    'zero end: Setter 1 gives none.',
  )
  expect(says(setters, ['part:V2/bodyPasses'], [])).toEqual([
    'Zone 2: Valve 2 is shut and lets water by: this zone warms whenever heat comes. Dirt on the seat.',
  ])
})

it('tells a touch by what meets in it', () => {
  const job = wired()
  const id = wire(job, 'V1.m1')
  const { label, colour } = job.wires[id]!
  expect(touchInWords(job, 'touch:B1.l+B1.n')).toEqual({ text: 'Boiler L and Boiler N touch', part: 'B1', wrong: true })
  expect(touchInWords(job, `touch:wire:${id}.from+earth`)).toEqual({
    text: `wire ${label} (${colour}) touches earth`,
    wire: id,
    wrong: true,
  })
  expect(touchInWords(job, 'wire:w1')).toBeUndefined()
  expect(touchInWords(job, 'V1.motor')).toBeUndefined()
})
