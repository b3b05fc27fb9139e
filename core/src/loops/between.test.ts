import { describe, expect, it } from 'vitest'
import { zonesInOrder } from '../job/zones.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { wired } from '../testing/benches.ts'
import { exchange, join, remove } from '../testing/hands.ts'
import { says } from '../testing/said.ts'
import { ways } from '../testing/ways.ts'
import { loopsOf, stripsOf } from './loops.ts'

/** Leads that are landed elsewhere put a load behind another, or nothing between two ends: neither is a dead motor. */

const ownSupply = () => wired({ scheme: 's4', boiler: 'boiler/valve-supply' })

describe('a load whose only way leads through another', () => {
  it('is told by that, and no motor is called open for it', () => {
    expect(says(ownSupply(), ['lead:V2.m1/exchanged:V2.e1'], [1, 2])).toEqual([
      'Zone 2: calling, valve gets nothing. The valve loop goes dark at Boiler, another load in its way.',
    ])
    expect(says(ownSupply(), ['part:V2/windingOpen'], [1, 2])).toEqual([
      'Zone 2: the feed reaches Valve 2 and no current flows: its motor is open.',
    ])
  })

  it('where some volts are left for it, that is where the others are lost', () => {
    const panel = wired({ scheme: 's5a', panel: 'panel/zone-valve-6' })
    expect(says(panel, ['lead:V2.m1/exchanged:V2.e1'], [2])).toEqual([
      'Zone 2: calling, but the voltage at Valve 2 is too low to run it: most of what is missing is lost at Zone panel, another load in its way.',
    ])
  })

  it('a transformer behind a contact of its own boiler gets no line: its winding is whole', () => {
    expect(says(ownSupply(), ['lead:B1.l/exchanged:B1.c1'], [1])[0]).toBe(
      'Boiler gets no line voltage. The line goes dark at the pump relay of Boiler.',
    )
  })

  it('nowhere in a sound plant, whether all call or none', () => {
    for (const way of ways) {
      const job = wired({ ...way, zones: 2 })
      const bench = new Simulation(job)
      for (const call of [false, true]) {
        if (call) for (const { id } of zonesInOrder(job)) ask(bench, job, id, true)
        bench.settle()
        const { zones, shared } = loopsOf(bench, job)
        const strips = [...zones.flatMap(stripsOf), ...shared]
        expect(strips.filter(({ dark, lost }) => dark?.at === 'between' || lost?.at === 'between')).toEqual([])
      }
    }
  })
})

it('a motor that hangs on the boiler’s call pair is said to, whether another zone has closed that pair or not', () => {
  const job = wired({ valve: 'valve/motor-4', thermostat: 'thermostat/power-stealing' })
  for (const calls of [[1], [1, 2]])
    expect(says(job, ['lead:V1.m1/exchanged:V1.e1', 'lead:V1.m2/exchanged:V1.e2'], calls)).toContain(
      'Zone 1: calling, but the motor of Valve 1 hangs on the call pair of Boiler, and not on its feed.',
    )
})

describe('both ends on one conductor', () => {
  const line = {
    scheme: 's9',
    practice: '230',
    thermostat: 'thermostat/receiver-230',
    valve: 'valve/two-port-5',
  } as const
  const job = () => wired({ ...line, boiler: 'boiler/switched-live' })

  it('is said of the part itself, and nobody is sent along the wires', () => {
    expect(says(job(), ['lead:TS2.n/exchanged:TS2.com'], [])).toEqual([
      'Thermostat 2 is blank: both ends of Thermostat 2 are on the same conductor.',
    ])
  })

  it('of a valve it is said which: its motor or its end switch', () => {
    const job = wired()
    exchange(job, 'V1.e2', 'V2.e1')
    expect(says(job, [], [1])[0]).toBe(
      'Zone 1: valve open, boiler not told: both ends of the end switch of Valve 1 are on the same conductor.',
    )
    const motor = wired()
    remove(motor, 'V1.m2')
    expect(says(motor, [], [1])[0]).toBe('Zone 1: calling, but Valve 1 M2 leads nowhere.')
    join(motor, 'V1.m1', 'V1.m2')
    expect(says(motor, [], [1])[0]).toBe(
      'Zone 1: calling, but both ends of the motor of Valve 1 are on the same conductor.',
    )
  })

  it('not by a switch of another zone that is made, nor by a wire that is broken', () => {
    const call = wired()
    remove(call, 'B1.t1')
    expect(says(call, [], [1, 2]).join()).not.toContain('same conductor')
    const motor = wired()
    remove(motor, 'V1.m2')
    join(motor, 'V1.m1', 'V1.m2')
    expect(says(motor, ['wire:seeded/open'], [1]).join()).not.toContain('same conductor')
  })

  it('not where a switch lies between, nor where one end is off', () => {
    expect(says(job(), ['wire:w24.from/lifted', 'wire:w24.to/lifted'], []).join()).not.toContain('same conductor')
    expect(says(job(), [], []).join()).not.toContain('same conductor')
  })
})
