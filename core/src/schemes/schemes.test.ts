import { describe, expect, it } from 'vitest'
import { findingsOf } from '../checks/index.ts'
import { loopsOf } from '../loops/loops.ts'
import { verdictOf } from '../loops/verdict.ts'
import { sentenceText } from '../loops/words.ts'
import { boilersTold } from '../loops/zone-standing.ts'
import { Simulation } from '../motion/simulation.ts'
import { type Ask, wired } from '../testing/benches.ts'
import { schemes } from './index.ts'
import { outOfStep } from './out-of-step.ts'

/** Each way with kinds it is for, and the most zones it takes. */
const ways: (Ask & { most?: number })[] = [
  { scheme: 's2' },
  { scheme: 's2', remote: true, practice: '230' },
  { scheme: 's2', valve: 'valve/stored-charge', boiler: 'boiler/oil' },
  { scheme: 's2', valve: 'valve/motor-4', thermostat: 'thermostat/power-stealing' },
  { scheme: 's2b', powered: true },
  { scheme: 's2c' },
  { scheme: 's2c', remote: true },
  { scheme: 's6', twoLead: true },
  { scheme: 's6', twoLead: true, remote: true, powered: true },
  { scheme: 's6', valve: 'valve/heat-3', most: 8 },
  { scheme: 's6', valve: 'valve/power-both-ways' },
  { scheme: 's3' },
  { scheme: 's4', boiler: 'boiler/valve-supply', most: 4 },
  { scheme: 's4', boiler: 'boiler/valve-supply', valve: 'valve/heat-3', most: 1 },
  { scheme: 's5a', panel: 'panel/zone-valve-6', most: 6 },
  { scheme: 's5a', panel: 'panel/zone-valve-6', valve: 'valve/heat-3', most: 4 },
  { scheme: 's5a', panel: 'panel/zone-valve-4', twoLead: true, most: 4 },
  { scheme: 's5b', panel: 'panel/zone-valve-6', valve: 'valve/stored-charge', hotWater: true, most: 6 },
  { scheme: 's5c', panel: 'panel/zone-valve-6', hotWater: true, most: 6 },
  {
    scheme: 's9',
    practice: '230',
    boiler: 'boiler/switched-live',
    thermostat: 'thermostat/receiver-230',
    valve: 'valve/two-port-5',
  },
  {
    scheme: 's9',
    practice: '230',
    boiler: 'boiler/switched-live',
    thermostat: 'thermostat/mechanical-230',
    valve: 'valve/two-port-6',
    programmer: true,
    postRun: 120,
  },
  {
    scheme: 's9',
    practice: '230',
    boiler: 'boiler/switched-live',
    thermostat: 'thermostat/tank',
    valve: 'valve/two-port-6',
  },
  {
    scheme: 's14',
    practice: '230',
    boiler: 'boiler/volt-free',
    thermostat: 'thermostat/receiver-230',
    valve: 'valve/two-port-5',
    hotWater: true,
  },
  {
    scheme: 's14',
    practice: '230',
    boiler: 'boiler/dry-call',
    thermostat: 'thermostat/receiver-230',
    valve: 'valve/two-port-6',
  },
  {
    scheme: 's13',
    practice: '230',
    boiler: 'boiler/volt-free',
    thermostat: 'thermostat/mechanical-230',
    valve: 'valve/two-port-5',
  },
]

describe.each(ways)('wired by $scheme ($valve $thermostat $boiler $panel remote $remote)', ({ most = 8, ...ask }) => {
  it.each(
    [1, 2, 3, 5, 8, 12]
      .filter((n) => n > (ask.scheme === 's5b' || ask.scheme === 's5c' ? 1 : 0))
      .filter((n) => n <= most || (n === 12 && most === 8 && ask.scheme === 's2')),
  )('%i zones raise no finding, and each zone alone opens, is proven and stops', (zones) => {
    const job = wired({ ...ask, zones })
    expect(schemes.find(({ id }) => id === ask.scheme)!.fits(job)).toEqual({ fits: true })
    expect(findingsOf(job)).toEqual([])
    expect(outOfStep(job)).toEqual([])
    const bench = new Simulation(job)
    bench.settle()
    for (let n = 1; n <= zones; n++) {
      bench.set(`TS${n}`, 'calling', true)
      bench.settle()
      const found = verdictOf(bench, job, loopsOf(bench, job))
      expect([found.tone, sentenceText(found.sentence)]).toEqual(['well', expect.stringContaining('open and proven')])
      expect(found.zones.filter(({ opening }) => opening > 0).map(({ zone }) => zone)).toEqual([`z${n}`])
      expect(boilersTold(bench)).toHaveLength(1)
      bench.set(`TS${n}`, 'calling', false)
      bench.settle()
      expect([bench.stateOf(`V${n}`).travel, boilersTold(bench).length]).toEqual([0, 0])
    }
    const rest = verdictOf(bench, job, loopsOf(bench, job))
    expect(sentenceText(rest.sentence)).toContain('Nobody calls')
  })
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
    ['s5b', { scheme: 's5a', panel: 'panel/zone-valve-3' }, 'one hot-water zone'],
    ['s5c', { scheme: 's5a', panel: 'panel/zone-valve-3', zones: 1 }, 'a heating zone'],
    ['s5a', { scheme: 's2' }, 'no zone-valve panel'],
  ])('%s says why', (id, ask, why) => {
    const fit = schemes.find((scheme) => scheme.id === id)!.fits(wired(ask))
    expect(fit).toMatchObject({ fits: false, why: expect.stringContaining(why) })
  })
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
