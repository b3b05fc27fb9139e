import type { Job, Practice } from '../job/schema.ts'
import { blankJob } from '../parts/new-job.ts'
import { schemeCalled, wiredBy } from '../schemes/index.ts'

/** A zone of a demo job: name, place of the thermostat, kinds, length of run in metres. */
export interface DemoZone {
  readonly name: string
  readonly place: string
  readonly thermostat: string
  readonly valve: string
  readonly run: number
  readonly hotWater?: boolean
  readonly ownPump?: boolean
  readonly signal?: '2-10 V' | '0-10 V' | '4-20 mA'
}

export interface DemoPlant {
  readonly title: string
  readonly task: string
  readonly practice: Practice
  readonly address: string
  readonly contact: string
  readonly notes: string
  readonly complaints: string
  readonly room: string
  readonly zones: readonly DemoZone[]
  readonly survey: Partial<Job['survey']>
  readonly scheme: string
}

/** A demo job, surveyed and wired by one of the schemes. */
export function demoJob(plant: DemoPlant): Job {
  const job = blankJob(plant.title, plant.practice)
  job.task = plant.task
  job.site = { address: plant.address, contact: plant.contact, notes: plant.notes }
  job.places = { boiler: { name: plant.room, order: 0 } }
  Object.assign(job.survey, plant.survey, { complaints: plant.complaints })
  for (const [i, { name, place, thermostat, valve, run, ...more }] of plant.zones.entries()) {
    const id = `place${i + 1}`
    job.places[id] = { name: place, order: i + 1 }
    job.zones[`zone${i + 1}`] = {
      number: i + 1,
      name,
      place: id,
      thermostatKind: thermostat,
      valveKind: valve,
      valvePlace: 'boiler',
      run,
      ...more,
    }
  }
  const scheme = schemeCalled(plant.scheme)
  if (!scheme) throw new RangeError(`no scheme ${plant.scheme}`)
  return wiredBy(job, scheme)
}
