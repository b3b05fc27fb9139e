import { hasZones, isUnproven, refused, zoneNames } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { zoneLoops } from './zone-loops.ts'

export const standInRelay: Scheme = {
  id: 's6',
  name: 'Two-lead valves, stand-in relay',
  about: [
    'A valve without an end switch gets a relay beside its motor. It pulls in after the valve’s opening time and calls the boiler.',
    'That zone is assumed open, never proven: a stuck valve still fires the boiler. Prefer a valve with a switch.',
    'Zones with four-lead valves keep their end switches.',
  ],
  fits(job) {
    if (hasZones(job).fits && zoneNames(job, isUnproven).length === 0)
      return refused('Every valve here has an end switch; a stand-in would only hide what it proves.')
    return hasZones(job)
  },
  wire: (job) => zoneLoops(job, { first: 'thermostat' }),
}
