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
import {
  alterationsOf,
  checkSupposition,
  everySupposition,
  inPattern,
  presentAt,
  reshaped,
  supposedKinds,
  suppositionInWords,
  unitOf,
} from './index.ts'
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
    ['part:V2/sulks', 'V2 has no fault "sulks"; there are windingOpen'],
    ['part:V99/windingOpen', 'There is no part "V99"'],
    ['part:V2/figure.wings', 'V2 has no figure "wings"'],
    ['part:V2.lid/ohms', 'V2 has no contact "lid"; there are endSwitch'],
    ['wire:w999/open', 'There is no wire "w999"'],
    ['wire:w999.to/ohms', 'There is no wire "w999"'],
    ['pair:TC99/red+white/short', 'There is no cable "TC99"'],
    ['pair:TC2/red+pink/short', 'has no core "pink" in use'],
    ['part:V2/m1+e2/short', 'm1 and e2 of V2 are no neighbours'],
    ['part:V2/m1+m9/short', 'V2 has no terminal "m9"'],
    ['lead:V2.m9/on:V2.m1', 'V2 has no terminal "m9"'],
    ['link:V2.m1+V9.m1/fitted', 'There is no part "V9"'],
    ['lead:TS2.w=w999/on:V2.m1', 'There is no wire "w999"'],
    ['lead:TS2.w=w1/on:V2.m1', 'Wire "w1" is not landed on TS2.w.'],
    ['part:V99.endSwitch/ohms', 'There is no part "V99"'],
    ['part:V99/figure.turns', 'There is no part "V99"'],
    ['part:V99/m1+m2/short', 'There is no part "V99"'],
    ['part:V99/paired:TS2', 'There is no part "V99"'],
    ['part:TS2/paired:V99', 'There is no part "V99"'],
    ['part:TS1/paired:TS2', 'TS1 is no receiver of a zone'],
    ['part:P1/neverOpens', 'P1 has no fault "neverOpens"; there are'],
    ['part:S1.way/ohms', 'S1 has no contact "way"; there are none.'],
    ['the wire is broken', 'is no supposition'],
  ])('%s is refused: %s', (id, says) => {
    const checked = checkSupposition(job, { id })
    expect(checked).toMatchObject({ ok: false, failures: [{ where: id }] })
    if (!checked.ok) expect(checked.failures[0]!.says).toContain(says)
    expect(alterationsOf(job, [{ id }])).toEqual(alterationsOf(job, []))
  })

  it.each([
    [0.01, false],
    [0.02, true],
    [1e6, true],
    [1e6 + 1, false],
  ])('a joint of %d ohm is taken: %s', (value, ok) => {
    expect(checkSupposition(job, { id: `wire:${w}.from/ohms`, value }).ok).toBe(ok)
  })

  const words: readonly (readonly [Supposition, string, string])[] = [
    [{ id: 'part:V2/switchNeverMakes' }, 'Valve 2: End switch does not make', 'V2/head'],
    [{ id: 'part:V2/bodySeizedShut' }, 'Valve 2: Body seized shut', 'V2/body'],
    [{ id: 'part:TS2/neverMakes' }, 'Thermostat 2: Contact does not close', 'TS2/whole'],
    [{ id: 'part:V2/figure.opensIn', value: 31 }, 'Valve 2: opens in 31 s', 'V2'],
    [{ id: 'part:V2.endSwitch/ohms' }, 'Valve 2: contact endSwitch makes with 50 Ω', 'V2'],
    [{ id: 'part:V2/m1+m2/short' }, 'Valve 2: M1 and M2 touch', 'V2'],
    [{ id: 'wire:w21/open' }, 'Wire 21 broken', 'TC2/white'],
    [{ id: 'wire:w1/open' }, 'Wire 1 broken', 'w1'],
    [{ id: 'wire:w21.to/open' }, 'Wire 21 loose at Thermostat 2 W', 'TS2'],
    [{ id: 'wire:w21.from/lifted' }, 'Wire 21 lifted off Splice S4 way 1', 'S4'],
    [{ id: 'wire:w21.to/ohms' }, 'Wire 21: 60 Ω at Thermostat 2 W', 'TS2'],
    [{ id: 'wire:w21/earth' }, 'Wire 21 touches earth', 'TC2/white'],
    [{ id: 'pair:TC2/red+white/short' }, 'Thermostat cable 2: red and white touch', 'TC2'],
    [{ id: 'lead:V1.m1/exchanged:V2.m1' }, 'Valve 1 M1 and Valve 2 M1 are exchanged', 'V1'],
    [{ id: 'lead:V1.m1/on:V1.m2' }, 'what belongs on Valve 1 M1 is on Valve 1 M2', 'V1'],
    [{ id: 'lead:TS2.w=w21/on:TS2.r' }, 'Wire 21 is on Thermostat 2 R and belongs on Thermostat 2 W', 'TS2'],
    [{ id: 'link:TS2.r+TS2.w/fitted' }, 'a link joins Thermostat 2 R and Thermostat 2 W', 'TS2'],
    [{ id: 'supply/volts', value: 111 }, 'the line stands at 111 V', 'supply'],
    [{ id: 'supply/low' }, 'the line is low, 105 V', 'supply'],
    [{ id: 'supply/high' }, 'the line is high, 127 V', 'supply'],
    [{ id: 'supply/neutral' }, 'the incoming neutral is lost: everything stands at live, nothing runs', 'supply'],
    [{ id: 'supply/other-leg' }, 'the line is the other leg, of opposite sense', 'supply'],
    [{ id: 'supply/dead' }, 'no line voltage comes in', 'supply'],
  ]

  it.each(words)('$id is said in words, and names what would be replaced', (one, says, unit) => {
    expect(checkSupposition(job, one)).toEqual({ ok: true, value: one })
    expect([suppositionInWords(job, one), unitOf(job, one)]).toEqual([says, unit])
  })

  it('every way to be wrong has its words above; what is not in the circuit keeps its name', () => {
    const told = supposedKinds.filter(({ form }) => words.some(([{ id }]) => form.test(id)))
    expect(supposedKinds.filter((kind) => !told.includes(kind)).map(({ name }) => name)).toEqual([
      'receivers paired crosswise',
    ])
    const two = wired({ ...line, scheme: 's11', zones: 2, boiler: 'boiler/switched-live' })
    const paired = { id: 'part:TS1/paired:TS2' }
    expect([suppositionInWords(two, paired), unitOf(two, paired)]).toEqual([
      'the receivers Thermostat 1 and Thermostat 2 answer each other’s rooms',
      'TS1/link',
    ])
    const [one, other] = [reshaped(two, [paired]), two].map(({ zones }) =>
      Object.values(zones).map(({ thermostat }) => thermostat),
    )
    expect(one).toEqual(other!.toReversed())
    expect(suppositionInWords(job, { id: 'wire:w999/open' })).toBe('wire:w999/open (not in this circuit)')
  })

  it('nothing comes in where nothing feeds, one leg has no other, and nothing is landed astray that is not landed', () => {
    const { MAINS: _, ...parts } = job.parts
    const refusal = (of: Job, id: string) => {
      const checked = checkSupposition(of, { id })
      return checked.ok ? '' : checked.failures[0]!.says
    }
    for (const id of ['supply/dead', 'supply/other-leg'])
      expect(refusal({ ...job, parts }, id)).toBe('Nothing feeds this circuit from outside.')
    expect(refusal(wired({ practice: '230' }), 'supply/other-leg')).toContain('Only a 120 V supply')
    const bare = copyOf(job)
    delete bare.wires[wireAt(job, 'TS2.w').id]
    expect(refusal(bare, 'lead:TS2.w/on:V2.m1')).toBe('Nothing is landed on TS2.w.')
  })

  it('a figure by which a part is joined inside is refused, one that only counts is not', () => {
    const six = wired({ ...line, scheme: 's9', boiler: 'boiler/switched-live', valve: 'valve/two-port-6' })
    const refused = (figure: string, value: number) => {
      const checked = checkSupposition(six, { id: `part:V1/figure.${figure}`, value })
      return checked.ok ? undefined : checked.failures[0]!.says
    }
    expect(refused('restJoins', 2)).toBe(
      '"restJoins" is how V1 is joined inside, and nothing that comes and goes; set it on the part.',
    )
    expect([refused('stiffness', 0.5), refused('opensIn', 30)]).toEqual([undefined, undefined])
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

  it('a fault of a kind nobody knows is refused, and says which kind', () => {
    const strange = copyOf(job)
    strange.parts.V2!.kind = 'valve/motor-5'
    const checked = checkSupposition(strange, { id: 'part:V2/motorOpen' })
    expect(checked.ok ? [] : checked.failures.map(({ says }) => says)).toEqual([
      'The kind of V2, "valve/motor-5", is not in the catalogue.',
    ])
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
