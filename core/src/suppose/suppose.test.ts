import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { clamp, probe, read } from '../meter/meter.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { copyOf, kestrel, wireAt, wired } from '../testing/benches.ts'
import { line } from '../testing/ways.ts'
import { benchWith, runWith } from './bench.ts'
import { alterationsOf, checkSupposition, everySupposition, inPattern, presentAt, reshaped, unitOf } from './index.ts'
import type { Supposition } from './supposition.ts'

/** Everything a plant can be asked: states, volts of every node, happenings, clock. */
const table = (bench: Simulation) => {
  bench.circuit.solve()
  return JSON.stringify([
    bench.now,
    bench.trace,
    [...bench.netlist.parts.keys()].map((id) => bench.stateOf(id)),
    bench.netlist.nodes.map((_, node) => bench.circuit.between(node, 0)),
  ])
}

const volts = (bench: Simulation, from: string, to: string, mode: 'volts' | 'loz' = 'loz') => {
  const [a, b] = [probe(bench, from), probe(bench, to)]
  if (!a.ok || !b.ok) throw new Error('no such point')
  return read(bench, mode, a.value, b.value).value!
}

describe('a live bench', () => {
  const plants: [string, Job][] = [
    ['kestrel-point', demoJobs['kestrel-point']!()],
    ['sable-row', demoJobs['sable-row']!()],
    ['lowther-street', demoJobs['lowther-street']!()],
  ]

  it.each(plants)('%s takes on and gives back whatever is supposed of it, in any order, to the bit', (_name, job) => {
    const bench = new Simulation(job)
    const [first] = Object.keys(job.zones)
    ask(bench, job, first!, true)
    bench.runTo(6)
    const all = everySupposition(job).filter(inPattern)
    const before = table(bench)
    const mark = bench.mark()
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(all.length - 1), fc.constantFrom('settle', 'run', 'leave')), { maxLength: 5 }),
        (steps) => {
          for (const [i, then] of steps) {
            bench.alter(alterationsOf(job, [all[i]!]))
            if (then === 'settle') bench.settle()
            if (then === 'run') bench.runTo(bench.now + 3)
          }
          bench.back(mark)
          expect(table(bench)).toBe(before)
        },
      ),
      { numRuns: 25 },
    )
  })

  it('gives back a fuse that blew meanwhile, and the clock', () => {
    const { job, simulation } = kestrel({ calling: [2] })
    const mark = simulation.mark()
    simulation.alter(alterationsOf(job, [{ id: 'part:V2/windingShorted' }]))
    simulation.settle()
    expect(simulation.stateOf('F1').gone).toBe(true)
    expect(simulation.now).toBeGreaterThan(mark.now)
    simulation.back(mark)
    expect([simulation.stateOf('F1').gone, simulation.now]).toEqual([false, mark.now])
    expect(volts(simulation, 'V2.m1', 'V2.m2')).toBeGreaterThan(24)
  })

  it('a supposition taken on while it runs reads as one it began with', () => {
    const job = wired({ zones: 2 })
    for (const one of everySupposition(job).filter(inPattern)) {
      const live = new Simulation(job)
      live.alter(alterationsOf(job, [one]))
      ask(live, job, 'z1', true)
      live.settle()
      const begun = benchWith(job, [one])
      ask(begun, job, 'z1', true)
      begun.settle()
      expect([one.id, live.stateOf('V1'), live.stateOf('B1')]).toEqual([
        one.id,
        begun.stateOf('V1'),
        begun.stateOf('B1'),
      ])
    }
  })
})

