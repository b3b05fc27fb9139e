import { describe, expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { Simulation } from '../motion/simulation.ts'
import { catalogue } from '../parts/index.ts'
import { wireAt, wired } from '../testing/benches.ts'
import { heaviestPath } from './heaviest-path.ts'
import { netlistOf } from './netlist.ts'

describe('the ends of a cable', () => {
  const turned = (job: Job, cable: string) => {
    for (const wire of Object.values(job.wires)) if (wire.cable === cable) [wire.from, wire.to] = [wire.to, wire.from]
    return job
  }

  it('cores touch where the cable ends, away from the boiler, whichever way round a wire was written', () => {
    const pairs = (job: Job) =>
      netlistOf(job, catalogue)
        .branches.filter(({ form, id }) => form === 'touch' && /^touch:wire:\w+\.\w+\+wire:/.test(id))
        .map(({ id }) => [...id.matchAll(/wire:(\w+)\.(from|to)/g)].map(([, w, end]) => job.wires[w!]![end as 'from']))
    for (const job of [wired({ remote: true }), turned(turned(wired({ remote: true }), 'TC1'), 'VC2')]) {
      const ends = pairs(job).flat()
      expect(ends.length).toBeGreaterThan(8)
      expect(new Set(ends.map(({ part }) => job.parts[part]!.place))).toEqual(new Set(['rooms']))
      expect(ends.map(({ part }) => part)).toContain('TS1')
    }
  })
})

describe('the way a short takes', () => {
  /** Valve 1's motor pair joined by wires of these lengths, m, the fuse taken as one that never opens. */
  const short = (...lengths: number[]) => {
    const job = wired({ zones: 2 })
    const { wire } = wireAt(job, 'V1.m1')
    for (const [n, length] of lengths.entries())
      job.wires[`short${n}`] = {
        ...wire,
        from: { part: 'V1', terminal: 'm1' },
        to: { part: 'V1', terminal: 'm2' },
        length,
        label: `short ${n}`,
      }
    job.parts.F1!.figures = { amps: 5000 }
    const bench = new Simulation(job)
    bench.set('TS1', 'calling', true)
    bench.circuit.solve()
    return heaviestPath(bench.circuit, 'F1.element')
  }

  it.each([[[1]], [[1, 1.2]], [[1, 9, 9]]])(
    'follows the wire that carries more than half, round to the transformer: %j',
    (lengths) => {
      const path = short(...lengths)
      expect(path.filter((id) => id.startsWith('wire:short'))).toEqual(['wire:short0'])
      expect(path).toContain('TS1.contact')
      expect(path.filter((id) => id.startsWith('V2.') || id.startsWith('TS2.'))).toEqual([])
    },
  )

  it.each([[[1, 1]], [[1, 1, 1]]])('ends where none carries half of it: %j', (lengths) => {
    const path = short(...lengths)
    expect(path).toContain('TS1.contact')
    expect(path.filter((id) => id.startsWith('wire:short'))).toEqual([])
  })

  it('of a branch that is not there is no way', () => {
    expect(heaviestPath(new Simulation(wired()).circuit, 'F9.element')).toEqual([])
  })
})
