import { describe, expect, it } from 'vitest'
import { spareEnds } from '../circuit/netlist.ts'
import { kestrel } from '../testing/benches.ts'
import { pointInWords } from '../words/words.ts'
import { type MeterMode, probe, read } from './meter.ts'

/** A core that nothing uses is copper all the same. */

const bench = kestrel({ calling: [2] })
const [cable] = Object.entries(bench.job.cables).find(([id]) => id === 'TC2')!
const [near, far] = spareEnds(cable, 'green')

const reads = (mode: Exclude<MeterMode, 'amps'>, a: string, b: string) => {
  const [from, to] = [probe(bench.simulation, a), probe(bench.simulation, b)]
  if (!from.ok || !to.ok) throw new Error(`no point ${a} or ${b}`)
  return read(bench.simulation, mode, from.value, to.value)
}

describe('a spare core', () => {
  it('can be probed at both ends, and its copper is what its length makes of it', () => {
    bench.simulation.set('CB1', 'on', false)
    const { value } = reads('ohms', near, far)
    expect(value).toBeGreaterThan(0.1)
    expect(value).toBeLessThan(3)
    bench.simulation.set('CB1', 'on', true)
    bench.simulation.settle()
  })

  it('shows ghost volts of its neighbours on high impedance, and next to none on low', () => {
    const ghost = reads('volts', far, 'XF1.c').value!
    expect(ghost).toBeGreaterThan(0.5)
    expect(ghost).toBeLessThan(27)
    expect(reads('loz', far, 'XF1.c').value!).toBeLessThan(0.2 * ghost)
  })

  it('is named by its cable, its colour and the place where it ends', () => {
    expect(pointInWords(bench.job, far)).toMatch(/^Thermostat cable 2, spare core green, .+ end$/)
    expect(pointInWords(bench.job, far)).not.toBe(pointInWords(bench.job, near))
  })

  it('a core that is in use has no such ends', () => {
    expect(probe(bench.simulation, 'core:TC2/red.near')).toMatchObject({ ok: false })
  })
})
