import { describe, expect, it } from 'vitest'
import { netlistOf } from '../circuit/netlist.ts'
import { demoJobs } from '../demo/index.ts'
import { catalogue } from '../parts/index.ts'
import { Poles } from './poles.ts'

const of = (id: string) => {
  const job = demoJobs[id]!()
  const poles = new Poles(netlistOf(job, catalogue), job)
  const at = (point: string) => poles.node(...(point.split('.') as [string, string]))!
  return { job, poles, at }
}

describe('what is joined on the sound wiring', () => {
  const { poles, at } = of('kestrel-point')

  it('by copper alone stops at a fuse, along the rail it does not, and neither goes through a thermostat', () => {
    const [source, fused, called] = [at('XF1.h'), at('TS2.r'), at('TS2.w')]
    expect(poles.copper.joined(source, fused)).toBe(false)
    expect(poles.rail.joined(source, fused)).toBe(true)
    expect(poles.rail.joined(source, called)).toBe(false)
    // Through every contact that could close; never through a motor.
    expect(poles.metal.joined(source, called)).toBe(true)
    expect(poles.metal.joined(called, at('V2.m2'))).toBe(false)
  })

  it('names the feeds by what they are: one line, one at 24 V, one call pair', () => {
    expect(poles.line?.circuit).toBe('line voltage')
    expect(poles.low.map(({ part }) => part.id)).toEqual(['XF1'])
    expect(poles.calls.map(({ part }) => part.id)).toEqual(['B1'])
  })

  it('a point that is not there lies on no rail', () => {
    expect(poles.node('V2', 'nothing')).toBeUndefined()
    expect(poles.onRail(undefined, poles.line?.hotNode)).toBe(false)
    expect(poles.onRail(at('XF1.p1'), poles.line?.hotNode)).toBe(true)
    expect(poles.onRail(at('XF1.p1'), undefined)).toBe(false)
  })

  it('the bridges between two nodes are the wires without which they part; none where they are apart, or joined twice', () => {
    const wire = (id: string) => poles.bridges(at('TS2.w'), at('V2.m1')).includes(id)
    const all = poles.bridges(at('TS2.w'), at('V2.m1'))
    expect(all.length).toBeGreaterThanOrEqual(2)
    expect(all.every(wire)).toBe(true)
    expect(poles.bridges(at('XF1.h'), at('V2.m2'))).toEqual([])
    const twice = demoJobs['kestrel-point']!()
    for (const id of all) twice.wires[`${id}-again`] = { ...twice.wires[id]! }
    const doubled = new Poles(netlistOf(twice, catalogue), twice)
    expect(doubled.bridges(doubled.node('TS2', 'w')!, doubled.node('V2', 'm1')!)).toEqual([])
  })
})

it('at 230 V earth is that of the supply, and there is no feed at 24 V', () => {
  const { poles, at } = of('quay-terrace')
  expect(poles.copper.joined(poles.earth!, at('V1.e'))).toBe(true)
  expect(poles.low).toEqual([])
})
