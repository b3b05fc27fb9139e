import { describe, expect, it } from 'vitest'
import { documentOf } from '../job/document.ts'
import type { Job } from '../job/schema.ts'
import { validateDocument } from '../job/validate.ts'
import { partsOf } from '../job/zones.ts'
import { studyLoad } from '../load/study.ts'
import { loopsOf } from '../loops/loops.ts'
import { verdictOf } from '../loops/verdict.ts'
import { Simulation } from '../motion/simulation.ts'
import { kinds, terminalsInOrder } from '../parts/index.ts'
import { addZone } from '../parts/new-job.ts'
import { benchWith } from '../suppose/bench.ts'
import { type Ask, supposed, volts, wired } from '../testing/benches.ts'
import { line } from '../testing/ways.ts'
import { sentenceText } from '../words/words.ts'
import { fitOf, schemeCalled, wiredBy } from './index.ts'
import { outOfStep } from './out-of-step.ts'

const low: Ask = { scheme: 's18', panel: 'panel/manifold-4', valve: 'valve/wax-head-24', heads: 2, zones: 3 }
const atLine: Ask = {
  ...line,
  scheme: 's18b',
  panel: 'panel/manifold-4-230',
  valve: 'valve/wax-head-230',
  boiler: 'boiler/volt-free',
  heads: 2,
  zones: 3,
}

function plant(ask: Ask, wrong: readonly string[] = []) {
  const job = wired(ask)
  const bench = benchWith(job, supposed(wrong))
  bench.settle()
  let begun = bench.now
  return {
    job,
    bench,
    /** Sets thermostats at one instant, from which seconds are counted. */
    call(calls: Record<string, boolean>) {
      begun = bench.now
      bench.setTogether(Object.fromEntries(Object.entries(calls).map(([part, calling]) => [part, { calling }])))
    },
    after: (seconds: number) => bench.runTo(begun + seconds),
    runs: () => ({ pump: bench.stateOf('PM1').running === true, boiler: bench.stateOf('PN1').runs === true }),
    stands: (zone: number) => {
      const { zones, sentence } = verdictOf(bench, job, loopsOf(bench, job))
      const { says, trouble, opening, assumed } = zones.find((one) => one.zone === `z${zone}`)!
      return { says, opening, assumed, trouble: trouble && sentenceText(trouble), sentence: sentenceText(sentence) }
    },
  }
}

