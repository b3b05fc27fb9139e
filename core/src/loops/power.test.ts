import { describe, expect, it } from 'vitest'
import { zonesInOrder } from '../job/zones.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { benchWith } from '../suppose/bench.ts'
import { alterationsOf } from '../suppose/index.ts'
import { supposed, wireAt, wired } from '../testing/benches.ts'
import { says } from '../testing/said.ts'
import { sentenceText } from '../words/words.ts'
import { loopsOf, stripsOf } from './loops.ts'
import { verdictOf } from './verdict.ts'

/** A valve that is asked at one terminal and moves by the power of another. */

const plant = () => wired({ scheme: 's8', valve: 'valve/power-both-ways', boiler: '' })
const off = (job: ReturnType<typeof plant>, point: string) => {
  const { id, wire } = wireAt(job, point)
  return `wire:${id}.${`${wire.from.part}.${wire.from.terminal}` === point ? 'from' : 'to'}/lifted`
}

describe('its permanent feed', () => {
  it('is a loop of its own beside the one that asks', () => {
    const job = plant()
    const bench = new Simulation(job)
    const { zones } = loopsOf(bench, job)
    expect(stripsOf(zones[1]!).map(({ id, complete }) => [id, complete])).toEqual([
      ['valve:V2', false],
      ['power:V2', true],
    ])
  })

  it('lost, it is named where it is lost, and the volts that ask are not called too low', () => {
    const job = plant()
    expect(says(job, [off(job, 'V2.hot')], [1, 2])).toEqual([
      'Zone 2: calling, but Valve 2 has no power to move: its permanent feed goes dark at the lead lifted off Valve 2 L.',
    ])
    delete job.wires[wireAt(job, 'V2.hot').id]
    expect(says(job, [], [2])).toEqual(['Zone 2: calling, but Valve 2 has no power to move: Valve 2 L leads nowhere.'])
  })

  it('lost while it stood open, it says why the valve stays so', () => {
    const job = plant()
    const bench = new Simulation(job)
    const [one] = zonesInOrder(job)
    ask(bench, job, one!.id, true)
    bench.settle()
    bench.alter(alterationsOf(job, supposed([off(job, 'V1.hot')])))
    ask(bench, job, one!.id, false)
    bench.settle()
    expect(sentenceText(verdictOf(bench, job, loopsOf(bench, job)).sentence)).toBe(
      'Zone 1: Valve 1 stands open with no call: this zone heats whenever the boiler runs. It has no power to move: its permanent feed goes dark at the lead lifted off Valve 1 L.',
    )
  })

  it('lost, it is told before the valve is wanted to move: shut with nobody calling, and open while its zone calls', () => {
    const job = plant()
    const told = 'Zone 1: Valve 1 has no power to move: its permanent feed goes dark at the lead lifted off Valve 1 L.'
    expect(says(job, [off(job, 'V1.hot')], [])).toEqual([told])
    expect(says(job, [off(job, 'V1.hot')], [2])).toEqual([told])
    const bench = new Simulation(job)
    ask(bench, job, 'z1', true)
    bench.settle()
    bench.alter(alterationsOf(job, supposed([off(job, 'V1.hot')])))
    expect(sentenceText(verdictOf(bench, job, loopsOf(bench, job)).sentence)).toBe(told)
  })

  it('lost for several at one place, it is said once, and of who lost it elsewhere by itself', () => {
    const job = wired({ scheme: 's8', valve: 'valve/power-both-ways', boiler: '', zones: 3 })
    const shared = off(job, 'F1.out')
    const told = 'have no power to move: their permanent feed goes dark at the lead lifted off Fuse F1 OUT.'
    expect(says(job, [shared], [])).toEqual([`Valve 1, Valve 2 and Valve 3 ${told}`])
    expect(says(job, [off(job, 'V2.hot'), off(job, 'V3.hot')], [2])).toEqual([
      'Zone 2: calling, but Valve 2 has no power to move: its permanent feed goes dark at the lead lifted off Valve 2 L.',
      'Zone 3: Valve 3 has no power to move: its permanent feed goes dark at the lead lifted off Valve 3 L.',
    ])
    expect(says(job, [shared], [2])).toEqual([
      `Valve 1 and Valve 3 ${told}`,
      'Zone 2: calling, valve gets nothing. The valve loop goes dark at the lead lifted off Fuse F1 OUT.',
    ])
  })

  it.each([
    [4, 'Valve 1, Valve 2, Valve 3 and Valve 4'],
    [5, '5 valves'],
  ])(
    'lost for %i, they are %s: more than four are counted, so that the place is not the last thing read',
    (zones, who) => {
      const job = wired({ scheme: 's8', valve: 'valve/power-both-ways', boiler: '', zones })
      expect(says(job, [off(job, 'F1.out')], [])).toEqual([
        `${who} have no power to move: their permanent feed goes dark at the lead lifted off Fuse F1 OUT.`,
      ])
    },
  )

  it('lost half way, the valve stands there and is not taken to move on', () => {
    const job = plant()
    const bench = new Simulation(job)
    ask(bench, job, 'z1', true)
    bench.runTo(7)
    bench.alter(alterationsOf(job, supposed([off(job, 'V1.hot')])))
    ask(bench, job, 'z1', false)
    bench.runTo(9)
    const { sentence, zones } = verdictOf(bench, job, loopsOf(bench, job))
    expect(sentenceText(sentence)).toMatch(/^Zone 1: Valve 1 stands open with no call: .* It has no power to move: /)
    expect(zones[0]!.moving).toBe(false)
  })

  it('too weak, it is told where its volts are lost, though what asks has all of its own', () => {
    const job = plant()
    const told = (ohms: number) => {
      const wrong = [{ id: off(job, 'V2.hot').replace('/lifted', '/ohms'), value: ohms }]
      const bench = benchWith(job, wrong)
      ask(bench, job, 'z2', true)
      bench.settle()
      return sentenceText(verdictOf(bench, job, loopsOf(bench, job)).sentence)
    }
    expect(told(2500)).toBe(
      'Zone 2: calling, but the voltage at Valve 2 is too low to run it: most of what is missing is lost at a poor joint at Valve 2 L.',
    )
    expect(told(1)).toBe('Zone 2 calls: open.')
  })

  it('is no reason of its own where the whole supply is dead, nor before anything is wired', () => {
    const job = plant()
    expect(says(job, ['supply/dead'], []).join()).not.toContain('no power')
    expect(says({ ...job, wires: {} }, [], []).join()).not.toContain('no power')
  })

  it.each(['motorOpen', 'bodySeized'])('whole, and %s: it is asked and fed and does not move', (fault) => {
    expect(says(plant(), [`part:V2/${fault}`], [2])).toEqual([
      'Zone 2: calling, and Valve 2 is asked and fed and does not move. Turn the stem by hand before you blame the motor.',
    ])
  })
})
