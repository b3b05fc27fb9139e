import { callBy, drySwitchFit, hasZones, refused } from './facts.ts'
import { besideManifold, manifoldFit } from './manifold.ts'
import type { Scheme } from './scheme.ts'
import { zoneLoops } from './zone-loops.ts'

export const manifoldLow: Scheme = {
  id: 's18',
  begins: {
    practice: '120',
    panel: 'panel/manifold-4',
    valve: 'valve/wax-head-24',
    heads: 2,
    ownPump: true,
  },
  name: 'Underfloor manifold with a 24 V centre of its own',
  about: [
    'Each room’s thermostat and its wax heads land on one channel of the centre at the manifold; its transformer feeds them.',
    'No head proves that it is open: the centre waits some minutes, then its two dry contacts start the manifold’s pump and call the boiler.',
    'Zones with a valve of their own beside it have their thermostats first, and their end switches lie side by side with the centre’s contact.',
  ],
  fits(job) {
    const manifold = manifoldFit(job, false)
    if (!manifold.fits) return manifold
    if (callBy(job.survey.boiler.kind) !== 'dry pair')
      return refused('The centre’s boiler contact is dry; this boiler is not called by a dry pair.')
    if (job.survey.pumpPanel) return refused('A pump relay panel is on the wall: two things would start one pump.')
    const beside = besideManifold(job)
    return Object.keys(beside.zones).length === 0 ? hasZones(job) : drySwitchFit(beside)
  },
  wire: (job) => zoneLoops(job, { first: 'thermostat', source: 'one', manifold: true }),
}
