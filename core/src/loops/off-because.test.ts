import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { benchWith } from '../suppose/bench.ts'
import { cut, supposed } from '../testing/benches.ts'
import { plants } from '../testing/mistakes.ts'
import { loopsOf } from './loops.ts'
import { offBecause } from './off-because.ts'
import { verdictOf } from './verdict.ts'

type Alter = (bench: Simulation, job: Job) => void

const cases: [string, string, string, number, Alter, string][] = [
  ['at rest', 'kestrel-point', 'signal', 0, () => undefined, 'Off because: supply yes, thermostat asks no.'],
  [
    'opening',
    'kestrel-point',
    'signal',
    5,
    (bench, job) => ask(bench, job, 'signal', true),
    'Off because: supply yes, thermostat asks yes, room cold yes, contact made yes, valve driven yes, valve not yet open.',
  ],
  [
    'open',
    'kestrel-point',
    'signal',
    30,
    (bench, job) => ask(bench, job, 'signal', true),
    'On: supply, thermostat asks, room cold, contact made, valve driven, valve open, proven, boiler called, below its limit, flame, pump runs.',
  ],
  [
    'warm enough',
    'kestrel-point',
    'signal',
    1,
    (bench, job) => {
      bench.set('TS2', 'warmth', 24)
      ask(bench, job, 'signal', true)
    },
    'Off because: supply yes, thermostat asks yes, room cold no.',
  ],
  [
    'outside its hours',
    'lowther-street',
    'zone1',
    1,
    (bench, job) => {
      bench.set('PR1', 'heating', 'off')
      ask(bench, job, 'zone1', true)
    },
    'Off because: supply yes, time no.',
  ],
  [
    'held back by hot water',
    'sable-row',
    'zone1',
    60,
    (bench, job) => {
      ask(bench, job, 'zone1', true)
      ask(bench, job, 'zone3', true)
    },
    'Off because: supply yes, thermostat asks yes, room cold yes, contact made yes, hot water has priority.',
  ],
  [
    'open, while the only pump is another zone’s own',
    'quay-terrace',
    'zone1',
    60,
    (bench, job) => ask(bench, job, 'zone1', true),
    'On: supply, thermostat asks, room cold, contact made, valve driven, valve open, proven, boiler called, below its limit.',
  ],
]

it.each(cases)('%s', (_name, demo, zone, seconds, alter, says) => {
  const job = demoJobs[demo]!()
  const bench = new Simulation(job)
  alter(bench, job)
  bench.runTo(seconds)
  const loops = loopsOf(bench, job)
  const at = loops.zones.findIndex((one) => one.zone === zone)
  expect(offBecause(bench, job, loops, at, verdictOf(bench, job, loops).zones[at]!).says).toBe(says)
})

it('where the last zone runs its pump, the heating pump waits for it, and is not merely off', () => {
  const job = plants['panel, pumps apart']!()
  const bench = new Simulation(job)
  const chain = () => {
    bench.settle()
    const loops = loopsOf(bench, job)
    return offBecause(bench, job, loops, 0, verdictOf(bench, job, loops).zones[0]!)
  }
  ask(bench, job, 'z1', true)
  expect(chain().first).toBeUndefined()
  ask(bench, job, 'z3', true)
  expect(chain().first).toMatchObject({
    of: 'pump',
    else: 'pump waits: while the last zone runs its pump, it runs alone',
  })
  // A pump that nothing holds back is off, and no more is said.
  ask(bench, job, 'z1', false)
  ask(bench, job, 'z3', false)
  expect(chain().links.find(({ of }) => of === 'pump')).toMatchObject({ true: false, else: 'pump runs no' })
})

it('a zone that nothing is wired for says so; one without a supply says that first', () => {
  const chainOf = (job: Job, wrong: readonly string[] = []) => {
    const bench = benchWith(job, supposed(wrong))
    bench.settle()
    const loops = loopsOf(bench, job)
    return offBecause(bench, job, loops, 1, verdictOf(bench, job, loops).zones[1]!)
  }
  const bare = demoJobs['kestrel-point']!()
  delete bare.zones.signal!.thermostat
  expect(chainOf(bare)).toEqual({ links: [], says: 'Off because: nothing is wired.' })
  // A zone without a valve of its own: nothing is driven, opened or proven.
  const valveless = demoJobs['kestrel-point']!()
  delete valveless.zones.signal!.valve
  const links = chainOf(valveless).links.map(({ of }) => of)
  expect(links.filter((of) => of === 'driven' || of === 'open' || of === 'proven')).toEqual([])
  expect(chainOf(valveless).says).toBe('Off because: supply yes, thermostat asks no.')
  const dead = chainOf(demoJobs['kestrel-point']!(), ['part:XF1/secondaryOpen'])
  expect(dead.says).toBe('Off because: supply no.')
  expect(dead.first).toMatchObject({ of: 'supply', true: false })
})

it('a boiler at its limit is what keeps a zone cold', () => {
  const job = demoJobs['kestrel-point']!()
  const bench = benchWith(job, [])
  ask(bench, job, 'signal', true)
  bench.settle()
  bench.set('B1', 'water', 95)
  const loops = loopsOf(bench, job)
  const chain = offBecause(bench, job, loops, 1, verdictOf(bench, job, loops).zones[1]!)
  expect(chain.first).toMatchObject({ of: 'limit', true: false, else: 'below its limit no' })
})

it('a cut end-switch wire: not yet proven is the first thing that is false', () => {
  const job = demoJobs['kestrel-point']!()
  const bench = benchWith(job, supposed([cut(job, 'V2.e1')]))
  ask(bench, job, 'signal', true)
  bench.settle()
  const loops = loopsOf(bench, job)
  const chain = offBecause(bench, job, loops, 1, verdictOf(bench, job, loops).zones[1]!)
  expect(chain.first).toMatchObject({ of: 'proven', true: false })
})

it('what the thermostat withholds is said once, as the warmth, and not again as held back', () => {
  const job = demoJobs['kestrel-point']!()
  const bench = new Simulation(job)
  bench.set('TS2', 'warmth', 24)
  ask(bench, job, 'signal', true)
  bench.settle()
  const loops = loopsOf(bench, job)
  const { links } = offBecause(bench, job, loops, 1, verdictOf(bench, job, loops).zones[1]!)
  expect(links.filter((link) => !link.true).map(({ of }) => of)).not.toContain('held back')
  expect(links.find(({ of }) => of === 'warmth')?.true).toBe(false)
})

it('a second boiler and burner that stand still keep nothing cold', () => {
  const job = demoJobs['kestrel-point']!()
  job.parts.B2 = { ...job.parts.B1!, label: 'Boiler 2' }
  job.parts.BR2 = { ...job.parts.BR1!, label: 'Burner 2' }
  const bench = benchWith(job, [])
  ask(bench, job, 'signal', true)
  bench.settle()
  const loops = loopsOf(bench, job)
  const { links } = offBecause(bench, job, loops, 1, verdictOf(bench, job, loops).zones[1]!)
  expect(links.filter((link) => !link.true)).toEqual([])
})
