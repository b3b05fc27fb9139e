import { describe, expect, it } from 'vitest'
import { catalogue } from '../parts/index.ts'
import { part, type State } from '../parts/kind.ts'
import { boardJob } from '../testing/rig.ts'
import { Cycle } from './cycle.ts'
import { Simulation } from './simulation.ts'

interface Fake {
  state: State
  rate: number
}

/** Lets two things go round: a relay that flips, and a fuse whose heat rises while it is in. */
function turn(cycle: Cycle<Fake>, relay: Fake, fuse: Fake, rounds: number) {
  for (let i = 0; i < rounds && cycle.seconds === undefined; i++) {
    relay.state = { in: i % 2 === 1 }
    fuse.rate = i % 2 === 1 ? 0.3 : -0.1
    cycle.passed(String(i % 2), i % 2 === 1 ? 0.02 : 0.01, [relay, fuse], [fuse], (one) => [
      { name: 'heat', rate: one.rate },
    ])
  }
}

describe('a circle of states', () => {
  const [relay, fuse]: [Fake, Fake] = [
    { state: {}, rate: 0 },
    { state: { gone: false }, rate: 0 },
  ]

  it('closes when the same standing comes round, and lasts as long as its rounds', () => {
    const cycle = new Cycle<Fake>()
    turn(cycle, relay, fuse, 2)
    expect(cycle.seconds).toBeUndefined()
    turn(cycle, relay, fuse, 3)
    expect(cycle.seconds).toBeCloseTo(0.03, 12)
  })

  it('closes at once on what came first, and what came before the circle is no part of it', () => {
    const passed = (...standings: readonly [string, number][]) => {
      const cycle = new Cycle<Fake>()
      for (const [standing, seconds] of standings) cycle.passed(standing, seconds, [], [], () => [])
      return cycle.seconds
    }
    expect(passed(['a', 1], ['b', 2], ['a', 1])).toBe(3)
    expect(passed(['x', 9], ['a', 1], ['b', 2], ['a', 1])).toBe(3)
    expect(passed(['a', 1], ['b', 2])).toBeUndefined()
  })

  it('names who changes within it and who does not, and the mean of what creeps on', () => {
    const cycle = new Cycle<Fake>()
    turn(cycle, relay, fuse, 9)
    expect(cycle.turning).toEqual([relay])
    expect(cycle.meanOf(fuse).get('heat')).toBeCloseTo((0.3 * 0.02 - 0.1 * 0.01) / 0.03, 12)
    expect(cycle.meanOf(relay).size).toBe(0)
  })

  it('leaves out what came before the first standing that comes round', () => {
    const cycle = new Cycle<Fake>()
    cycle.passed('before', 5, [relay], [], () => [])
    turn(cycle, relay, fuse, 9)
    expect(cycle.seconds).toBeCloseTo(0.03, 12)
  })
})

it('a part that never comes round is said to buzz, and nothing hangs', () => {
  const counting = part({
    kind: 'relay/counting',
    name: 'Counts its own turns',
    class: 'relay',
    about: '',
    terminals: { a: { role: 'a', marking: 'A', circuit: 'low voltage', takes: 1 } },
    figures: {},
    state: { turns: 0 },
    inside: () => [],
    motion: { jumps: (_f, s) => ({ turns: Number(s.turns) + 1 }) },
    says: (_f, s) => String(s.turns),
  })
  const job = boardJob({ parts: { C: 'relay/counting' }, nets: [] })
  const bench = new Simulation(job, {}, { kinds: new Map([...catalogue, [counting.kind, counting]]) })
  expect(bench.buzzing).toEqual(['C'])
  expect(bench.settle().atRest).toBe(true)
})
