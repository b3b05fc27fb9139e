import { describe, expect, it } from 'vitest'
import { type Ask, wired } from '../testing/benches.ts'
import { exchange, join } from '../testing/hands.ts'
import { says } from '../testing/said.ts'

/** By what something has current though nothing asks for it: what is broken on its way, or what its current comes through. */

describe('a valve that is driven though nobody calls', () => {
  it('is driven by the two that touch, where two do', () => {
    expect(says(wired(), ['part:TS2/r+w/short'])).toContain(
      'Zone 2: Valve 2 is driven though nobody calls: Thermostat 2 R and Thermostat 2 W touch.',
    )
    expect(says(wired(), ['pair:TC2/red+white/short']).join(' ')).toMatch(
      /Valve 2 is driven though nobody calls: wire \d+ \((?:white|red)\) and wire \d+ \((?:white|red)\) touch\./,
    )
  })

  it.each([1, 2])(
    'has its volts through the other’s thermostat where their conductors are crossed, %i calling',
    (n) => {
      const job = wired()
      exchange(job, 'V1.m1', 'V2.m1')
      expect(says(job, [], [n])).toContain(
        `Zone ${3 - n}: Valve ${3 - n} is driven though nobody calls: its motor is fed through Thermostat ${n}.`,
      )
    },
  )

  it('has them through no contact where it hangs on the feed itself', () => {
    expect(says(wired(), ['lead:S4.w2/exchanged:S5.w2']).at(-1)).toBe(
      'Zone 2: Valve 2 is driven though nobody calls: its motor is fed through no contact.',
    )
  })

  it('is not driven by what touches on another loop', () => {
    const job = wired({ zones: 3 })
    exchange(job, 'V1.m1', 'V2.m1')
    const told = says(job, ['part:TS3/r+w/short'])
    expect(told).toContain('Zone 3: Valve 3 is driven though nobody calls: Thermostat 3 R and Thermostat 3 W touch.')
    expect(told).toContain('Zone 2: Valve 2 is driven though nobody calls: its motor is fed through Thermostat 1.')
  })
})

describe('what runs though nobody calls', () => {
  it.each<[string, Ask, string, string]>([
    [
      'an end switch bridged',
      {},
      'part:V1/e1+e2/short',
      'Boiler is called though no zone calls and no end switch is made: Valve 1 S1 and Valve 1 S2 touch.',
    ],
    [
      'a pump relay welded',
      {},
      'part:B1/pumpRelayWelded',
      'System pump runs though nobody calls: the pump relay of Boiler stays made.',
    ],
    [
      'a centre whose free channel is bridged',
      { scheme: 's18', panel: 'panel/manifold-8', valve: 'valve/wax-head-24', heads: 2 },
      'part:PN1/r5+w5/short',
      'Boiler is called though no zone calls and no end switch is made: Manifold centre 5R and Manifold centre 5W touch.',
    ],
  ])('%s is named', (_, plant, wrong, told) => {
    expect(says(wired(plant), [wrong], [])).toContain(told)
  })

  it.each<[string, Ask, string, string]>([
    [
      'the wrong side of a relay',
      { scheme: 's6', twoLead: true, remote: true, powered: true },
      'lead:K2.no/on:K2.nc',
      'the NC contact of Relay 2',
    ],
    [
      'the motor of a valve whose two pairs are mixed up',
      { scheme: 's4', boiler: 'boiler/valve-supply' },
      'lead:V2.m1/exchanged:V2.e1',
      'Valve 2',
    ],
  ])('its call comes through %s', (_, plant, wrong, through) => {
    const job = wired(plant)
    const told = says(job, [wrong], [])
    expect(told[0]).toBe(
      `Boiler is called though no zone calls and no end switch is made: its call comes through ${through}.`,
    )
  })

  it('through no contact, where nothing lies between', () => {
    const call = wired()
    join(call, 'B1.t1', 'B1.t2')
    expect(says(call, [], []).join(' ')).toContain('no end switch is made: its call comes through no contact.')
    const pump = wired()
    join(pump, 'B1.l', 'P1.l')
    expect(says(pump, [], []).join(' ')).toContain(
      'System pump runs though nobody calls: it is fed through no contact.',
    )
  })
})
