import { describe, expect, it } from 'vitest'
import { zonesInOrder } from '../job/zones.ts'
import { litWires } from '../loops/lit.ts'
import { loopsOf } from '../loops/loops.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { wireAt, wired } from '../testing/benches.ts'
import { applied, byPuttingBack } from './fix.ts'
import { findingsOf } from './index.ts'

/** Just under and just over what each rule allows. */

const found = (rule: string, job: ReturnType<typeof wired>) => findingsOf(job).filter((one) => one.rule === rule)

/** A bench on which every zone calls. */
function allCalling(job: ReturnType<typeof wired>): Simulation {
  const bench = new Simulation(job)
  for (const { id } of zonesInOrder(job)) ask(bench, job, id, true)
  bench.settle()
  bench.circuit.solve()
  return bench
}

/** Two zones whose transformer is rated for so much, fused for it. */
function fed(va: number, fuse?: number) {
  const job = wired()
  const [id] = Object.entries(job.parts).find(([, { kind }]) => kind.startsWith('transformer/'))!
  job.parts[id]!.figures = { ...job.parts[id]!.figures, va }
  for (const part of Object.values(job.parts))
    if (part.kind.startsWith('fuse/')) part.figures = { ...part.figures, amps: fuse ?? Math.max(3, va / 24 + 1) }
  return { job, id }
}

describe('the transformer', () => {
  /** VA its winding gives with every zone calling; what it gives depends a little on what it is rated for. */
  const given = (va: number) => {
    const { job, id } = fed(va)
    return allCalling(job).windingLoad(id, 'core').va
  }
  let just = 20
  for (let i = 0; i < 8; i++) just = given(just)

  it.each([
    [1.01, false],
    [1.002, false],
    [0.998, false],
    [0.993, true],
    [0.98, true],
    [0.86, true],
  ])('rated for %f of what everything draws, it fails: %s', (share, fails) => {
    const says = found('transformer-size', fed(just * share).job).filter(({ says }) => says.includes('and rated for'))
    expect(says.length > 0).toBe(fails)
  })

  it.each([
    [100, 0],
    [100.5, 1],
    [120, 1],
  ])('of %f VA it is no longer limited energy: %i notes', (va, notes) => {
    const says = found('transformer-size', fed(va).job).filter(({ severity }) => severity === 'tidy')
    expect(says).toHaveLength(notes)
  })
})

describe('where hot water goes first', () => {
  const panel = (va: number) => {
    const job = wired({ scheme: 's5a', panel: 'panel/zone-valve-6', hotWater: true, zones: 6, valve: 'valve/heat-3' })
    job.parts.PN1!.figures = { ...job.parts.PN1!.figures, priority: 1, va }
    return job
  }

  it('the transformer has to carry all the others, which draw nothing while it calls', () => {
    const [short] = found('transformer-size', panel(85))
    expect(short?.says).toMatch(/^Zone panel: 9\d VA when all but Zone 6 call, and rated for 85 VA\.$/)
    expect(found('transformer-size', panel(100))).toEqual([])
  })

  it.each([
    [0.75, 1],
    [0.9, 0],
  ])('a contact that only the others use may carry %f A: %i findings', (contactAmps, count) => {
    const job = panel(100)
    job.parts.TS1!.figures = { ...job.parts.TS1!.figures, contactAmps }
    expect(found('contact-rating', job)).toHaveLength(count)
  })
})

describe('a contact that starts a pump', () => {
  const base = () =>
    wired({
      scheme: 's9',
      practice: '230',
      boiler: 'boiler/switched-live',
      thermostat: 'thermostat/receiver-230',
      valve: 'valve/two-port-5',
      zones: 1,
    })
  const all = allCalling(base())
  const carried = all.circuit.flow(all.netlist.parts.get('V1')!.branches.get('endSwitch')!)

  it.each([
    [1.01, 0],
    [0.99, 1],
    [0.75, 1],
  ])('may carry %f of what it does: %i findings', (share, count) => {
    const job = base()
    job.parts.V1!.figures = { switchAmps: carried * share }
    expect(found('contact-rating', job)).toHaveLength(count)
  })
})

