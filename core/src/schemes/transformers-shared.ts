import { hasZones, lowVoltageFit, refused, transformersAsked } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { zoneLoops } from './zone-loops.ts'

export const transformersShared: Scheme = {
  id: 's3b',
  begins: { practice: '120', secondTransformer: true },
  name: 'Zones shared out between transformers',
  about: [
    'Two transformers or more, each with its own fuse and its own commons; every zone hangs on the one its survey names.',
    'The secondaries must never touch: a wire between loops of two transformers is a fault, whichever pole it joins.',
    'Only the end switches meet, across the boiler’s pair.',
  ],
  school: { order: 'thermostat' },
  fits(job) {
    const fit = lowVoltageFit(job)
    if (!fit.fits) return fit
    const zones = hasZones(job)
    if (!zones.fits) return zones
    return transformersAsked(job).length > 1
      ? fit
      : refused('Every zone hangs on the first transformer: say in a zone’s menu which hang on another.')
  },
  wire: (job) => zoneLoops(job, { first: 'thermostat', source: 'shared' }),
}