describe.each([
  ['24 V', low],
  ['230 V', atLine],
])('a manifold with a centre of its own, %s', (_, ask) => {
  it('gives its heads three minutes, then starts pump and boiler together, and lets them go with the last call', () => {
    const { bench, call, after, runs, stands } = plant(ask)
    call({ TS1: true })
    after(179.5)
    expect([runs(), bench.stateOf('V1').travel, bench.stateOf('V1b').travel]).toEqual([
      { pump: false, boiler: false },
      1,
      1,
    ])
    expect(stands(1)).toMatchObject({ says: 'held open; Manifold centre gives the heads time to open', opening: 1 })
    after(180.5)
    expect(runs()).toEqual({ pump: true, boiler: true })
    expect(stands(1)).toMatchObject({ assumed: true, trouble: undefined })
    expect(stands(1).sentence).toBe('Zone 1 calls: open, assumed, boiler called.')
    call({ TS1: false })
    after(1)
    expect(runs()).toEqual({ pump: false, boiler: false })
  })

  it('waits once for whoever calls first, and again after nobody has called', () => {
    const { call, after, runs } = plant(ask)
    call({ TS1: true })
    after(100)
    call({ TS2: true })
    after(79)
    expect(runs().boiler).toBe(false)
    after(81)
    expect(runs().boiler).toBe(true)
    call({ TS3: true, TS1: false })
    after(1)
    expect(runs().boiler).toBe(true)
    call({ TS2: false, TS3: false })
    after(1)
    expect(runs().boiler).toBe(false)
    call({ TS2: true })
    after(179)
    expect(runs().boiler).toBe(false)
  })

  it('a call that ends before its time counts for nothing later', () => {
    const { call, after, runs } = plant(ask)
    call({ TS1: true })
    after(170)
    call({ TS1: false })
    after(5)
    call({ TS1: true })
    after(170)
    expect(runs().boiler).toBe(false)
  })

  it.each([
    ['part:V1b/heaterOpen', /Zone 1: the feed reaches Head 1b and no current flows/],
    ['part:V1/heaterOpen', /Zone 1: the feed reaches Head 1 and no current flows/],
    ['part:V1b/bodySeizedShut', /Head 1b and it does not move/],
    ['part:PN1/channelDead1', 'goes dark at channel 1 of Manifold centre'],
    ['part:PN1/callUnheard1', /Zone 1: Head 1 is open and nothing tells the boiler/],
  ])('%s is told by the head or the channel it is at, and the next room heats', (wrong, says) => {
    const { bench, call, stands } = plant(ask, [wrong])
    call({ TS1: true })
    bench.settle()
    expect(stands(1).trouble).toMatch(says)
    call({ TS1: false, TS2: true })
    bench.settle()
    expect(stands(2)).toMatchObject({ trouble: undefined, opening: 1 })
  })

  it('one head that stands open is told with nobody calling', () => {
    const { stands } = plant(ask, ['part:V2b/seizedOpen'])
    expect(stands(2)).toMatchObject({ opening: 1, trouble: expect.stringContaining('Head 2b') })
    expect(stands(1).trouble).toBeUndefined()
  })

  it.each([
    ['part:PN1/boilerContactDead', { boiler: false, pump: true }],
    ['part:PN1/pumpContactDead', { boiler: true, pump: false }],
  ])('%s: the other contact still makes', (wrong, { boiler, pump }) => {
    const { bench, call } = plant(ask, [wrong])
    call({ TS1: true })
    bench.settle()
    const told = Object.values(bench.stateOf('B1')).includes(true) && bench.stateOf('B1').called === true
    expect([told, bench.stateOf('PM1').running]).toEqual([boiler, pump])
  })

  it('feeds heads with its own volts while their room calls, and no others', () => {
    const { bench, call } = plant(ask)
    call({ TS2: true })
    bench.settle()
    const over = volts(bench)
    const rated = ask === low ? 24 : 230
    for (const head of ['V2', 'V2b']) expect(over(`${head}.m1`, `${head}.m2`) / rated).toBeCloseTo(1.04, 0.5)
    for (const head of ['V1', 'V3b']) expect(over(`${head}.m1`, `${head}.m2`)).toBeLessThan(1)
  })
})

it('a zone with a valve of its own beside the manifold calls the boiler at once, without the manifold’s pump', () => {
  for (const [ask, firstValve] of [
    [low, 'valve/motor-4'],
    [atLine, 'valve/two-port-5'],
  ] as const) {
    const { bench, call } = plant({ ...ask, firstValve })
    call({ TS1: true })
    bench.settle()
    expect([bench.stateOf('B1').called, bench.stateOf('PM1').running, bench.stateOf('PN1').runs]).toEqual([
      true,
      false,
      false,
    ])
    call({ TS1: false, TS2: true })
    bench.settle()
    expect([bench.stateOf('B1').called, bench.stateOf('PM1').running]).toEqual([true, true])
  }
})

it('the centre brings a boiler without a volt-free pair its switched live, after the same wait', () => {
  const { bench, call, after } = plant({ ...atLine, boiler: 'boiler/switched-live' })
  const live = () => volts(bench)('B1.sl', 'MAINS.n') > 200
  call({ TS1: true })
  after(179)
  expect(live()).toBe(false)
  after(181)
  expect(live()).toBe(true)
})

it('the surge of cold heads is carried by the room that calls, all of its heads together', () => {
  const work = studyLoad(wired(low))
  let step = work.next()
  while (!step.done) step = work.next()
  const study = step.value
  const centre = study.sources.find(({ part }) => part === 'PN1')!
  const [first] = centre.devices
  // Two heads of 2 VA hold, start at three times that, and stand a little above their rated volts.
  expect(first!.holds).toBeGreaterThan(4)
  expect(first!.holds).toBeLessThan(5.5)
  expect(first!.starts / first!.holds).toBeGreaterThan(2.4)
  expect(centre.devices.map(({ zone }) => zone)).toEqual(['z1', 'z2', 'z3'])
})

