import { describe, expect, it } from 'vitest'
import { findingsOf } from '../checks/index.ts'
import type { Job } from '../job/schema.ts'
import { loopsOf } from '../loops/loops.ts'
import { verdictOf } from '../loops/verdict.ts'
import { blankJob } from '../parts/new-job.ts'
import { benchWith } from '../suppose/bench.ts'
import { supposed, volts } from '../testing/benches.ts'
import { sentenceText } from '../words/words.ts'
import { fitOf, schemeCalled, wiredBy } from './index.ts'

const scheme = schemeCalled('s16')!

function surveyed(change: (job: Job) => void = () => {}): Job {
  const job = blankJob('Middle', '230')
  const zone = { place: 'rooms', valvePlace: 'boiler', run: 8 }
  job.zones.z1 = {
    ...zone,
    number: 1,
    name: 'Hall',
    thermostatKind: 'thermostat/receiver-230',
    valveKind: 'valve/mid-position',
  }
  job.zones.z2 = {
    ...zone,
    number: 2,
    name: 'Tank',
    thermostatKind: 'thermostat/tank',
    valveKind: '',
    hotWater: true,
  }
  Object.assign(job.survey, { boiler: { ...job.survey.boiler, kind: 'boiler/switched-live' }, programmer: true })
  change(job)
  return job
}

function plant(wrong: readonly string[] = [], calling: { hall?: boolean; tank?: boolean } = {}) {
  const job = wiredBy(surveyed(), scheme)
  const simulation = benchWith(job, supposed(wrong), { PR1: { hotWater: 'on', heating: 'on' } })
  simulation.setTogether({ TS1: { calling: calling.hall === true }, TS2: { calling: calling.tank === true } })
  simulation.settle()
  return {
    job,
    simulation,
    says: () => {
      const valve = simulation.netlist.parts.get('V1')!
      return valve.kind.says(valve.figures, simulation.stateOf('V1'))
    },
    live: (point: string) => volts(simulation)(point, 'MAINS.n') > 200,
    fires: () => simulation.stateOf('B1').called === true,
    pump: () => simulation.stateOf('P1').running === true,
    standing: () => {
      const { says, moving, trouble } = verdictOf(simulation, job, loopsOf(simulation, job)).zones[0]!
      return { says, moving, trouble: trouble !== undefined }
    },
    verdict: () => sentenceText(verdictOf(simulation, job, loopsOf(simulation, job)).sentence),
  }
}

