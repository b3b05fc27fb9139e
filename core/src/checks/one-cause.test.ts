import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { wired } from '../testing/benches.ts'
import { both, plants } from '../testing/broken-by-hand.ts'
import { exchange, join, remove } from '../testing/hands.ts'
import { plants as others } from '../testing/mistakes.ts'
import { findingsOf, wiredOf } from './index.ts'
import { oneCause } from './one-cause.ts'

/** One finding for one thing to put right. */

const serious = (job: Job) =>
  findingsOf(job).flatMap(({ severity, rule, says }) => (severity === 'tidy' ? [] : [`${rule}: ${says}`]))

it('a conductor that is missing is told once, by the rule that says most of it', () => {
  const [motor, pump, link] = [plants.plain(), plants.plain(), plants.mains()]
  remove(motor, 'V1.m2')
  expect(serious(motor)).toEqual(['half-landed: Valve 1 M2 has nothing landed, and M1 has.'])
  remove(pump, 'P1.n')
  expect(serious(pump)).toEqual(['neutral-whole: System pump N has no neutral.'])
  remove(link, 'TS1.l', 'TS1.com')
  expect(serious(link)).toEqual(['contact-link: Zone 1: the link L-COM of Thermostat 1 is missing.'])
})

it('two conductors that are missing are two findings', () => {
  const job = plants.plain()
  remove(job, 'V1.m2')
  remove(job, 'V2.m1')
  remove(job, 'P1.n')
  expect(serious(job)).toEqual([
    'neutral-whole: System pump N has no neutral.',
    'half-landed: Valve 1 M2 has nothing landed, and M1 has.',
    'half-landed: Valve 2 M1 has nothing landed, and M2 has.',
  ])
})

it('what hangs on one lost neutral is said of all of it, each part once', () => {
  const job = demoJobs['kestrel-point']!()
  remove(job, 'B1.n')
  const [finding, ...more] = findingsOf(job).filter(({ severity }) => severity !== 'tidy')
  expect(more).toEqual([])
  expect(finding).toMatchObject({
    says: 'Boiler N, System pump N and Burner N have no neutral.',
    remedy: 'Bring neutral to what joins them.',
    at: expect.arrayContaining([
      { part: 'P1', terminal: 'n' },
      { part: 'BR1', terminal: 'n' },
    ]),
  })
  expect('together' in finding!).toBe(false)
  // Two that lost it in two places hang on nothing common.
  const apart = demoJobs['kestrel-point']!()
  remove(apart, 'P1.n')
  remove(apart, 'BR1.n')
  expect(serious(apart)).toEqual([
    'neutral-whole: System pump N has no neutral.',
    'neutral-whole: Burner N has no neutral.',
  ])
})

it.each([
  [4, 'Valve 1 M1, Valve 2 M1, Valve 3 M1 and Valve 4 M1 lead nowhere.'],
  [5, 'Valve 1 M1, Valve 2 M1, Valve 3 M1 and 2 more lead nowhere.'],
])('of %i that hang on one loose end as many are named as can be read', (zones, says) => {
  const job = wired({ zones })
  remove(job, 'F1.out')
  expect(serious(job)).toEqual([`half-landed: Fuse F1 OUT has nothing landed, and IN has: ${says}`])
})

it('exchanged pairs are one finding on a panel too, and hide nothing of the valve beside it', () => {
  const job = others['panel, pumps apart']!()
  exchange(job, 'V1.m1', 'V1.e1')
  exchange(job, 'V1.m2', 'V1.e2')
  const rules = serious(job).map((one) => one.split(':')[0])
  expect(rules).toContain('pairs-exchanged')
  expect(rules).not.toContain('loads-in-series')
  exchange(job, 'V2.m1', 'V2.e1')
  const both = findingsOf(job).filter(({ rule }) => rule === 'loads-in-series' || rule === 'pairs-exchanged')
  expect(new Set(both.map(({ at }) => at[0]!.part))).toEqual(new Set(['V1', 'V2']))
})

it('where common and the call pair are joined no valve is accused of exchanged pairs', () => {
  const job = plants.plain()
  join(job, 'XF1.c', 'B1.t2')
  expect(serious(job).map((one) => one.split(':')[0])).toEqual(['loops-apart'])
  // It leads to the devices on that metal: to no splice, and to no terminal on which nothing is landed.
  const [{ at }] = findingsOf(job).filter(({ rule }) => rule === 'loops-apart') as [
    ReturnType<typeof findingsOf>[number],
  ]
  const points = at.flatMap(({ part, terminal }) => (terminal === undefined ? [] : [`${part}.${terminal}`]))
  expect(points).toEqual(['XF1.h', 'B1.t1', 'B1.t2', 'XF1.c', 'V1.m2', 'V2.m2'])
})

it('nobody is told to bring live to a switch that lies in a volt-free pair', () => {
  for (const lost of ['V1.feed', 'B1.v1']) {
    const job = others['switches volt-free']!()
    remove(job, lost)
    const says = serious(job)
    expect(says.length).toBeGreaterThan(0)
    expect(says.join(' ')).not.toContain('live')
    expect(says.join(' ')).not.toContain('in series')
  }
  // At line voltage the same switch wants it.
  const job = demoJobs['lowther-street']!()
  remove(job, 'V1.feed')
  expect(serious(job)).toEqual(['permanent-feed: Valve 1 F has no permanent live.'])
})

