import { describe, expect, it } from 'vitest'
import { kestrel, lifted, wireAt } from '../testing/benches.ts'
import { litWires } from './lit.ts'

describe('the light of a wire', () => {
  const { job, simulation } = kestrel({
    calling: [2],
    suppose: (draft) => lifted(draft, 'V4.m1'),
  })
  const light = litWires(simulation, job)
  const at = (point: string) => light[wireAt(job, point).id]!

  it('says its circuit, whether it stands at the source, and what flows', () => {
    expect(at('TS2.r')).toMatchObject({ circuit: 'low voltage', lit: true, flowing: true })
    expect(at('TS3.w')).toMatchObject({ circuit: 'low voltage', lit: false, flowing: false })
    expect(at('P1.l')).toMatchObject({ circuit: 'line voltage', lit: true, flowing: true })
    expect(at('B1.t1')).toMatchObject({ circuit: 'call', lit: true, flowing: true })
    expect(at('P1.e')).toMatchObject({ circuit: 'earth', lit: false })
  })

  it('is dark on a common that only carries the current home', () => {
    const home = at('V2.m2')
    expect(home.flowing).toBe(true)
    expect(home.lit).toBe(false)
    expect(home.volts).toBeLessThan(0.5)
  })
})