describe('a manifold that does not fit', () => {
  const refusal = (ask: Ask, change: (job: Job) => void = () => {}) => {
    const job = wired(ask)
    change(job)
    const fit = fitOf(schemeCalled(ask.scheme!)!, job)
    return fit.fits ? '' : fit.why
  }
  it.each<[string, Ask, ((job: Job) => void) | undefined, string]>([
    ['no centre', low, (job) => void delete job.survey.panel, 'no manifold centre'],
    ['a zone-valve panel', low, (job) => void (job.survey.panel = 'panel/zone-valve-4'), 'no manifold centre'],
    ['a line centre at 24 V', low, (job) => void (job.survey.panel = 'panel/manifold-4-230'), 'works at line voltage'],
    ['a 24 V centre at line', atLine, (job) => void (job.survey.panel = 'panel/manifold-4'), 'works at 24 V'],
    ['a head for line', low, (job) => void (job.zones.z2!.valveKind = 'valve/wax-head-230'), 'the centre’s own 24 V'],
    ['a controller', low, (job) => void (job.zones.z1!.thermostatKind = 'controller/building'), 'wants a thermostat'],
    ['two manifolds', low, (job) => void (job.zones.z3!.valvePlace = 'rooms'), 'surveyed at Boiler room and Rooms'],
    ['a pump panel beside it', low, (job) => void (job.survey.pumpPanel = true), 'two things would start one pump'],
    ['a switched-live boiler', low, (job) => void (job.survey.boiler.kind = 'boiler/switched-live'), 'dry pair'],
    [
      'no wax head at all',
      low,
      (job) => Object.values(job.zones).forEach((z) => void (z.valveKind = 'valve/motor-4')),
      'nothing to do',
    ],
    [
      'a two-lead motor valve beside it',
      low,
      (job) => void (job.zones.z1!.valveKind = 'valve/motor-2'),
      'no end switch',
    ],
  ])('%s', (_name, ask, change, why) => {
    expect(refusal(ask, change)).toContain(why)
  })

  it('one room more than the centre has channels', () => {
    expect(refusal({ ...low, zones: 4 })).toBe('')
    const job = wired({ ...low, zones: 4 })
    job.zones.z5 = { ...job.zones.z4!, number: 5 }
    const fit = fitOf(schemeCalled('s18')!, job)
    expect(fit.fits || fit.why).toBe('The centre has 4 channels, and 5 rooms are surveyed.')
  })

  it('further heads have no place in a way without a centre, and are not dropped in silence', () => {
    const job = wired({ ...low, scheme: 's6', panel: undefined as never, heads: undefined as never })
    job.zones.z2!.heads = 2
    const fit = fitOf(schemeCalled('s6')!, job)
    expect(fit.fits || fit.why).toContain('the further heads of Zone 2')
  })

  it('wax heads have no place among valves whose switch calls the boiler', () => {
    const job = wired(atLine)
    for (const scheme of ['s9', 's13', 's14']) {
      const fit = fitOf(schemeCalled(scheme)!, job)
      expect(fit.fits || fit.why).toContain('no switch of its own')
    }
  })
})

