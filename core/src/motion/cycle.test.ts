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

const [relay, fuse]: [Fake, Fake] = [
  { state: {}, rate: 0 },
  { state: { gone: false }, rate: 0 },
]
const heat = ({ rate }: Fake) => [{ name: 'heat', rate }]
const circle = () => new Cycle<Fake>([relay, fuse], [fuse])

/** Lets two things go round: a relay that flips, and a fuse whose heat rises while it is in. */
function turn(cycle: Cycle<Fake>, rounds: number) {
  for (let i = 0; i < rounds && cycle.seconds === undefined; i++) {
    relay.state = { in: i % 2 === 1 }
    fuse.rate = i % 2 === 1 ? 0.3 : -0.1
    cycle.passed([[relay, 15_000]], i % 2 === 1 ? 0.02 : 0.01, heat)
  }
}

describe('a circle of states', () => {
  it('closes when the same standing comes round, and lasts as long as its rounds', () => {
    const cycle = circle()
    turn(cycle, 2)
    expect(cycle.seconds).toBeUndefined()
    turn(cycle, 3)
    expect(cycle.seconds).toBeCloseTo(0.03, 12)
  })

  it('closes at once on what came first, and what came before the circle is no part of it', () => {
    const passed = (...standings: readonly [number, number][]) => {
      const cycle = circle()
      for (const [count, seconds] of standings) {
        relay.state = { count }
        cycle.passed([], seconds, heat)
      }
      return cycle.seconds
    }
    expect(passed([1, 1], [2, 2], [1, 1])).toBe(3)
    expect(passed([9, 9], [1, 1], [2, 2], [1, 1])).toBe(3)
    expect(passed([1, 1], [2, 2])).toBeUndefined()
  })

  it('is not closed by the same states with something else waiting, or the same for another while', () => {
    const closed = (...waitings: readonly (readonly (readonly [Fake, number])[])[]) => {
      relay.state = { in: true }
      const cycle = circle()
      for (const waiting of waitings) cycle.passed(waiting, 1, heat)
      return cycle.seconds !== undefined
    }
    expect(closed([[relay, 15]], [[relay, 15]])).toBe(true)
    expect(closed([[relay, 15]], [[fuse, 15]])).toBe(false)
    expect(closed([[relay, 15]], [[relay, 14]])).toBe(false)
    expect(closed([[relay, 15]], [])).toBe(false)
    expect(closed([], [[relay, 15]])).toBe(false)
  })

  it('names who changes within it and who does not, and the mean of what creeps on', () => {
    const cycle = circle()
    expect(cycle.turning).toEqual([])
    turn(cycle, 9)
    expect(cycle.turning).toEqual([relay])
    expect(cycle.meanOf(fuse).get('heat')).toBeCloseTo((0.3 * 0.02 - 0.1 * 0.01) / 0.03, 12)
    expect(cycle.meanOf(relay).size).toBe(0)
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
