import type { Job } from '../job/schema.ts'
import { metresFrom } from '../job/units.ts'
import { blankJob } from '../parts/new-job.ts'
import { wiredBy } from '../schemes/index.ts'
import { thermostatFirst } from '../schemes/thermostat-first.ts'

/** Visitor centre in old keepers' houses: five zones on one 40 VA transformer. */
export function kestrelPoint(): Job {
  const job: Job = {
    ...blankJob('Kestrel Point light station', '120'),
    task: 'Boiler room rebuild, 5 zones',
    site: {
      address: 'Visitor centre, lower keepers’ house, Kestrel Point',
      contact: 'Duty warden, day room',
      notes: 'Boiler room key hangs in the lamp store. No radio signal below the stairs.',
    },
    places: {
      boiler: { name: 'Boiler room, left wall', order: 0 },
      keepers: { name: 'Keeper’s rooms, hall', order: 1 },
      signal: { name: 'Signal house, upper landing', order: 2 },
      oil: { name: 'Oil store, by the door', order: 3 },
      gallery: { name: 'Gallery, east wall', order: 4 },
      tank: { name: 'Tank cupboard', order: 5 },
    },
  }
  // Cable runs in feet, as measured.
  const zones: [string, string, string, number][] = [
    ['keepers', 'Keeper’s rooms', 'keepers', 46],
    ['signal', 'Signal house', 'signal', 105],
    ['oil', 'Oil store', 'oil', 36],
    ['gallery', 'Gallery', 'gallery', 79],
    ['tank', 'Hot-water tank', 'tank', 13],
  ]
  for (const [i, [id, name, place, run]] of zones.entries())
    job.zones[id] = {
      number: i + 1,
      name,
      place,
      thermostatKind: 'thermostat/two-wire',
      valveKind: 'valve/motor-4',
      valvePlace: 'boiler',
      run: metresFrom('120', run),
    }
  job.survey.complaints =
    'Wardens say the Signal house stays cold some mornings. The old wiring was twisted and taped; all of it comes out.'
  job.survey.supply.fireCutOut = true
  return wiredBy(job, thermostatFirst)
}