it('a relay that a zone names and that is not on the wall is no finding of a contact, and stops no rule', () => {
  const job = others['relays onto a switched live']!()
  delete job.parts.K1
  for (const [id, { from, to }] of Object.entries(job.wires))
    if ([from, to].some(({ part }) => part === 'K1')) delete job.wires[id]
  expect(findingsOf(job).map(({ rule }) => rule)).not.toContain('rest-contact')
})

it('what stands on no terminal is nobody else’s gap', () => {
  const job = plants.plain()
  remove(job, 'V1.m2')
  const { poles } = wiredOf(job)
  const found = { severity: 'fails', says: '', why: '', remedy: '' } as const
  const half = { ...found, rule: 'half-landed', at: [{ part: 'V1', terminal: 'm2' }] }
  const there = { ...found, rule: 'load-has-loop', at: [{ part: 'V1', terminal: 'm2' }] }
  const nowhere = { ...found, rule: 'load-has-loop', at: [{ part: 'V2' }] }
  expect(oneCause([half, there, nowhere], poles)).toEqual([half, nowhere])
  // What can hurt is said beside what cannot, whichever explains it.
  const hurts = { ...there, severity: 'danger', explainedBy: () => true } as const
  expect(oneCause([half, hurts], poles)).toEqual([half, hurts])
  // The other way round: what says less keeps nobody silent.
  expect(oneCause([there], poles)).toEqual([there])
})

it('a thermostat that is bridged is one finding, however many heads it opens', () => {
  const job = wired({ scheme: 's18', panel: 'panel/manifold-4', valve: 'valve/wax-head-24', heads: 2 })
  join(job, 'TS1.r', 'TS1.w')
  expect(serious(job).filter((one) => one.startsWith('own-thermostat'))).toEqual([
    'own-thermostat: Zone 1: Thermostat 1 is bridged.',
  ])
})

it('a call wire that is missing is said at the boiler, whichever of the two it is', () => {
  for (const lost of ['B1.t1', 'B1.t2'])
    for (const make of [plants.plain, others['stand-in relays']!]) {
      const job = make()
      remove(job, lost)
      expect(serious(job)).toEqual(['half-landed: One T of Boiler has nothing landed, and the other has.'])
    }
})

it('what leads on at one place and what waits at another are one conductor, and named together', () => {
  const job = demoJobs['quay-terrace']!()
  remove(job, 'V3.out')
  const [finding, ...more] = findingsOf(job).filter(({ severity }) => severity !== 'tidy')
  expect(more).toEqual([])
  expect(finding).toMatchObject({
    rule: 'half-landed',
    says: 'Valve 3 O has nothing landed, and F has: Relay 3 A1 and Pump, Sprung floor L lead nowhere.',
    remedy: 'Land the conductor that is missing between them.',
    at: expect.arrayContaining([
      { part: 'V3', terminal: 'out' },
      { part: 'K3', terminal: 'a1' },
    ]),
  })
  // With one more thing missing nobody knows which belong together.
  remove(job, 'V1.n')
  expect(serious(job)).toEqual([
    'neutral-whole: Valve 1 N has no neutral.',
    'half-landed: Valve 3 O has nothing landed, and F has.',
    'load-has-loop: Relay 3 A1 and Pump, Sprung floor L lead nowhere.',
  ])
})

it('a supply that goes dark before its switches is said there, and not of all that hangs on it', () => {
  const job = demoJobs['kestrel-point']!()
  remove(job, 'CB1.in')
  expect(serious(job)).toEqual(['half-landed: Line supply L has nothing landed, and N has: Breaker IN leads nowhere.'])
})

it('two zones that are crossed are one finding, on every kind of plant', () => {
  const two = (job: Job, a: string, b: string) => {
    exchange(job, a, b)
    return serious(job)
  }
  const says = (a: string, b: string) => [
    `crossed: ${a} and ${b} are crossed: each one’s call opens the other’s valve.`,
  ]
  expect(two(demoJobs['kestrel-point']!(), 'V1.m1', 'V2.m1')).toEqual(says('Keeper’s rooms', 'Signal house'))
  expect(two(others['stand-in relays']!(), 'V1.m1', 'V2.m1')).toEqual(says('Zone 1', 'Zone 2'))
  expect(two(others['switches volt-free']!(), 'V1.call', 'V2.call')).toEqual(says('Zone 1', 'Zone 2'))
  expect(two(others['panel, pumps apart']!(), 'V2.m1', 'V3.m1')).toEqual(says('Zone 2', 'Zone 3'))
  expect(two(others['signal setters']!(), 'V1.sig', 'V2.sig')).toEqual(says('Zone 1', 'Zone 2'))
  // Between two transformers no current flows at all.
  expect(two(others['a transformer each']!(), 'V1.m1', 'V2.m1')).toEqual([
    'one-source: Valve 1 and Valve 2 are crossed: each is fed by the source to which the other returns.',
  ])
})