describe('light', () => {
  /** One zone called at a share of the line's healthy volts. */
  const lit = (share: number) => {
    const job = wired({ zones: 1 })
    const bench = new Simulation(job)
    bench.set('TS1', 'calling', true)
    bench.settle()
    const { id } = wireAt(job, 'V1.m1')
    const supply = [...bench.netlist.branchOf.values()].find(({ element }) => element?.form === 'source')!
    bench.circuit.setVolts(supply, supply.volts * share)
    bench.circuit.solve()
    const strip = loopsOf(bench, job).zones[0]!.valve!
    const wires = litWires(bench, job)
    return { wire: wires[id]!.lit, volts: wires[id]!.volts, strip }
  }

  it('begins at a fifth of the healthy volts, on the map as in the loop', () => {
    expect(lit(0.25).wire).toBe(true)
    expect(lit(0.15).wire).toBe(false)
    const shares = [0.25, 0.15].map((share) =>
      lit(share).strip.items.some((item) => JSON.stringify(item).includes('"litNear":true')),
    )
    expect(shares).toEqual([true, false])
  })
})

describe('a valve that another zone opens', () => {
  it('is told by both valves and by who opens it, each alone; not where its own zone opens it', () => {
    const job = wired({ zones: 3 })
    // The first zone's call is bridged over to the third valve.
    const from = wireAt(job, 'V1.m1').wire
    const to = wireAt(job, 'V3.m1').wire
    const splice = (wire: typeof from) => (wire.from.part.startsWith('V') ? wire.to : wire.from)
    job.wires.bridge = { ...from, from: splice(from), to: splice(to), label: 'b1' }
    const of = found('back-feed', job)
    expect(of.map(({ says }) => says).toSorted()).toEqual([
      'Zone 1 alone also opens Valve 3.',
      'Zone 3 alone also opens Valve 1.',
    ])
    const [one] = of.filter(({ says }) => says.startsWith('Zone 1'))
    expect(one!.at).toEqual([{ part: 'V3' }, { part: 'V1' }, { part: 'TS1' }])
    expect(found('back-feed', wired({ zones: 3 }))).toEqual([])
  })
})

describe('the burner’s chain', () => {
  const gas = () => wired({ boiler: 'boiler/gas', zones: 1 })
  it('is judged where it leads somewhere: a gas valve that is not wired has a finding of its own kind, not this', () => {
    expect(found('burner-chain', gas())).toEqual([])
    const bare = gas()
    for (const [id, { from, to }] of Object.entries(bare.wires))
      if ([from, to].some(({ part }) => part === 'GV1')) delete bare.wires[id]
    expect(found('burner-chain', bare)).toEqual([])
  })

  it('a safety that is bridged past stands in it no more', () => {
    const job = gas()
    const into = wireAt(job, 'SP1.in').id
    const out = wireAt(job, 'SP1.out').id
    const far = (id: string) => {
      const { from, to } = job.wires[id]!
      return from.part === 'SP1' ? to : from
    }
    const [a, b] = [far(into), far(out)]
    job.wires[into] = { ...job.wires[into]!, from: a, to: b }
    delete job.wires[out]
    expect(found('burner-chain', job).map(({ severity, at }) => [severity, at[0]])).toEqual([
      ['danger', { part: 'SP1' }],
    ])
    // A plant that nobody can call has its safeties all the same.
    for (const zone of Object.values(job.zones)) delete zone.valve
    expect(found('burner-chain', job).map(({ at }) => at[0])).toEqual([{ part: 'SP1' }])
  })
})

describe('putting back what deviates', () => {
  it('begins with the terminal of the finding, before what only shares its part', () => {
    const job = wired({ zones: 2 })
    for (const terminal of ['m2', 'e1', 'm1']) {
      const { id } = wireAt(job, `V1.${terminal}`)
      job.wires[id] = { ...job.wires[id]!, colour: 'pink' }
    }
    for (const terminal of ['m1', 'm2', 'e1']) {
      const { id } = wireAt(job, `V1.${terminal}`)
      const [first] = byPuttingBack(job, [{ part: 'V1', terminal }])
      expect(applied(job, first!)!.wires[id]!.colour, terminal).not.toBe('pink')
    }
  })

  it('begins with what shares the cable, the wire or the part of the finding, whatever else deviates', () => {
    const job = wired({ zones: 2, remote: true })
    const [cable] = Object.keys(job.cables)
    job.cables[cable!] = { ...job.cables[cable!]!, cores: { ...job.cables[cable!]!.cores, pink: 'pink' } }
    const { id } = wireAt(job, 'B1.t1')
    job.wires[id] = { ...job.wires[id]!, size: 6 }
    const says = (at: Parameters<typeof byPuttingBack>[1]) => byPuttingBack(job, at)[0]!.says
    const label = job.cables[cable!]!.label
    expect(says([{ cable: cable! }])).toContain(label)
    expect(says([{ wire: id }])).not.toContain(label)
    expect(says([{ wire: id }])).not.toBe(says([{ cable: cable! }]))
  })
})
