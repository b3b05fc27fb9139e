import { describe, expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { loopsOf } from '../loops/loops.ts'
import { boilersTold } from '../loops/plant.ts'
import { verdictOf } from '../loops/verdict.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { blankJob } from '../parts/new-job.ts'
import { endSwitchOf } from '../parts/roles.ts'
import { type Ask, seriousIn, wired } from '../testing/benches.ts'
import { line, sizesOf, ways } from '../testing/ways.ts'
import { sentenceText } from '../words/words.ts'
import { diverterSetUp, setUpOf } from './diverter-set-up.ts'
import { fitOf, schemeCalled, schemes, wiredBy } from './index.ts'
import { outOfStep } from './out-of-step.ts'

describe.each(ways)(
  'wired by $scheme ($valve $thermostat $boiler $panel $signal $schools)',
  ({ most = 8, ...asked }) => {
    it.each([...sizesOf({ most, ...asked }), ...(most === 8 && asked.scheme === 's2' ? [12] : [])])(
      '%i zones raise no finding, and each zone alone opens, is proven and stops',
      (zones) => {
        const job = wired({ ...asked, zones })
        expect(fitOf(schemeCalled(asked.scheme!)!, job)).toEqual({ fits: true })
        expect(seriousIn(job)).toEqual([])
        expect(outOfStep(job)).toEqual([])
        const bench = new Simulation(job)
        bench.settle()
        for (let n = 1; n <= zones; n++) {
          ask(bench, job, `z${n}`, true)
          bench.settle()
          const found = verdictOf(bench, job, loopsOf(bench, job))
          const follows = asked.valve === 'valve/modulating'
          const proves = endSwitchOf(kindOf(job.parts[`V${n}`]!)?.roles) !== undefined
          const opened = proves ? /open and proven/ : /open, assumed/
          expect([found.tone, sentenceText(found.sentence)]).toEqual([
            'well',
            expect.stringMatching(follows ? /: (99|100) %/ : asked.boiler === '' ? /: open\.$/ : opened),
          ])
          expect(found.zones.filter(({ opening }) => opening > 0).map(({ zone }) => zone)).toEqual([`z${n}`])
          expect(boilersTold(bench)).toHaveLength(job.survey.boiler.kind === '' ? 0 : 1)
          ask(bench, job, `z${n}`, false)
          bench.settle()
          expect([bench.stateOf(`V${n}`).travel, boilersTold(bench).length]).toEqual([0, 0])
        }
        const rest = verdictOf(bench, job, loopsOf(bench, job))
        expect(sentenceText(rest.sentence)).toContain('Nobody calls')
      },
    )
  },
)

it('every scheme is among the tested ways, but for the diverter and the mid-position valve with benches of their own', () => {
  const listed = new Set(ways.map(({ scheme }) => scheme))
  expect(schemes.map(({ id }) => id).filter((id) => !listed.has(id))).toEqual(['s15', 's16'])
})

describe('a way that does not fit', () => {
  it.each<[string, Ask, string]>([
    ['s2', { scheme: 's2b', powered: true }, 'needs a common'],
    ['s2', { scheme: 's6', twoLead: true }, 'no end switch'],
    ['s2c', { scheme: 's2b', powered: true }, 'through the motor'],
    ['s2b', { scheme: 's2' }, 'lie idle'],
    ['s6', { scheme: 's2' }, 'hide what it proves'],
    ['s2', { scheme: 's6', valve: 'valve/heat-3' }, 'tie 24 V to the boiler’s board'],
    [
      's2',
      {
        scheme: 's9',
        practice: '230',
        boiler: 'boiler/switched-live',
        valve: 'valve/two-port-5',
        thermostat: 'thermostat/tank',
      },
      'works at line voltage',
    ],
    ['s2', { boiler: 'boiler/valve-supply', scheme: 's4' }, 'not isolated'],
    [
      's9',
      {
        scheme: 's14',
        practice: '230',
        boiler: 'boiler/volt-free',
        thermostat: 'thermostat/receiver-230',
        valve: 'valve/two-port-5',
      },
      'destroys the board',
    ],
    [
      's13',
      {
        scheme: 's14',
        practice: '230',
        boiler: 'boiler/volt-free',
        thermostat: 'thermostat/receiver-230',
        valve: 'valve/two-port-5',
        hotWater: true,
      },
      'pump on the joined switches',
    ],
    ['s3b', { scheme: 's2' }, 'Every zone hangs on the first transformer'],
    ['s2', { scheme: 's3b', transformers: 2 }, 'no place for a second transformer'],
    ['s2', { scheme: 's3b', transformers: 3, zones: 3 }, 'no place for transformers 2 and 3'],
    ['s5b', { scheme: 's5a', panel: 'panel/zone-valve-3' }, 'one hot-water zone'],
    ['s5c', { scheme: 's5a', panel: 'panel/zone-valve-3', zones: 1 }, 'a heating zone'],
    ['s5a', { scheme: 's2' }, 'no zone-valve panel'],
    ['s2', { scheme: 's8', boiler: '', valve: 'valve/power-both-ways' }, 'this way calls one'],
    ['s17', { scheme: 's2' }, 'the feed stays and a signal asks'],
    ['s7', { scheme: 's17', boiler: '', thermostat: 'controller/building', valve: 'valve/modulating' }, 'setter'],
    ['s15', { scheme: 's9', ...line, boiler: 'boiler/switched-live' }, 'three-port diverter'],
    ['s16', { scheme: 's2' }, '230 V practice'],
    ['s9', { scheme: 's12', ...line, boiler: 'boiler/switched-live', hotWater: true }, 'fed backwards'],
    ['s9', { scheme: 's11', ...line, boiler: 'boiler/combination' }, 'second system pump'],
    ['s5a', { scheme: 's5g', panel: 'panel/zone-valve-4', pumpPanel: true }, 'two things would start one pump'],
    [
      's5a',
      { scheme: 's5a', panel: 'panel/zone-valve-3', twoLead: true, schools: { twoLeadOnPanel: 'switch' } },
      'fit one',
    ],
  ])('%s says why', (id, ask, why) => {
    const fit = fitOf(schemeCalled(id)!, wired(ask))
    expect(fit).toMatchObject({ fits: false, why: expect.stringContaining(why) })
  })
})

describe('three-port diverter', () => {
  const job = wiredBy(diverterJob(), schemeCalled('s15')!)
  const stands = (bench: Simulation) => {
    const part = bench.netlist.parts.get('V2')!
    return part.kind.says(part.figures, bench.stateOf('V2'))
  }

  it('turns to the tank while the machine makes hot water, and back to heating', () => {
    expect(fitOf(schemeCalled('s15')!, job)).toEqual({ fits: true })
    expect(seriousIn(job)).toEqual([])
    const bench = new Simulation(job)
    ask(bench, job, 'z1', true)
    bench.settle()
    expect([stands(bench), bench.stateOf('B1').called]).toEqual(['on heating', true])
    ask(bench, job, 'z2', true)
    bench.settle()
    expect([stands(bench), bench.stateOf('B1').onTank]).toEqual(['on hot water', true])
    ask(bench, job, 'z2', false)
    bench.settle()
    expect(stands(bench)).toBe('on heating')
    expect(sentenceText(verdictOf(bench, job, loopsOf(bench, job)).sentence)).toContain('Zone 1 calls')
  })

  it('two of the four body positions need the jumpers moved, and flow into the branch is refused', () => {
    const positions = (['left', 'right'] as const).flatMap((inlet) =>
      (['branch', inlet === 'left' ? 'right' : 'left'] as const).map((tank) => diverterSetUp({ inlet, tank })),
    )
    expect(positions.map((one) => one.legal && [one.groove, one.turns, one.jumpersMoved])).toEqual([
      ['branch', 'anticlockwise', false],
      ['right', 'clockwise', true],
      ['branch', 'clockwise', true],
      ['left', 'anticlockwise', false],
    ])
    expect(diverterSetUp({ inlet: 'branch', tank: 'left' })).toMatchObject({ legal: false })
    expect(diverterSetUp({ inlet: 'left', tank: 'left' })).toMatchObject({ legal: false })
  })
})

function diverterJob(): Job {
  const { zones, ...job } = wired({ scheme: 's11', ...line, boiler: 'boiler/combination' })
  job.survey.boiler.kind = 'boiler/heat-machine'
  return {
    ...job,
    zones: {
      z1: { ...zones.z1!, valveKind: '' },
      z2: { ...zones.z2!, thermostatKind: 'thermostat/tank', valveKind: 'valve/diverter', hotWater: true },
    },
  }
}

it('one panel too few chains another, and hot water has priority on all of them', () => {
  const ask7 = { scheme: 's5a', panel: 'panel/zone-valve-3', zones: 7, hotWater: true }
  const { priority: _, ...survey } = wired(ask7).survey
  const job = wiredBy({ ...wired(ask7), survey }, schemeCalled('s5a')!)
  expect(Object.keys(job.parts).filter((id) => id.startsWith('PN'))).toEqual(['PN1', 'PN2', 'PN3'])
  const bench = new Simulation(job)
  for (const zone of ['z1', 'z5', 'z7']) ask(bench, job, zone, true)
  bench.settle()
  const open = () => Object.keys(job.zones).filter((zone) => bench.stateOf(job.zones[zone]!.valve!).travel === 1)
  expect(open()).toEqual(['z7'])
  ask(bench, job, 'z7', false)
  bench.settle()
  expect(open()).toEqual(['z1', 'z5'])
})

it('the three customary terminals of a wiring centre are live, neutral and earth, and a zone’s room is left', () => {
  const job = wired({ scheme: 's9', ...line, boiler: 'boiler/switched-live', zones: 8 })
  const on = (terminal: string) =>
    Object.values(job.wires).flatMap(({ from, to }) =>
      from.part === 'WC1' && from.terminal === terminal
        ? [to]
        : to.part === 'WC1' && to.terminal === terminal
          ? [from]
          : [],
    )
  expect(
    [on('t1'), on('t2'), on('t3')].map((ends) => ends.map(({ part, terminal }) => `${part}.${terminal}`)[0]),
  ).toEqual(['FS1.lout', 'FS1.nout', 'MAINS.e'])
  const centres = Object.keys(job.parts).filter((id) => id.startsWith('WC'))
  const used = new Set(
    Object.values(job.wires).flatMap(({ from, to }) =>
      [from, to].filter(({ part }) => part.startsWith('WC')).map(({ part, terminal }) => `${part}.${terminal}`),
    ),
  )
  expect(centres.length * 12 - used.size).toBeGreaterThanOrEqual(1)
  for (const point of used)
    expect(
      Object.values(job.wires).filter(({ from, to }) =>
        [from, to].some(({ part, terminal }) => `${part}.${terminal}` === point),
      ).length,
    ).toBeLessThanOrEqual(4)
})

it('a survey that was changed after wiring is out of step, and says with what', () => {
  const job = wired()
  job.zones.z1!.valveKind = 'valve/motor-2'
  job.survey.supply.fireCutOut = true
  expect(outOfStep(job)).toEqual([
    'Zone 1: another valve is surveyed than is wired.',
    'The fire cut-out is surveyed and not wired.',
  ])
})

describe('a diverter as its leaflet has it', () => {
  const usual = { marksOpen: 0, clockwise: 0, turnsBy: 1, hasDial: 1 }
  const pipes = { inlet: 'left', tank: 'branch' } as const
  const says = (figures: object) => {
    const found = diverterSetUp(pipes, { ...usual, ...figures })
    return found.legal ? { groove: found.groove, moved: found.jumpersMoved, steps: found.steps.join(' ') } : found.why
  }

  it('another way of turning as delivered needs its direction changed, where this one does not', () => {
    const [one, other] = [says({}), says({ clockwise: 1 })]
    expect([one, other].map((found) => typeof found === 'object' && found.moved).sort()).toEqual([false, true])
  })

  it('a mark at the open port points the other way', () => {
    expect(says({ marksOpen: 1 })).toMatchObject({ groove: 'right' })
    expect(says({ marksOpen: 0 })).toMatchObject({ groove: 'branch' })
  })

  it('one that cannot be changed is refused on pipes that would need it, and taken on the others', () => {
    const found = [0, 1].map((clockwise) => says({ clockwise, turnsBy: 0 }))
    expect(found.filter((one) => typeof one === 'string')).toEqual([expect.stringContaining('cannot be changed')])
  })

  it('without a dial nobody is told to put it back; with a switch nobody looks for links', () => {
    expect(says({ hasDial: 0 })).toMatchObject({ steps: expect.not.stringContaining('dial') })
    expect(says({ turnsBy: 2 })).toMatchObject({ steps: expect.stringContaining('switch for its direction') })
    expect(says({})).toMatchObject({ steps: expect.stringContaining('links') })
  })

  it('a kind of the user’s own brings its fields to the pipes as surveyed', () => {
    const job = blankJob('Own', '230')
    job.survey.diverter = { inlet: 'left', tank: 'branch' }
    const legal = (figures: Record<string, number>) =>
      setUpOf({ ...job, ownKinds: { 'own/d': { like: 'valve/diverter', name: 'Ours', figures } as never } }).legal
    expect([legal({ turnsBy: 0 }), legal({ turnsBy: 0, clockwise: 1 })].sort()).toEqual([false, true])
    expect(setUpOf(job)).toEqual(diverterSetUp({ inlet: 'left', tank: 'branch' }))
  })
})

describe('transformers that share the zones', () => {
  const job = wired({ scheme: 's3b', transformers: 2, zones: 3 })
  const feeding = (bench: Simulation) => [1, 2].map((n) => bench.windingLoad(`XF${n}`, 'core').va > 4)

  it.each([
    [1, [true, false]],
    [2, [false, true]],
    [3, [true, false]],
  ])('zone %i draws from its own and from no other', (zone, from) => {
    const bench = new Simulation(job)
    bench.settle()
    ask(bench, job, `z${zone}`, true)
    bench.settle()
    expect(feeding(bench)).toEqual(from)
    expect(boilersTold(bench)).toHaveLength(1)
  })

  it('a number that is left out hangs none, and what is surveyed and not wired is said', () => {
    const apart = wiredBy(
      { ...job, zones: { ...job.zones, z2: { ...job.zones.z2!, transformer: 4 } } },
      schemeCalled('s3b')!,
    )
    expect(Object.keys(apart.parts).filter((id) => id.startsWith('XF'))).toEqual(['XF1', 'XF4'])
    const unwired = wired({ zones: 3 })
    unwired.zones.z2!.transformer = 2
    expect(outOfStep(unwired)).toEqual(['2 transformers are surveyed, 1 is wired.'])
    expect(fitOf(schemeCalled('s3')!, unwired).fits).toBe(true)
  })
})
