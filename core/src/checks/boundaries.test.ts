import { describe, expect, it } from 'vitest'
import { zonesInOrder } from '../job/zones.ts'
import { litWires } from '../loops/lit.ts'
import { loopsOf } from '../loops/loops.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { wireAt, wired } from '../testing/benches.ts'
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
    [0.98, true],
    [0.86, true],
  ])('rated for %f of what everything draws, it fails: %s', (share, fails) => {
    const says = found('transformer-size', fed(just * share).job).filter(({ says }) =>
      says.includes('with everything calling,'),
    )
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
