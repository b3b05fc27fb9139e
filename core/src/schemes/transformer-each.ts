import { hasZones, lowVoltageFit } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { zoneLoops } from './zone-loops.ts'

export const transformerEach: Scheme = {
  id: 's3',
  begins: { practice: '120' },
  name: 'A transformer for each zone',
  about: [
    'Every zone has its own transformer, fuse, thermostat and valve loop; only the end switches meet, across the boiler’s pair.',
    'The secondaries must never touch: a wire between two zones’ loops is a fault, whichever pole it joins.',
  ],
  school: { order: 'thermostat', transformers: 'each' },
  fits(job) {
    const fit = lowVoltageFit(job)
    return fit.fits ? hasZones(job) : fit
  },
  wire: (job) => zoneLoops(job, { first: 'thermostat', source: 'each' }),
}
