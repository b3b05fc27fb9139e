import { expect, it } from 'vitest'
import type { Practice } from '../job/schema.ts'
import { kindOf, terminalsInOrder } from './index.ts'
import { addZone, blankJob } from './new-job.ts'

it.each<[Practice, string, string, string]>([
  ['120', 'boiler/dry-call', 'thermostat/two-wire', 'valve/motor-4'],
  ['230', 'boiler/switched-live', 'thermostat/receiver-230', 'valve/two-port-5'],
])(
  'a first zone in %s V practice has the usual kinds, away from the boiler; its valve hangs at the boiler',
  (practice, boiler, thermostat, valve) => {
    const job = blankJob('Tide mill', practice)
    expect([job.survey.boiler.kind, job.survey.supply.emergencySwitch]).toEqual([boiler, practice === '120'])
    expect(addZone(job)).toBe('zone1')
    expect(job.zones.zone1).toEqual({
      number: 1,
      name: 'Zone 1',
      place: 'rooms',
      thermostatKind: thermostat,
      valveKind: valve,
      valvePlace: 'boiler',
      run: 12,
    })
  },
)

it('where there is no other place its room is the boiler room', () => {
  const job = blankJob('Tide mill', '120')
  delete job.places.rooms
  addZone(job)
  expect(job.zones.zone1!.place).toBe('boiler')
})

it('a zone more is like the last one, with the next number; its valve is at the boiler, or on the same manifold', () => {
  const job = blankJob('Tide mill', '120')
  addZone(job)
  const like = {
    place: 'loft',
    thermostatKind: 'thermostat/powered',
    valveKind: 'valve/heat-3',
    valvePlace: 'loft',
    run: 31,
  }
  job.places.loft = { name: 'Loft', order: 2 }
  Object.assign(job.zones.zone1!, like, { number: 4 })
  expect(addZone(job)).toBe('zone2')
  expect(job.zones.zone2).toEqual({ ...like, number: 5, name: 'Zone 5', valvePlace: 'boiler' })
  job.zones.zone2!.valveKind = 'valve/wax-head-24'
  job.zones.zone2!.valvePlace = 'loft'
  expect(job.zones[addZone(job)]).toMatchObject({ number: 6, valveKind: 'valve/wax-head-24', valvePlace: 'loft' })
})

it('a room after a tank is like the rooms before it, and the first room beside a tank has the usual kinds', () => {
  const job = blankJob('Tide mill', '120')
  addZone(job)
  const tank = { thermostatKind: 'thermostat/tank', valveKind: 'valve/stored-charge', hotWater: true, run: 4 }
  job.zones.zone2 = { ...job.zones.zone1!, ...tank, number: 2, name: 'Tank' }
  Object.assign(job.zones.zone1!, { thermostatKind: 'thermostat/powered', run: 31 })
  const id = addZone(job)
  expect(job.zones[id]).toMatchObject({ number: 3, name: 'Zone 3', thermostatKind: 'thermostat/powered', run: 31 })
  delete job.zones.zone1
  delete job.zones[id]
  expect(job.zones[addZone(job)]).toMatchObject({ number: 3, thermostatKind: 'thermostat/two-wire', run: 12 })
})

it('a room more on a panel is wired before its hot water, and behind it where there is no panel', () => {
  const survey = (panel?: string) => {
    const job = blankJob('Tide mill', '120')
    if (panel) job.survey.panel = panel
    addZone(job)
    job.zones.zone2 = { ...job.zones.zone1!, hotWater: true, number: 2, name: 'Tank' }
    const more = [addZone(job), addZone(job)].map((id) => [job.zones[id]!.number, job.zones[id]!.name])
    return [job.zones.zone2.number, ...more]
  }
  expect(survey('panel/zone-valve-4')).toEqual([4, [2, 'Zone 2'], [3, 'Zone 3']])
  expect(survey()).toEqual([2, [3, 'Zone 3'], [4, 'Zone 4']])
})

it('terminals lie as the kind has them, or as the layout says that was chosen; of what nobody knows there are none', () => {
  const part = { kind: 'panel/zone-valve-3' }
  const usual = terminalsInOrder(part)
  const kind = kindOf(part)!
  expect(usual).toEqual(Object.keys(kind.terminals))
  for (const { name, order } of kind.layouts!) expect(terminalsInOrder({ ...part, layout: name })).toEqual(order)
  const first = terminalsInOrder({ ...part, layout: 'thermostats-first' })
  expect(first).not.toEqual(usual)
  expect(first.toSorted()).toEqual(usual.toSorted())
  expect(terminalsInOrder({ ...part, layout: 'upside-down' })).toEqual(usual)
  expect(terminalsInOrder({ kind: 'panel/zone-valve-99' })).toEqual([])
})