describe('a mid-position valve', () => {
  it('is wired without a finding that matters', () => {
    const job = wiredBy(surveyed(), scheme)
    expect(fitOf(scheme, surveyed())).toEqual({ fits: true })
    expect(findingsOf(job).filter(({ severity }) => severity !== 'tidy')).toEqual([])
  })

  // Who calls; where it stands; which cores are live; what answers.
  it.each([
    [{}, 'hot water', { heat: false, off: true, out: false }, false],
    [{ tank: true }, 'hot water', { heat: false, off: false, out: true }, true],
    [{ hall: true, tank: true }, 'both open', { heat: true, off: false, out: true }, true],
    [{ hall: true }, 'heating', { heat: true, off: true, out: true }, true],
  ])('with %j it stands %s', (calling, says, cores, fires) => {
    const now = plant([], calling)
    expect(now.says()).toBe(says)
    expect({ heat: now.live('V1.heat'), off: now.live('V1.off'), out: now.live('V1.out') }).toEqual(cores)
    expect([now.fires(), now.pump()]).toEqual([fires, fires])
  })

  it('left with water off alone it stays where it stands, dark at its switch', () => {
    const now = plant([], { hall: true })
    now.simulation.set('TS1', 'calling', false)
    now.simulation.settle()
    expect(now.says()).toBe('heating')
    expect([now.live('V1.out'), now.fires()]).toEqual([false, false])
    expect(now.standing()).toEqual({ says: 'heating, stays until something else calls', moving: false, trouble: false })
    // With water off gone too it goes back, and is then as shut as it ever is.
    now.simulation.set('PR1', 'hotWater', 'on')
    now.simulation.set('TS2', 'calling', true)
    now.simulation.settle()
    expect(now.standing()).toMatchObject({ says: 'hot water', moving: false, trouble: false })
  })

  it('comes back to the middle when the tank calls too, and to hot water when heating stops', () => {
    const now = plant([], { hall: true })
    now.simulation.set('TS2', 'calling', true)
    now.simulation.settle()
    expect(now.says()).toBe('both open')
    now.simulation.set('TS1', 'calling', false)
    now.simulation.settle()
    expect(now.says()).toBe('hot water')
  })

  it('takes its time to the middle and again as long to the end, and its switch makes at the end', () => {
    const now = plant()
    now.simulation.set('TS1', 'calling', true)
    const from = now.simulation.now
    now.simulation.settle()
    const at = (says: string) => now.simulation.trace.findLast((one) => one.says === says)!.at - from
    expect(at('in the middle: both outlets open')).toBeCloseTo(12, 2)
    expect(at('switch made')).toBeCloseTo(23.04, 2)
    expect(at('at heating alone')).toBeCloseTo(24, 2)
  })

  it('the call side of the tank thermostat is live while heating runs, though the tank is satisfied', () => {
    expect(plant([], { hall: true }).live('TS2.no')).toBe(true)
    expect(plant([], {}).live('TS2.no')).toBe(false)
  })

  it('heating is proven, hot water has nothing to prove it', () => {
    expect(plant([], { hall: true }).verdict()).toContain('open and proven')
    expect(plant([], { tank: true }).verdict()).not.toContain('proven')
  })

  describe('faults', () => {
    it('stuck in the middle: hot water alone warms the radiators, heating alone the tank', () => {
      const tank = plant(['part:V1/stuckMiddle'], { tank: true })
      expect([tank.simulation.stateOf('V1').way, tank.simulation.stateOf('V1').beyond, tank.fires()]).toEqual([
        1,
        0,
        true,
      ])
      const hall = plant(['part:V1/stuckMiddle'], { hall: true })
      expect([hall.says(), hall.live('V1.off'), hall.live('V1.heat')]).toEqual(['both open', true, true])
    })

    it('its holding part open: both feeds live and it will not stay at heating alone', () => {
      const now = plant(['part:V1/holdingOpen'], { hall: true })
      expect([now.says(), now.live('V1.off')]).toEqual(['both open', true])
    })

    it('its heat switch dead: it moves and nothing fires; hot water fires', () => {
      const hall = plant(['part:V1/switchNeverMakes'], { hall: true })
      expect([hall.live('V1.heat'), hall.live('V1.out'), hall.fires()]).toEqual([true, false, false])
      expect(plant(['part:V1/switchNeverMakes'], { tank: true }).fires()).toBe(true)
      expect(hall.verdict()).toContain('end switch of Valve 1')
      // In the middle the tank's call holds the boiler; nobody is told of a dead switch.
      expect(plant(['part:V1/switchNeverMakes'], { hall: true, tank: true }).verdict()).not.toContain('end switch')
    })
  })
})

describe('what it does not fit', () => {
  it.each<[string, (job: Job) => void, string]>([
    ['120 V', (job) => void Object.assign(job, { practice: '120' }), '230 V practice'],
    ['no such valve', (job) => void (job.zones.z1!.valveKind = 'valve/two-port-5'), 'No zone has'],
    ['two of them', (job) => void (job.zones.z2!.valveKind = 'valve/mid-position'), 'here are two'],
    ['on hot water', (job) => void (job.zones.z1!.hotWater = true), 'belongs to the heating zone'],
    ['a third zone', (job) => void (job.zones.z3 = { ...job.zones.z1!, number: 3, valveKind: '' }), 'just these two'],
    ['a tank valve', (job) => void (job.zones.z2!.valveKind = 'valve/two-port-5'), 'no valve of its own'],
    [
      'a tank thermostat with one side',
      (job) => void (job.zones.z2!.thermostatKind = 'thermostat/receiver-230'),
      'contact on both sides',
    ],
    ['a pump of its own', (job) => void (job.zones.z1!.ownPump = true), 'one pump serves both'],
    ['24 V', (job) => void (job.zones.z1!.thermostatKind = 'thermostat/two-wire'), '24 V device'],
    ['a volt-free boiler', (job) => void (job.survey.boiler.kind = 'boiler/volt-free'), 'switched live'],
    ['no programmer', (job) => void (job.survey.programmer = false), 'needs a programmer'],
  ])('%s', (_name, change, why) => {
    expect(fitOf(scheme, surveyed(change))).toMatchObject({ fits: false, why: expect.stringContaining(why) })
  })
})
