import { describe, expect, it } from 'vitest'
import { catalogue, kinds } from '../parts/index.ts'
import { benchCheckOf } from './bench-check.ts'

const of = (kind: string) => {
  const { says, steps } = benchCheckOf(catalogue.get(kind)!)!
  const finds = (does: string) => steps.find((step) => step.does.includes(does))?.finds
  return { says, steps, finds }
}

describe('a new valve on its bench', () => {
  it('every valve of the catalogue has one, and nothing else', () => {
    for (const kind of kinds) expect(benchCheckOf(kind) !== undefined, kind.kind).toBe(kind.class === 'valve')
  })

  it('opens by its motor and shuts by its spring, its switch with it, in the seconds of its kind', () => {
    const { says, finds } = of('valve/motor-4')
    expect(says).toContain('fed at M1, back at M2')
    expect(finds('on ohms')).toEqual(['M1 to M2: 46 Ω to 69 Ω', 'S1 to S2: OL'])
    expect(finds('Clip a feed to M1')!.slice(0, 2)).toEqual([
      'the bore stands open within 0:17, usually 0:14',
      'S1 to S2: under 1 Ω',
    ])
    expect(finds('Take that lead off')).toEqual(['the bore stands shut within 0:08, usually 0:06', 'S1 to S2: OL'])
    expect(finds('manual lever')).toEqual(['auto: shut', 'parked open: 85 % open'])
  })

  it('fills before it turns where it stores, and draws little then', () => {
    const clamped = of('valve/stored-charge')
      .finds('Clip a feed')!
      .find((line) => line.includes('clamp'))
    expect(clamped).toBe('a clamp round 10 turns of that lead: up to 5.00 A on the way, 930 mA at rest')
  })

  it('runs back with its permanent feed left on', () => {
    const { says, finds } = of('valve/power-both-ways')
    expect(says).toContain('fed at L and S')
    expect(finds('Take that lead off')).toEqual(['the bore stands shut within 0:18, usually 0:15'])
  })

  it('follows a signal at nothing, half and all, and says where it stands', () => {
    const { finds } = of('valve/modulating')
    expect(finds('signal to 0 V')![0]).toContain('shut')
    expect(finds('signal to 6 V')).toEqual([
      'the bore stands 50 % open within 0:54, usually 0:45',
      'In to COM: about 5.99 V',
      'Out to COM: about 5.99 V',
    ])
    expect(finds('signal to 10 V')![0]).toContain('the bore stands open')
  })

  it('at line voltage says who may, feeds no switch that is read on ohms, and takes volts where one side is fed', () => {
    const five = of('valve/two-port-5')
    expect(five.says).toContain('fed at M, back at N')
    expect(five.steps.filter(({ caution }) => caution?.includes('Line voltage'))).toHaveLength(1)
    expect(five.finds('Clip a feed to M')).toContain('F to O: under 1 Ω')
    const mid = of('valve/mid-position')
    expect(mid.finds('Clip a feed to H')).toEqual(expect.arrayContaining(['O to N: no volts']))
    expect(mid.finds('Clip a feed to W too')).toEqual([
      'it stands heating within 0:15, usually 0:12',
      'O to N: 230.0 V',
    ])
    expect(of('valve/motor-4').steps.some(({ caution }) => caution)).toBe(false)
  })

  it('a diverter is told by the side it lets the water to', () => {
    const { finds } = of('valve/diverter')
    expect(finds('Clip a feed')![0]).toContain('it stands on hot water')
    expect(finds('Take that lead off')![0]).toContain('it stands on heating')
  })
})
