import { drySwitchFit, isPowered, refused, zoneNames } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { zoneLoops } from './zone-loops.ts'

export const thermostatFirstCommon: Scheme = {
  id: 's2b',
  begins: { practice: '120', thermostat: 'thermostat/powered' },
  name: 'Thermostat first, with a common',
  about: [
    'As thermostat first, and a third core brings C to every powered thermostat.',
    'Powered thermostats draw a little all the time: it counts in the transformer’s load.',
  ],
  school: { order: 'thermostat', transformers: 'one' },
  fits(job) {
    const fit = drySwitchFit(job)
    if (fit.fits && zoneNames(job, isPowered).length === 0)
      return refused('No thermostat here needs a common; the core would lie idle.')
    return fit
  },
  wire: (job) => zoneLoops(job, { first: 'thermostat', source: 'one' }),
}
