import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { wired } from '../testing/benches.ts'
import { deadMap, guardsOf, type LiveTerminal, liveTerminals, openedBy } from './live-map.ts'
import { outputRules, proofRows } from './outputs.ts'
import { proven } from './proof.ts'

function dead(job: Job, open: string[]): LiveTerminal[] {
  const work = deadMap(job, open)
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
  }
}

describe('dead map', () => {
  it('with the isolator open only the terminals before it bite', () => {
    expect(dead(demoJobs['quay-terrace']!(), ['FS1']).map(({ says, when }) => `${says} ${when}`)).toEqual([
      'Fused isolator L in always',
      'Line supply L always',
    ])
  })

  it('with it closed a valve’s switch feed bites though nobody calls, its switch output only while a zone does', () => {
    const found = dead(demoJobs['lowther-street']!(), [])
    const of = (says: string) => found.find((one) => one.says === says)?.when
    expect(of('Valve 1 F')).toBe('always')
    expect(of('Valve 1 M')).toBe('while Heating calls')
    expect(of('Boiler SL')).toMatch(/^while (Heating|Hot water) calls$/)
  })

  it('a second feed is found, and where it comes from', () => {
    const job = demoJobs['quay-terrace']!()
    job.wires.second = {
      from: { part: 'FS1', terminal: 'lin' },
      to: { part: 'P4', terminal: 'l' },
      colour: 'brown',
      size: 1.5,
      length: 1,
      label: 'second',
    }
    const bites = dead(job, ['FS1']).map(({ says, from }) => `${says} from ${from}`)
    expect(bites).toContain('Pump, Sprung floor L from Line supply')
  })

  it('the live map of a moment has the supply’s terminals and not its returns', () => {
    const job = demoJobs['kestrel-point']!()
    const bench = new Simulation(job)
    bench.settle()
    const live = liveTerminals(bench, job).map(({ part, terminal }) => `${part}.${terminal}`)
    expect(live).toEqual(expect.arrayContaining(['XF1.h', 'TS1.r', 'CB1.out']))
    expect(live).not.toContain('XF1.c')
    expect(live).not.toContain('V1.m1')
  })
})

describe('what a hand opens', () => {
  it('is every switch, breaker and fuse, in the order they hang: a switch is off, a fuse is gone', () => {
    const job = demoJobs['kestrel-point']!()
    expect(guardsOf(job, new Simulation(job))).toEqual(['CB1', 'ES1', 'FC1', 'SS1', 'F1'])
    const opened = (kind: string) => openedBy(kindOf({ kind })!)
    expect(opened('switch/service')).toEqual({ state: 'closed', value: false })
    expect(opened('protection/breaker')).toEqual({ state: 'on', value: false })
    expect(opened('protection/fuse')).toEqual({ state: 'gone', value: true })
    expect(opened('thermostat/two-wire')).toBeUndefined()
  })

  it('a fuse that is drawn leaves the line alive, and what is no guard opens nothing', () => {
    const job = demoJobs['kestrel-point']!()
    const bites = (open: string[]) => new Set(dead(job, open).map(({ part }) => part))
    expect(bites(['F1']).has('TS2')).toBe(false)
    expect(bites(['F1']).has('B1')).toBe(true)
    expect(bites(['V2', 'nobody'])).toEqual(bites([]))
  })

  it('looks up after every 64 combinations', () => {
    const looks = [...deadMap(wired({ zones: 7 }), ['SS1'])]
    expect(looks.map(({ done, of }) => [done, of])).toEqual([
      [64, 128],
      [128, 128],
    ])
  })
})

describe('output table', () => {
  it('says in words when each output is on', () => {
    const job = wired({ scheme: 's5c', panel: 'panel/zone-valve-3', hotWater: true, zones: 3 })
    const rules = Object.fromEntries(outputRules(job, proven(job)).map(({ label, on }) => [label, on]))
    expect(rules).toEqual({
      'Valve 1': 'Zone 1 calls',
      'Valve 2': 'Zone 2 calls',
      'Valve 3': 'Zone 3 calls',
      'System pump': 'Zone 1 or Zone 2 call, unless Zone 3 calls',
      'Hot-water pump': 'Zone 3 calls',
      Boiler: 'any zone calls',
    })
  })

  it('what stands open in every combination is always on, what in none is never, and what follows nobody by no plain rule', () => {
    const job = wired({ zones: 2 })
    const sound = proven(job)
    const rulesOf = (valve: (asking: number) => boolean) =>
      outputRules(job, {
        ...sound,
        rows: sound.rows.map((row) => ({ ...row, valves: valve(row.asking) ? row.valves | 1 : row.valves & ~1 })),
      }).find(({ part }) => part === 'V1')!
    expect(rulesOf(() => true)).toMatchObject({ on: 'always', simple: true, times: 4 })
    expect(rulesOf(() => false)).toMatchObject({ on: 'never', simple: true, times: 0 })
    expect(rulesOf((asking) => asking === 0)).toMatchObject({
      on: 'in 1 of 4 combinations, by no plain rule',
      simple: false,
    })
  })

  it('priority holds the others back', () => {
    const job = demoJobs['sable-row']!()
    const rules = outputRules(job, proven(job))
    expect(rules.find(({ label }) => label === 'Valve 1')?.on).toBe('Press hall calls, unless Wash-room tank calls')
  })

  it('as rows has one for every combination: who calls, and what is on', () => {
    const job = demoJobs['kestrel-point']!()
    const [head, ...rows] = proofRows(job, proven(job))
    expect(rows).toHaveLength(32)
    expect(head!.slice(0, 2)).toEqual(['Keeper’s rooms calls', 'Signal house calls'])
    expect(head!.slice(-3)).toEqual(['Valve 5', 'System pump', 'Boiler called'])
    expect(rows[0]!.join('')).toBe('0'.repeat(12))
    // Signal house alone: its call, its valve, the pump, the boiler.
    expect(rows[2]!.join('')).toBe('01000' + '01000' + '11')
    expect(rows[31]!.join('')).toBe('1'.repeat(12))
  })

  it('a plant without a boiler has rules for its valves alone', () => {
    const job = wired({ scheme: 's8', boiler: '', valve: 'valve/power-both-ways' })
    expect(outputRules(job, proven(job)).map(({ label, on }) => [label, on])).toEqual([
      ['Valve 1', 'Zone 1 calls'],
      ['Valve 2', 'Zone 2 calls'],
    ])
  })
})
