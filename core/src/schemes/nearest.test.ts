import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { moveZone, zonesInOrder } from '../job/zones.ts'
import { kinds } from '../parts/index.ts'
import { blankJob } from '../parts/new-job.ts'
import { fitOf, fittingSchemes, schemeCalled, schemes, wiringBy } from './index.ts'
import { nearestFits } from './nearest.ts'
import { unheard } from './unheard.ts'

type Zone = Partial<Job['zones'][string]>
const surveyed = (
  practice: '120' | '230',
  zones: readonly Zone[],
  survey: Partial<Job['survey']> & { boilerKind?: string } = {},
) => {
  const job = blankJob('Survey', practice)
  for (const [i, zone] of zones.entries())
    job.zones[`z${i + 1}`] = {
      number: i + 1,
      name: `Zone ${i + 1}`,
      place: 'rooms',
      thermostatKind: practice === '120' ? 'thermostat/two-wire' : 'thermostat/receiver-230',
      valveKind: practice === '120' ? 'valve/motor-4' : 'valve/two-port-5',
      valvePlace: 'boiler',
      run: 8,
      ...zone,
    }
  const { boilerKind, ...rest } = survey
  Object.assign(job.survey, rest)
  if (boilerKind !== undefined) job.survey.boiler.kind = boilerKind
  return job
}

describe('a plant that fits no way is told what would make it fit', () => {
  it.each<[string, Job]>([
    ['no boiler, motor valves', surveyed('120', [{}, {}], { boilerKind: '' })],
    ['no boiler, 230 V valves', surveyed('230', [{}, {}], { boilerKind: '' })],
    ['a battery thermostat on a 230 V valve', surveyed('230', [{ thermostatKind: 'thermostat/two-wire' }])],
    ['a receiver with 24 V valves', surveyed('120', [{ thermostatKind: 'thermostat/receiver-230' }])],
    [
      'modulating beside two-position zones',
      surveyed('120', [{}, { valveKind: 'valve/modulating', thermostatKind: 'controller/building' }]),
    ],
    [
      '24 V and 230 V zones in one house',
      surveyed('230', [{}, { valveKind: 'valve/motor-4', thermostatKind: 'thermostat/two-wire' }]),
    ],
    [
      'a diverter with zones behind it',
      surveyed('230', [{ hotWater: true, valveKind: 'valve/diverter' }, {}, {}], { boilerKind: 'boiler/heat-machine' }),
    ],
  ])('%s', (_name, job) => {
    expect(fittingSchemes(job)).toEqual([])
    const found = nearestFits(job)
    expect(found.length).toBeGreaterThan(0)
    for (const { scheme, apply, change } of found) {
      expect(change).toMatch(/^with(out)? /)
      const changed = produce(job, apply)
      expect(fitOf(scheme, changed)).toEqual({ fits: true })
      expect(Object.keys(wiringBy(scheme, changed).wires).length).toBeGreaterThan(0)
    }
    expect(new Set(found.map(({ change }) => change)).size).toBe(found.length)
    expect(found.length).toBeLessThanOrEqual(4)
  })

  it('says nothing where a way fits, and nothing where no zone is surveyed', () => {
    expect(nearestFits(surveyed('120', [{}]))).toEqual([])
    expect(nearestFits(surveyed('120', []))).toEqual([])
  })

  it('hot water surveyed first with a panel is moved last', () => {
    const job = surveyed('120', [{ hotWater: true, ownPump: true }, {}], { panel: 'panel/zone-valve-3' })
    expect(fittingSchemes(job)).toEqual([])
    expect(nearestFits(job).map(({ change }) => change)).toContain('with Zone 1 as the last zone')
    const moved = produce(job, (draft) => moveZone(draft, 'z1', 1))
    expect(fittingSchemes(moved).length).toBeGreaterThan(0)
    expect(zonesInOrder(moved).map(({ id }) => id)).toEqual(['z2', 'z1'])
  })
})

describe('no answer of the survey is dropped silently', () => {
  it('a way without a place for the panel, the programmer or a pump says so', () => {
    const job = surveyed('120', [{}], { panel: 'panel/zone-valve-3' })
    expect(fitOf(schemeCalled('s2')!, job)).toMatchObject({ fits: false, why: expect.stringContaining('the panel') })
    const clock = surveyed('120', [{ ownPump: true }], { programmer: true })
    expect(fitOf(schemeCalled('s2')!, clock)).toMatchObject({
      fits: false,
      why: expect.stringContaining('the programmer and the pump of Zone 1. Choose a way that has, or take them out'),
    })
  })

  it('with a panel on the wall only the panel’s ways are left', () => {
    const ways = fittingSchemes(surveyed('120', [{}, {}], { panel: 'panel/zone-valve-3' }))
    expect(ways.length).toBeGreaterThan(0)
    expect(ways.every(({ id }) => id.startsWith('s5'))).toBe(true)
  })

  it('what every fitting way makes has a place for everything surveyed', () => {
    const jobs = [
      surveyed('120', [{}, { hotWater: true, ownPump: true }], { panel: 'panel/zone-valve-4' }),
      surveyed('230', [{}, { hotWater: true, ownPump: true }], {
        programmer: true,
        boilerKind: 'boiler/switched-live',
      }),
    ]
    for (const job of jobs)
      for (const scheme of schemes) if (fitOf(scheme, job).fits) expect(unheard(job, wiringBy(scheme, job))).toEqual([])
  })
})

describe('the order of zones', () => {
  const order = (by: number, id = 'z2') => {
    const job = produce(surveyed('120', [{}, {}, {}]), (draft) => moveZone(draft, id, by))
    expect(zonesInOrder(job).map(({ number }) => number)).toEqual([1, 2, 3])
    return zonesInOrder(job).map((zone) => zone.id)
  }
  it.each([
    [1, ['z1', 'z3', 'z2']],
    [-1, ['z2', 'z1', 'z3']],
    [0, ['z1', 'z2', 'z3']],
    [9, ['z1', 'z3', 'z2']],
    [-9, ['z2', 'z1', 'z3']],
  ])('moved by %i', (by, ids) => expect(order(by)).toEqual(ids))
  it('leaves all as it is for a zone there is not', () => expect(order(1, 'z9')).toEqual(['z1', 'z2', 'z3']))
})

it('every survey of two devices is answered by every way, never by a failure', () => {
  const thermostats = kinds.filter(({ class: of }) => of === 'thermostat' || of === 'controller')
  const valves = kinds.filter(({ class: of }) => of === 'valve')
  for (const practice of ['120', '230'] as const)
    for (const thermostat of thermostats)
      for (const valve of valves) {
        const zone = { thermostatKind: thermostat.kind, valveKind: valve.kind }
        const job = surveyed(practice, [zone, {}], { programmer: practice === '230' })
        for (const scheme of schemes) {
          const fit = fitOf(scheme, job)
          if (!fit.fits) expect(fit.why.length).toBeGreaterThan(20)
        }
      }
})