it('of three that are fed by the wrong source two are crossed, and the third is said by itself', () => {
  const job = wired({ scheme: 's3', zones: 3 })
  exchange(job, 'V1.m1', 'V2.m1')
  for (const lead of ['V3.m1', 'V3.m2']) remove(job, lead)
  both(job, ['V3.m1', 'TS2.w'], ['V3.m2', 'XF1.c'])
  expect(serious(job).filter((one) => one.startsWith('one-source'))).toEqual([
    'one-source: Valve 1 and Valve 2 are crossed: each is fed by the source to which the other returns.',
    'one-source: Valve 3 is fed by Transformer 2 and returns to Transformer 1.',
  ])
})

it('motors in series on one transformer are said though another lacks its common', () => {
  const job = wired({ scheme: 's3', zones: 3 })
  for (const lead of ['V1.m2', 'V3.m1', 'V3.m2', 'XF2.c']) remove(job, lead)
  both(job, ['V1.m2', 'V3.m1'], ['V3.m2', 'XF1.c'])
  expect(serious(job).filter((one) => one.startsWith('loads-in-series'))).toEqual([
    'loads-in-series: Valve 1 and Valve 3 are in series: each is fed only through the other.',
  ])
})

it('a boiler that is called all the time explains the pump of all zones, and not that of one', () => {
  const job = others['relays onto a switched live']!()
  both(job, ['B1.sl', 'FS1.lout'], ['P3.l', 'FS1.lout'])
  expect(serious(job)).toContain('always-called: Boiler SL is on permanent live.')
  expect(serious(job).filter((one) => one.startsWith('back-feed'))).toContain(
    'back-feed: Pump, Zone 2 runs with nobody calling.',
  )
  expect(serious(job).join()).not.toContain('System pump runs')
})

it('two signals that are joined are one finding', () => {
  const job = others['signal setters']!()
  join(job, 'TS1.plus', 'TS2.plus')
  expect(serious(job)).toEqual(['signal-arrives: Valve 1 In and Valve 2 In hear Setter 1 + and Setter 2 + at once.'])
})

it('what runs because a zone or the boiler is called by itself is not said beside it', () => {
  const bridged = plants.plain()
  join(bridged, 'TS1.r', 'TS1.w')
  expect(serious(bridged)).toEqual(['own-thermostat: Zone 1: Thermostat 1 is bridged.'])
  const linked = plants.plain()
  join(linked, 'B1.t1', 'B1.t2')
  expect(serious(linked)).toEqual(['always-called: The call pair of Boiler is linked.'])
  const proven = others['boiler feeds valves']!()
  join(proven, 'V1.e1', 'V1.e2')
  expect(serious(proven)).toEqual(['always-called: The call pair of Boiler is linked, from Valve 1 S1 to Valve 1 S2.'])
  // A pump that is fed past everything is a fault of its own, whatever else is.
  const fed = plants.apart()
  join(fed, 'P1.l', 'SS1.out')
  expect(serious(fed)).toEqual(['back-feed: System pump runs with nobody calling.'])
})

it('a switch that is bridged is said with what stays live behind it, and of two none is left out', () => {
  const one = plants.plain()
  join(one, 'SS1.in', 'SS1.out')
  const [finding, ...more] = findingsOf(one)
  expect(more).toEqual([])
  expect(finding).toMatchObject({
    severity: 'danger',
    says: 'Service switch is bridged: Boiler and Transformer stay live with it open.',
    caution: 'Two feeds: isolate both, lock off, and prove every terminal dead before you touch one.',
  })
  const two = plants.plain()
  both(two, ['SS1.in', 'SS1.out'], ['ES1.in', 'ES1.out'])
  expect(serious(two)).toEqual([
    'isolator-kills: Boiler and Transformer stay live with Emergency switch or Service switch open.',
    'bridged: Emergency switch is bridged.',
    'bridged: Service switch is bridged.',
  ])
})

it('a conductor too many takes the crowded terminal with it', () => {
  const job = plants.gas()
  join(job, 'D1.d1', 'D1.d3')
  expect(findingsOf(job).map(({ rule }) => rule)).toEqual(['bridged'])
})

/** Every how many of the conductors; and what is no finding, or more than one. */
const EVERY = 5
const SILENT = /^MAINS\.e /

it('any one conductor that is missing is one finding', () => {
  const told = Object.entries({ ...others, ...plants }).flatMap(([name, make], i) => {
    const sound = findingsOf(make()).filter(({ severity }) => severity !== 'tidy')
    expect(sound, name).toEqual([])
    return Object.entries(make().wires)
      .filter((_, n) => n % EVERY === i % EVERY)
      .flatMap(([id, { from, to }]) => {
        const job = make()
        delete job.wires[id]
        const says = serious(job)
        const at = `${from.part}.${from.terminal} ${to.part}.${to.terminal}`
        return says.length === 1 || SILENT.test(at) ? [] : [{ name, at, says }]
      })
  })
  expect(told).toEqual([])
})
