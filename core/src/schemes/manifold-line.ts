import { callBy } from './facts.ts'
import { type LineCall, lineFitBeside, lineZones } from './line-zones.ts'
import { besideManifold, manifoldFit } from './manifold.ts'
import type { Scheme } from './scheme.ts'

/** How the valves beside the manifold tell this boiler: on its own pair, or by a switched live. */
const callOf = (boiler: string): LineCall =>
  callBy(boiler) === 'dry pair' ? 'switches alone' : boiler === 'boiler/combination' ? 'pump inside' : 'switched live'

export const manifoldLine: Scheme = {
  id: 's18b',
  begins: {
    practice: '230',
    panel: 'panel/manifold-4-230',
    valve: 'valve/wax-head-230',
    heads: 2,
    ownPump: true,
  },
  name: 'Underfloor manifold with a 230 V centre of its own',
  about: [
    'Each room’s thermostat and its wax heads land on one channel of the centre at the manifold, at line voltage.',
    'No head proves that it is open: the centre waits some minutes, then its two dry contacts start the manifold’s pump and call the boiler: on its volt-free pair, or from permanent live to its switched live.',
    'Zones with a valve of their own beside it call the boiler by their switches, on the same pair or the same switched live.',
  ],
  fits(job) {
    const manifold = manifoldFit(job, true)
    if (!manifold.fits) return manifold
    return lineFitBeside(besideManifold(job), callOf(job.survey.boiler.kind))
  },
  wire: (job) => lineZones(job, callOf(job.survey.boiler.kind), true),
}