describe('heads in the survey', () => {
  it('a head more in the survey than hangs is said, and wiring again hangs it', () => {
    const job = wired(low)
    job.zones.z1!.heads = 3
    expect(outOfStep(job)).toEqual(['Zone 1: 3 heads are surveyed, 2 wired.'])
    const again = wiredBy(job, schemeCalled('s18')!)
    expect([again.zones.z1!.alsoValves, outOfStep(again)]).toEqual([['V1b', 'V1c'], []])
    again.zones.z1!.heads = 1
    const one = wiredBy(again, schemeCalled('s18')!)
    expect([one.zones.z1!.alsoValves, Object.keys(one.parts).filter((id) => /^V1/.test(id))]).toEqual([
      undefined,
      ['V1'],
    ])
  })

  it('what was said of heads is left aside once the zone has another valve', () => {
    const job = wired(low)
    for (const zone of Object.values(job.zones)) Object.assign(zone, { valveKind: 'valve/motor-4', ownPump: false })
    delete job.survey.panel
    expect(fitOf(schemeCalled('s2')!, job)).toEqual({ fits: true })
    const again = wiredBy(job, schemeCalled('s2')!)
    expect(outOfStep(again)).toEqual([])
    // Nothing of the old way is left to a zone: a part it names hangs.
    expect(
      Object.values(again.zones)
        .flatMap(partsOf)
        .filter((id) => !again.parts[id]),
    ).toEqual([])
    expect(validateDocument(documentOf(again))).toMatchObject({ ok: true })
  })

  it('a room more is one more loop of the same manifold, wherever that is; of other valves it is at the boiler', () => {
    for (const [ask, place] of [
      [{ ...low, away: true as const }, 'rooms'],
      [{ scheme: 's2', remote: true }, 'boiler'],
    ] as const) {
      const job = wired({ ...ask, zones: 2 })
      const id = addZone(job)
      expect(job.zones[id]!.valvePlace).toBe(place)
      expect(fitOf(schemeCalled(ask.scheme!)!, job)).toEqual({ fits: true })
    }
  })

  it('four heads lie on one channel, which takes no fifth', () => {
    const job = wired({ ...low, heads: 4 })
    const on = (terminal: string) =>
      Object.values(job.wires).filter(({ from, to }) =>
        [from, to].some((end) => end.part === 'PN1' && end.terminal === terminal),
      )
    expect([on('h1').length, on('b1').length]).toEqual([4, 4])
    expect(new Simulation(job).netlist.parts.get('PN1')!.kind.terminals.h1!.takes).toBe(4)
  })

  it('away from the boiler the centre’s supply and its call come in two sheaths: line and call never share one', () => {
    const job = wired({ ...low, away: true })
    const sheaths = (terminal: string) =>
      Object.values(job.wires)
        .filter(({ from, to }) => [from, to].some((end) => end.part === 'PN1' && end.terminal === terminal))
        .flatMap(({ cable }) => cable ?? [])
    expect(['l', 'n', 'e'].flatMap(sheaths)).toEqual(['MC1', 'MC1', 'MC1'])
    expect(['x1', 'x2'].flatMap(sheaths)).toEqual(['MC2', 'MC2'])
  })
})

describe('how the terminals of a panel lie', () => {
  it.each(kinds.filter(({ layouts }) => layouts).map((kind) => [kind.kind, kind] as const))(
    '%s: every layout has each terminal once, and what is no channel’s own comes first',
    (_name, { layouts, terminals, kind }) => {
      for (const { name, order } of layouts!) {
        expect(order.toSorted()).toEqual(Object.keys(terminals).toSorted())
        expect(terminalsInOrder({ kind, layout: name })).toEqual(order)
        expect(order.slice(0, 3)).toEqual(['l', 'n', 'e'])
      }
      expect(new Set(layouts!.map(({ order }) => order.join())).size).toBe(3)
    },
  )

  it('thermostats first puts the second zone’s thermostat before the first zone’s valve, and the usual one does not', () => {
    const at = (layout?: string) => {
      const order = terminalsInOrder({ kind: 'panel/zone-valve-3', ...(layout ? { layout } : {}) })
      return order.indexOf('r2') < order.indexOf('v1p1')
    }
    expect([at(), at('zones'), at('thermostats-first'), at('valves-first')]).toEqual([false, false, true, false])
  })

  it('an unknown layout is as usual for whoever draws it', () => {
    expect(terminalsInOrder({ kind: 'panel/zone-valve-3', layout: 'round' })).toEqual(
      terminalsInOrder({ kind: 'panel/zone-valve-3' }),
    )
  })
})
