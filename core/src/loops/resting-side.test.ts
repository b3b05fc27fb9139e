import { expect, it } from 'vitest'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { wired } from '../testing/benches.ts'
import { remove } from '../testing/hands.ts'
import { loopsOf } from './loops.ts'
import { verdictOf } from './verdict.ts'

const plant = () => wired({ scheme: 's15', practice: '230', diverter: true, boiler: 'boiler/switched-live' })

/** How the heating, on the resting side of the diverter, stands. */
function heating(job: ReturnType<typeof plant>, does: (bench: Simulation) => void) {
  const bench = new Simulation(job)
  does(bench)
  bench.settle()
  const verdict = verdictOf(bench, job, loopsOf(bench, job))
  return verdict.zones.find(({ zone }) => zone === 'z1')!
}

it('a zone on the resting side says whether it calls, waits for warmth to go, or calls the boiler', () => {
  const job = plant()
  const rest = heating(job, () => {})
  expect([rest.valveless, rest.calling, rest.proven, rest.says]).toEqual([true, false, false, 'no call'])
  const calls = heating(job, (bench) => ask(bench, job, 'z1', true))
  expect([calls.calling, calls.proven, calls.says, calls.trouble]).toEqual([true, true, 'calls the boiler', undefined])
  const warm = heating(job, (bench) => {
    bench.set('TS1', 'warmth', 60)
    ask(bench, job, 'z1', true)
  })
  expect([warm.calling, warm.proven, warm.trouble]).toEqual([true, false, undefined])
  expect(['no call', 'calls the boiler']).not.toContain(warm.says)
})

it('is in trouble where it calls and the boiler does not hear it, and only then', () => {
  const job = plant()
  remove(job, 'B1.sl')
  expect(heating(job, () => {}).trouble).toBeUndefined()
  const calls = heating(job, (bench) => ask(bench, job, 'z1', true))
  expect([calls.says, calls.proven]).toEqual(['calls, boiler deaf', false])
  expect(calls.trouble!.map(({ text }) => text).join('')).toBe('Its thermostat calls, but the boiler does not answer.')
})

it('loops name further heads only where there are any', () => {
  const one = wired({ zones: 1 })
  expect('also' in loopsOf(new Simulation(one), one).zones[0]!).toBe(false)
  const heads = wired({ scheme: 's18', panel: 'panel/manifold-8', valve: 'valve/wax-head-24', heads: 2 })
  expect(loopsOf(new Simulation(heads), heads).zones[0]!.also).toHaveLength(1)
})
