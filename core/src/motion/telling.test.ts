import { expect, it } from 'vitest'
import { alterationsOf } from '../suppose/index.ts'
import { wired } from '../testing/benches.ts'
import { unaltered } from './alterations.ts'
import { put } from './plays.ts'
import { Simulation } from './simulation.ts'

/** A plant of two zones that is listened to, and the same that nobody listens to. */
function both() {
  const job = wired({ zones: 2 })
  return { job, heard: new Simulation(job), unheard: new Simulation(job, {}, { unheard: true }) }
}

/** How everything stands on a bench. */
const standing = (bench: Simulation) => ({
  now: bench.now,
  states: [...bench.netlist.parts.keys()].map((id) => bench.stateOf(id)),
  lost: [...bench.netlist.parts.keys()].map((id) => [bench.blownBy(id), bench.overloadAt(id)]),
  buzzing: bench.buzzing,
})

it('a bench nobody listens to ends where the other does, and has nothing to tell', () => {
  const { heard, unheard } = both()
  const made = heard.netlist.parts.get('TS1')!.kind.tells!.findIndex(({ starts }) => starts === 'contact makes')
  for (const bench of [heard, unheard]) {
    bench.set('TS1', 'calling', true)
    bench.settle()
  }
  expect(standing(unheard)).toEqual(standing(heard))
  expect(heard.tells('TS1', made)).toBe(true)
  expect(heard.trace.length).toBeGreaterThan(3)
  expect([unheard.tells('TS1', made), unheard.trace]).toEqual([false, []])
})

it('what is told after a mark is not told any more once it is gone back to, and is told again', () => {
  const { heard: bench } = both()
  const made = bench.netlist.parts.get('TS1')!.kind.tells!.findIndex(({ starts }) => starts === 'contact makes')
  const rest = bench.mark()
  const call = () => {
    bench.set('TS1', 'calling', true)
    return bench.trace.map(({ part, says }) => `${part} ${says}`)
  }
  const first = call()
  expect(first).toContain('TS1 contact makes')
  bench.back(rest)
  expect(bench.tells('TS1', made)).toBe(false)
  expect(call()).toEqual(first)
})

it('what a fuse let go on is known though nobody listens, and forgotten once it is whole; a mark goes back all the same', () => {
  const { job, heard, unheard } = both()
  for (const bench of [heard, unheard]) {
    const rest = bench.mark()
    bench.alter(alterationsOf(job, [{ id: 'part:V1/windingShorted' }]))
    bench.set('TS1', 'calling', true)
    bench.settle()
    const fuse = [...bench.netlist.parts.values()].find(({ kind }) => kind.kind === 'protection/fuse')!
    expect(bench.blownBy(fuse.id)).toContain('V1.motor')
    bench.alter(unaltered)
    put(bench, fuse, 'blown', false)
    expect(bench.blownBy(fuse.id)).toBeUndefined()
    bench.back(rest)
    expect([bench.now, bench.stateOf('TS1').made]).toEqual([0, false])
  }
  expect(standing(unheard)).toEqual(standing(heard))
  expect([heard.trace, unheard.trace]).toEqual([[], []])
})
