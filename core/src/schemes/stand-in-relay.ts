import { hasZones, isUnproven, lowVoltageFit, refused, sharesItsSwitch, zoneNames } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { zoneLoops } from './zone-loops.ts'

export const standInRelay: Scheme = {
  id: 's6',
  begins: { practice: '120', valve: 'valve/motor-2' },
  name: 'A relay where the end switch is missing or not dry',
  about: [
    'A valve without an end switch gets a relay beside its motor. It pulls in after the valve’s opening time and calls the boiler.',
    'That zone is assumed open, never proven: a stuck valve still fires the boiler. Prefer a valve with a switch.',
    'A valve whose switch shares its common drives a relay with it; the relay’s dry contact calls the boiler.',
    'Zones with four-lead valves keep their end switches.',
  ],
  school: { order: 'thermostat', transformers: 'one' },
  fits(job) {
    const family = lowVoltageFit(job)
    if (!family.fits) return family
    if (hasZones(job).fits && zoneNames(job, (zone) => isUnproven(zone) || sharesItsSwitch(zone)).length === 0)
      return refused('Every valve here has a dry end switch; a stand-in would only hide what it proves.')
    return hasZones(job)
  },
  wire: (job) => zoneLoops(job, { first: 'thermostat', source: 'one' }),
}
