import { describe, expect, it } from 'vitest'
import { netlistOf } from '../circuit/netlist.ts'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { catalogue } from '../parts/index.ts'
import { LAYERS, type Layer, layersByNode, layersOf } from './layers.ts'

/** The layers of the conductors that land on a terminal. */
const at = (job: Job, point: string): Layer[] => {
  const layers = layersOf(job)
  return Object.entries(job.wires).flatMap(([id, { from, to }]) =>
    [from, to].some(({ part, terminal }) => `${part}.${terminal}` === point) ? [layers[id]!] : [],
  )
}

describe('what a conductor is there for', () => {
  it.each(Object.entries(demoJobs))('%s: every conductor has one layer, and the sound ones are there', (_id, make) => {
    const job = make()
    const layers = layersOf(job)
    expect(Object.keys(layers).sort()).toEqual(Object.keys(job.wires).sort())
    const used = new Set(Object.values(layers))
    for (const layer of ['return', 'permanent', 'switched'] as const) expect(used, layer).toContain(layer)
    expect([...used].every((layer) => LAYERS.includes(layer))).toBe(true)
  })

  it('at 24 V: the thermostat’s feed is permanent, its call switched, the motor’s other side returns, the switch calls', () => {
    const job = demoJobs['kestrel-point']!()
    expect(at(job, 'TS2.r')).toEqual(['permanent'])
    expect(at(job, 'TS2.w')).toEqual(['switched'])
    expect(at(job, 'V2.m1')).toEqual(['switched'])
    expect(at(job, 'V2.m2')).toEqual(['return'])
    expect(at(job, 'B1.t1')).toContain('call')
    // Behind the fuse is as permanent as before it.
    expect(new Set([...at(job, 'F1.in'), ...at(job, 'F1.out')])).toEqual(new Set(['permanent']))
  })

  it('at 230 V: live before the thermostat, switched behind it, neutral and earth each for itself', () => {
    const job = demoJobs['quay-terrace']!()
    expect(at(job, 'TS1.com')).toContain('permanent')
    expect(at(job, 'TS1.no')).toEqual(['switched'])
    expect(at(job, 'V1.n')).toEqual(['return'])
    expect(at(job, 'V1.e')).toEqual(['earth'])
  })

  it('a signal is one, and the common it shares leads back', () => {
    const job = demoJobs['botany-house']!()
    expect(at(job, 'V1.sig')).toEqual(['signal'])
    expect(at(job, 'V1.com')).toEqual(['return'])
  })
})

it('a node has the layer of the conductors that are on it', () => {
  for (const make of Object.values(demoJobs)) {
    const job = make()
    const [layers, nodes] = [layersOf(job), layersByNode(job)]
    const { branches, nodes: all } = netlistOf(job, catalogue)
    expect(nodes).toHaveLength(all.length)
    for (const { form, wire, a, b } of branches)
      if (form === 'wire' && wire) expect([nodes[a], nodes[b]]).toEqual([layers[wire], layers[wire]])
  }
})
