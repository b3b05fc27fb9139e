import { describe, expect, it } from 'vitest'
import { catalogue, kinds } from '../parts/index.ts'
import { typicalOf } from './typical.ts'

const of = (kind: string) => {
  const { states, powerLoss } = typicalOf(catalogue.get(kind)!)
  const shows = (state: string, from: string, to: string) =>
    states.find((one) => one.state === state)?.readings.find((r) => r.from === from && r.to === to)?.shows
  return { shows, powerLoss }
}

describe('what a good part shows', () => {
  it('a thermostat: the source’s volts across R and W until it calls, then next to none', () => {
    const { shows } = of('thermostat/two-wire')
    expect(shows('fed, not calling', 'R', 'W')).toMatch(/^2[67]\.\d V~$/)
    expect(shows('fed, calling', 'R', 'W')).toMatch(/^0\.0\d V~$/)
    expect(shows('dead, leads lifted', 'R', 'W')).toBe('OL Ω')
  })

  it('a motor valve: its winding, an open switch; fed, its volts and a made switch', () => {
    const { shows, powerLoss } = of('valve/motor-4')
    expect(shows('dead, leads lifted', 'M1', 'M2')).toBe('57.6 Ω')
    expect(shows('dead, leads lifted', 'S1', 'S2')).toBe('OL Ω')
    expect(powerLoss).toContain('shut, 6 s later')
  })

  it('a valve that runs both ways and one that modulates stay where they are without power', () => {
    expect(of('valve/power-both-ways').powerLoss).toEqual(['then it is open'])
    expect(of('valve/modulating').powerLoss).toContain('without power, stays where it is')
  })

  it('a boiler: the volts of its own call pair', () => {
    expect(of('boiler/dry-call').shows('fed, settled', 'T', 'T')).toMatch(/^2\d\.\d V~$/)
    expect(of('boiler/volt-free').shows('fed, settled', '1', '2')).toMatch(/^2[34]\.\d+ V=$/)
  })

  it('every kind of the catalogue has something to show, or nothing inside', () => {
    for (const kind of kinds) expect(typicalOf(kind).states.length).toBeGreaterThan(0)
  })
})
