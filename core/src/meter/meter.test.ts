import { describe, expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { Simulation } from '../motion/simulation.ts'
import { alterationsOf } from '../suppose/index.ts'
import { cut, kestrel, lifted, volts, wireAt, wired } from '../testing/benches.ts'
import { clamp, type MeterMode, probe, read } from './meter.ts'

type Bench = ReturnType<typeof kestrel>

const at = ({ simulation }: Bench, mode: Exclude<MeterMode, 'amps'>, from: string, to: string) => {
  const [a, b] = [probe(simulation, from), probe(simulation, to)]
  if (!a.ok || !b.ok) throw new Error('no such point')
  return read(simulation, mode, a.value, b.value)
}

/** How a reading of a 24 V loop is spoken of: about the source, near nothing, or between. */
const word = (bench: Bench, from: string, to: string, mode: 'volts' | 'loz' = 'loz') => {
  const { value } = at(bench, mode, from, to)
  return value! > 22 ? 'full' : value! < 0.5 ? 'none' : 'between'
}

describe('readings that decide, 24 V zone', () => {
  const cases: [string, Bench, Record<string, string>][] = [
    ['no call', kestrel(), { source: 'full', rw: 'full', wc: 'none', motor: 'none', call: 'full' }],
    [
      'healthy call',
      kestrel({ calling: [2] }),
      { source: 'full', rw: 'none', wc: 'full', motor: 'full', call: 'none' },
    ],
    [
      'dead transformer',
      kestrel({ calling: [2], suppose: () => ['part:XF1/secondaryOpen'] }),
      { source: 'none', rw: 'none', wc: 'none', motor: 'none', call: 'full' },
    ],
    [
      'thermostat open',
      kestrel({ calling: [2], suppose: () => ['part:TS2/neverMakes'] }),
      { source: 'full', rw: 'full', wc: 'none', motor: 'none', call: 'full' },
    ],
    [
      'motor open',
      kestrel({ calling: [2], suppose: () => ['part:V2/windingOpen'] }),
      { source: 'full', rw: 'none', wc: 'full', motor: 'full', call: 'full' },
    ],
    [
      'motor open, no call',
      kestrel({ suppose: () => ['part:V2/windingOpen'] }),
      { source: 'full', rw: 'none', wc: 'none', motor: 'none', call: 'full' },
    ],
    [
      'break between W and motor',
      kestrel({ calling: [2], suppose: (j) => [cut(j, 'TS2.w')] }),
      { source: 'full', rw: 'none', wc: 'full', motor: 'none', call: 'full' },
    ],
  ]
  it.each(cases)('%s', (_name, bench, expected) => {
    const found = {
      source: word(bench, 'XF1.h', 'XF1.c'),
      rw: word(bench, 'TS2.r', 'TS2.w'),
      wc: word(bench, 'TS2.w', 'XF1.c'),
      motor: word(bench, 'V2.m1', 'V2.m2'),
      // The call pair stands behind its sense coil: a low-impedance meter would load it down.
      call: word(bench, 'B1.t1', 'B1.t2', 'volts'),
    }
    expect(found).toEqual(expected)
  })
})

describe('a core left open beside a live one', () => {
  // The white core lifted at both ends lies beside the red one, which stands at R.
  const bench = kestrel({ suppose: (job) => lifted(job, 'TS2.w', true) })
  const { id } = wireAt(bench.job, 'TS2.w')

  it('shows volts on high impedance and next to none on low', () => {
    const high = at(bench, 'volts', `wire:${id}.from`, 'XF1.c').value!
    const low = at(bench, 'loz', `wire:${id}.from`, 'XF1.c').value!
    expect(high).toBeGreaterThan(3)
    expect(low).toBeLessThan(0.2)
  })
})

describe('ohms', () => {
  it('of a motor with a lead lifted and the supply off are those of its winding', () => {
    const bench = kestrel({ suppose: (job) => lifted(job, 'V2.m1', true) })
    bench.simulation.set('SS1', 'closed', false)
    bench.simulation.settle()
    const reading = at(bench, 'ohms', 'V2.m1', 'V2.m2')
    // 24 V, 7 VA, power factor 0.7: 82.3 ohm in all, of which 57.6 are resistance.
    expect(reading.value).toBeCloseTo(57.6, 1)
    expect(reading.warning).toBeUndefined()
  })

  it('with volts across the leads warn, and mean nothing', () => {
    const reading = at(kestrel(), 'ohms', 'TS2.r', 'TS2.w')
    expect(reading.value).toBeNull()
    expect(reading.warning).toContain('means nothing')
  })

  it('of an open end switch, lifted, are over the limit; of a made one they beep', () => {
    const suppose = (job: Job) => lifted(job, 'V2.e1', true)
    const open = kestrel({ suppose })
    expect(at(open, 'ohms', 'V2.e1', 'V2.e2').shows).toBe('OL')
    const made = kestrel({ suppose, calling: [2] })
    expect(at(made, 'beep', 'V2.e1', 'V2.e2')).toMatchObject({ beeps: true })
  })
})

describe('direct volts', () => {
  it('stand on a volt-free call pair, with their sign, and not on the alternating ranges; ohms across it warn', () => {
    const job = wired({
      scheme: 's14',
      practice: '230',
      boiler: 'boiler/volt-free',
      thermostat: 'thermostat/receiver-230',
      valve: 'valve/two-port-5',
    })
    const simulation = new Simulation(job)
    simulation.settle()
    const bench = { job, simulation, volts: volts(simulation) }
    expect(at(bench, 'direct', 'B1.v1', 'B1.v2').value).toBeCloseTo(24, 1)
    expect(at(bench, 'direct', 'B1.v2', 'B1.v1').value).toBeCloseTo(-24, 1)
    expect(at(bench, 'loz', 'B1.v1', 'B1.v2').value).toBeLessThan(0.5)
    expect(at(bench, 'ohms', 'B1.v1', 'B1.v2').warning).toContain('means nothing')
    simulation.set('TS1', 'calling', true)
    simulation.settle()
    expect(Math.abs(at(bench, 'direct', 'B1.v1', 'B1.v2').value!)).toBeLessThan(0.1)
  })
})

describe('the clamp', () => {
  const bench = kestrel({ calling: [2] })
  const { id } = wireAt(bench.job, 'V2.m1')

  it('shows the sum of its turns and keeps the current of the wire', () => {
    const once = clamp(bench.simulation, id)
    const tenfold = clamp(bench.simulation, id, 10)
    if (!once.ok || !tenfold.ok) throw new Error('no wire')
    expect(once.value.value).toBeGreaterThan(0.28)
    expect(once.value.value).toBeLessThan(0.34)
    expect(Math.abs(tenfold.value.value! - once.value.value!)).toBeLessThan(0.0051)
    expect(Number(tenfold.value.shows)).toBeCloseTo(10 * tenfold.value.value!, 6)
  })

  it('resolves ten milliamps and no less; turns are what small currents need', () => {
    const exact = bench.simulation.circuit.amps(bench.simulation.netlist.branchOf.get(`wire:${id}`)!)
    const seen = (turns: number) => {
      const found = clamp(bench.simulation, id, turns)
      return found.ok ? found.value.value! : Number.NaN
    }
    expect(Math.round(seen(1) * 1e9) % 1e7).toBe(0)
    expect(Math.abs(seen(20) - exact)).toBeLessThan(0.0003)
    // Thirteen milliamps lie under the floor: nothing is shown until turns lift them over it.
    const thin = kestrel({ calling: [2], suppose: (job) => [`wire:${wireAt(job, 'V2.m1').id}.from/ohms`] })
    thin.simulation.alter(
      alterationsOf(thin.job, [{ id: `wire:${wireAt(thin.job, 'V2.m1').id}.from/ohms`, value: 2000 }]),
    )
    thin.simulation.settle()
    const [once, tenfold] = [1, 10].map((turns) => clamp(thin.simulation, id, turns))
    expect(once).toMatchObject({ ok: true, value: { value: 0 } })
    expect(tenfold).toMatchObject({ ok: true, value: { value: expect.closeTo(0.013, 3) } })
    const idle = wireAt(bench.job, 'V3.m1').id
    expect(clamp(bench.simulation, idle)).toMatchObject({ ok: true, value: { value: 0, shows: '0' } })
  })

  it('says so where there is no such wire', () => {
    expect(clamp(bench.simulation, 'w999')).toMatchObject({ ok: false, failures: [{ where: 'w999' }] })
  })
})
