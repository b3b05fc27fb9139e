import { hasZones, isPowered, isUnproven, listed, lowVoltageFit, refused, sharesItsSwitch, zoneNames } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { zoneLoops } from './zone-loops.ts'

export const thermostatFirstCommon: Scheme = {
  id: 's2b',
  name: 'Thermostat first, with a common',
  about: [
    'As thermostat first, and a third core brings C to every powered thermostat.',
    'Powered thermostats draw a little all the time: it counts in the transformer’s load.',
  ],
  fits(job) {
    const family = lowVoltageFit(job)
    if (!family.fits) return family
    const unproven = zoneNames(job, isUnproven)
    const shared = zoneNames(job, sharesItsSwitch)
    if (shared.length > 0)
      return refused(
        `${listed(shared)}: its switch shares the valve’s common; across a dry call pair it would tie 24 V to the boiler’s board. It needs a relay.`,
      )
    if (unproven.length > 0)
      return refused(`${listed(unproven)}: the valve has no end switch, so nothing would call the boiler.`)
    if (hasZones(job).fits && zoneNames(job, isPowered).length === 0)
      return refused('No thermostat here needs a common; the core would lie idle.')
    return hasZones(job)
  },
  wire: (job) => zoneLoops(job, { first: 'thermostat', source: 'one' }),
}
