import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { fittingSchemes, schemeCalled } from '../schemes/index.ts'
import { wired } from '../testing/benches.ts'
import { cablePlans, cableWouldDo } from './cables.ts'
import { sketchOf } from './sketch.ts'
import { terminalsPlan } from './terminals.ts'

describe('conductors of a run', () => {
  it('a battery thermostat takes two and keeps one spare, a powered one takes three', () => {
    const plans = cablePlans(demoJobs['fenwick-orchard']!())
    expect(plans.map(({ label, needs, spare, earth }) => [label, needs, spare, earth])).toEqual([
      ['Thermostat cable 1', 2, 1, false],
      ['Thermostat cable 2', 3, 1, false],
    ])
    expect(plans[1]!.cores.map(({ does }) => does)).toEqual(['feed', 'call', 'common', undefined])
  })

  it('an earth may not be borrowed for a missing conductor', () => {
    const valve = cablePlans(
      wired({
        scheme: 's9',
        practice: '230',
        boiler: 'boiler/switched-live',
        thermostat: 'thermostat/receiver-230',
        valve: 'valve/two-port-5',
        remote: true,
      }),
    ).find(({ label }) => label.startsWith('Valve'))!
    expect([valve.needs, valve.earth]).toEqual([4, true])
    expect(cableWouldDo(valve, 3, true)).toEqual({ does: false, says: expect.stringContaining('may not be borrowed') })
    expect(cableWouldDo(valve, 4, false).does).toBe(false)
    expect(cableWouldDo(valve, 5, true)).toEqual({ does: true, says: 'Yes, with 1 spare.' })
  })
})

it('the chart of a wiring centre names its potentials in the customary order and counts what is under each screw', () => {
  const plan = terminalsPlan(demoJobs['lowther-street']!())!
  expect(plan.centres[0]!.terminals.slice(0, 9).map(({ marking, name }) => `${marking} ${name}`)).toEqual([
    '1 permanent live',
    '2 neutral',
    '3 earth',
    '4 heating on',
    '5 hot water on',
    '6 Thermostat 1, switched live',
    '7 Thermostat 2, switched live',
    '8 Valve 2, spare rest contact',
    '9 proven, all valves',
  ])
  for (const { terminals } of plan.centres)
    for (const { holds, takes } of terminals) expect(holds).toBeLessThanOrEqual(takes)
  expect(plan.roomForZone).toBe(true)
  expect(terminalsPlan(demoJobs['kestrel-point']!())).toBeUndefined()
})

describe('a way before it is chosen', () => {
  it('shows its loops in the order of the current', () => {
    const lines = (id: string) =>
      sketchOf(schemeCalled(id)!, demoJobs['kestrel-point']!())
        .filter(({ name }) => name === 'Valve')
        .map(({ from, stations, to }) => [from, ...stations.map(({ label }) => label), to].join(' > '))
    expect(lines('s2')).toEqual(['Transformer R > Fuse F1 > Thermostat 1 > Valve 1 > Transformer C'])
    expect(lines('s2c')).toEqual(['Transformer R > Fuse F1 > Valve 1 > Thermostat 1 > Transformer C'])
  })

  it.each(Object.entries(demoJobs))('every fitting way of %s has a drawing', (_id, make) => {
    const job = make()
    for (const scheme of fittingSchemes(job)) expect(sketchOf(scheme, job).length).toBeGreaterThan(1)
  })
})
