import { listed } from '../words/listed.ts'
import { drySwitchFit, isPowered, refused, zoneNames } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { zoneLoops } from './zone-loops.ts'

export const thermostatFirst: Scheme = {
  id: 's2',
  begins: { practice: '120' },
  name: 'Thermostat first',
  about: [
    'Transformer R goes to every thermostat; each W goes to its valve; all valves return to C.',
    'The end switches lie side by side across the boiler’s T-T, so that any open valve calls the boiler.',
    'Every return shares one common, and any wire off a thermostat is at R or W.',
  ],
  school: { order: 'thermostat', transformers: 'one' },
  fits(job) {
    const powered = zoneNames(job, isPowered)
    if (powered.length > 0)
      return refused(`${listed(powered)}: the thermostat needs a common. Take the way with a common.`)
    return drySwitchFit(job)
  },
  wire: (job) => zoneLoops(job, { first: 'thermostat', source: 'one' }),
}