describe('what is supposed', () => {
  const { job } = kestrel()
  const w = wireAt(job, 'TS2.w').id
  const with2 = (...ids: (string | Supposition)[]) => {
    const bench = benchWith(
      job,
      ids.map((one) => (typeof one === 'string' ? { id: one } : one)),
    )
    ask(bench, job, 'signal', true)
    bench.settle()
    return bench
  }

  it('a joint with ohms drops volts by them: 60 ohm beside an 82 ohm motor', () => {
    const sound = volts(with2(), 'V2.m1', 'V2.m2')
    // 24 V, 7 VA at 0.7: 57.6 + j58.8 ohm. With 60 ohm in series 82.3 / |117.6 + j58.8| of the volts are left.
    const share = 82.3 / Math.hypot(117.6, 58.8)
    const left = volts(with2({ id: `wire:${w}.from/ohms`, value: 60 }), 'V2.m1', 'V2.m2')
    expect(left / sound).toBeGreaterThan(share - 0.03)
    expect(left / sound).toBeLessThan(share + 0.05)
  })

  it.each<[string, Supposition, Supposition]>([
    ['open beats ohms', { id: `wire:${w}.from/open` }, { id: `wire:${w}.from/ohms`, value: 60 }],
    ['open beats a short', { id: 'part:V2/switchNeverMakes' }, { id: 'part:V2/switchNeverOpens' }],
  ])('on one branch %s, whichever was said first', (_name, one, other) => {
    const forces = (list: Supposition[]) => Object.values(alterationsOf(job, list).forces).map(({ as }) => as)
    expect(forces([one, other])).toEqual(['open'])
    expect(forces([other, one])).toEqual(['open'])
  })

  it('more ohms beat fewer', () => {
    const at = (...values: number[]) =>
      Object.values(
        alterationsOf(
          job,
          values.map((value) => ({ id: `wire:${w}.from/ohms`, value })),
        ).forces,
      )
    expect(at(10, 200)).toEqual([{ as: 'ohms', ohms: 200 }])
    expect(at(200, 10)).toEqual([{ as: 'ohms', ohms: 200 }])
  })

  it('a contact with ohms has them only while it is made', () => {
    const dirty = { id: 'part:TS2.contact/ohms', value: 400 }
    const bench = benchWith(job, [dirty])
    bench.settle()
    expect(volts(bench, 'TS2.r', 'TS2.w')).toBeGreaterThan(25)
    expect(with2(dirty).stateOf('V2').travel).toBe(0)
  })

  it('a figure, a low line and a dead one', () => {
    const mains = Object.keys(job.parts).find((id) => kindOf(job.parts[id]!)?.class === 'supply')
    expect(
      with2({ id: 'part:V2/figure.opensIn', value: 30 }).trace.find(({ says }) => says === 'fully open, motor holds')
        ?.at,
    ).toBe(30)
    expect(volts(with2('supply/low'), `${mains}.l`, `${mains}.n`)).toBeCloseTo(105, 0)
    expect(volts(with2({ id: 'supply/volts', value: 90 }), `${mains}.l`, `${mains}.n`)).toBeCloseTo(90, 0)
    expect(volts(with2('supply/dead'), 'XF1.h', 'XF1.c')).toBeLessThan(0.01)
  })

  it('the other leg is as many volts the other way, and there is none where the line has one leg only', () => {
    const volts = (practice: '120' | '230', id: string) => alterationsOf(wired({ practice }), [{ id }]).volts
    expect(volts('120', 'supply/other-leg')).toEqual({ 'MAINS.line': -120 })
    expect(volts('120', 'supply/dead')).toEqual({ 'MAINS.line': 0 })
    expect([volts('120', 'supply/low'), volts('230', 'supply/low')]).toEqual([
      { 'MAINS.line': 105 },
      { 'MAINS.line': 207 },
    ])
    expect([volts('120', 'supply/high'), volts('230', 'supply/high')]).toEqual([
      { 'MAINS.line': 127 },
      { 'MAINS.line': 253 },
    ])
    expect(everySupposition(wired({ practice: '120' })).map(({ id }) => id)).toContain('supply/other-leg')
    expect(everySupposition(wired({ practice: '230' })).map(({ id }) => id)).not.toContain('supply/other-leg')
  })

  it('two cores that touch, two neighbours, and a conductor on earth pass current where none should', () => {
    const { cable } = wireAt(job, 'TS3.w').wire
    const shorted = benchWith(job, [{ id: `pair:${cable}/red+white/short` }])
    shorted.settle()
    expect(shorted.stateOf('V3').travel).toBe(1)
    const touching = benchWith(job, [{ id: 'part:TS3/r+w/short' }])
    touching.settle()
    expect(touching.stateOf('V3').travel).toBe(1)
    const earthed = benchWith(job, [{ id: `wire:${wireAt(job, 'B1.l').id}/earth` }])
    earthed.settle()
    expect(earthed.stateOf('CB1').gone).toBe(true)
    expect(clamp(earthed, wireAt(job, 'B1.l').id).ok).toBe(true)
  })

  it('two leads exchanged, one moved, a wire of several moved: those ends land there and no other', () => {
    const ends = (of: Job) =>
      Object.entries(of.wires).flatMap(([id, { from, to }]) => [
        [`${id}.from`, `${from.part}.${from.terminal}`] as const,
        [`${id}.to`, `${to.part}.${to.terminal}`] as const,
      ])
    const moved = (id: string) => {
      const was = new Map(ends(job))
      return ends(reshaped(job, [{ id }])).flatMap(([end, at]) =>
        was.get(end) === at ? [] : [`${was.get(end)} ${at}`],
      )
    }
    expect(moved('lead:V1.m1/exchanged:V2.m1').toSorted()).toEqual(['V1.m1 V2.m1', 'V2.m1 V1.m1'])
    expect(moved('lead:TS2.w/on:TS2.r')).toEqual(['TS2.w TS2.r'])
    // Several are on one terminal: all of them go, or the one that is named.
    const shared = 'B1.e'
    const there = Object.entries(job.wires).filter(([, { from, to }]) =>
      [from, to].some(({ part, terminal }) => `${part}.${terminal}` === shared),
    )
    expect(there.length).toBeGreaterThan(1)
    expect(moved(`lead:${shared}/on:P1.e`)).toEqual(there.map(() => `${shared} P1.e`))
    expect(moved(`lead:${shared}=${there[1]![0]}/on:P1.e`)).toEqual([`${shared} P1.e`])
  })

  it('a lead elsewhere and a link are other wiring: built anew', () => {
    const moved = { id: 'lead:TS2.w/on:TS2.r' }
    expect([inPattern(moved), reshaped(job, [moved]) === job, reshaped(job, []) === job]).toEqual([false, false, true])
    const linked = { id: 'link:TS4.r+TS4.w/fitted' }
    const bench = benchWith(job, [linked])
    bench.settle()
    expect(bench.stateOf('V4').travel).toBe(1)
  })

  it.each([
    [0.01, false],
    [0.02, true],
    [1e6, true],
    [1e6 + 1, false],
  ])('a joint of %d ohm is taken: %s', (value, ok) => {
    expect(checkSupposition(job, { id: `wire:${w}.from/ohms`, value }).ok).toBe(ok)
  })

  it('a lost neutral opens every conductor on the neutral of the supply, and no other', () => {
    const neutrals = Object.entries(job.wires).flatMap(([id, { from, to }]) =>
      [from, to].some(({ part, terminal }) => part === 'MAINS' && terminal === 'n') ? [`wire:${id}`] : [],
    )
    const { forces } = alterationsOf(job, [{ id: 'supply/neutral' }])
    expect(Object.keys(forces)).toEqual(neutrals)
    expect(neutrals.length).toBeGreaterThan(0)
    for (const force of Object.values(forces)) expect(force).toEqual({ as: 'open' })
  })

  it('what is no supposition changes nothing and asks for no bench of its own', () => {
    const made = { id: 'part:V2' }
    expect(inPattern(made)).toBe(true)
    expect(alterationsOf(job, [made])).toEqual(alterationsOf(job, []))
    expect(reshaped(job, [made])).toBe(job)
    expect(unitOf(job, made)).toBe('part:V2')
  })

  it('receivers of two zones are supposed paired crosswise, and nothing else is', () => {
    const pairsOf = (plant: Job) =>
      everySupposition(plant).flatMap(({ id }) => (id.includes('/paired:') ? [id.replace('part:', '')] : []))
    const three = wired({ ...line, scheme: 's11', zones: 3, boiler: 'boiler/switched-live' })
    expect(pairsOf(three)).toEqual(['TS1/paired:TS2', 'TS1/paired:TS3', 'TS2/paired:TS3'])
    // One that hangs there and is no zone's, and one that hears its room by wire.
    const mixed = copyOf(three)
    delete mixed.zones.z1
    expect(pairsOf(mixed)).toEqual(['TS2/paired:TS3'])
    mixed.parts.TS2!.kind = 'thermostat/mechanical-230'
    expect(pairsOf(mixed)).toEqual([])
  })

  it('what comes and goes follows its pattern, and runs with it', () => {
    const loose: Supposition = { id: `wire:${w}/open`, pattern: [2, 3] }
    expect([0, 1.9, 2, 4.9, 5, 6.9, 7].map((s) => presentAt(loose, s))).toEqual([
      true,
      true,
      false,
      false,
      true,
      true,
      false,
    ])
    // So, not, so, not: each for its own seconds, and round again.
    const twice = { ...loose, pattern: [1, 2, 3, 4] }
    const edges = [0, 0.9, 1, 2.9, 3, 5.9, 6, 9.9, 10, 11]
    expect(edges.map((s) => Number(presentAt(twice, s))).join('')).toBe('1100110010')
    const bench = new Simulation(job)
    ask(bench, job, 'signal', true)
    runWith(bench, job, [loose], 30)
    const runs = bench.trace.filter(({ part, says }) => part === 'V2' && says === 'motor runs').map(({ at }) => at)
    expect(runs).toEqual([0, 2, 7, 12, 17, 22, 27])
  })
})
