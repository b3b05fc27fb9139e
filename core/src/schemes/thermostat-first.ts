import { hasZones, isPowered, isUnproven, listed, lowVoltageFit, refused, sharesItsSwitch, zoneNames } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { zoneLoops } from './zone-loops.ts'

export const thermostatFirst: Scheme = {
  id: 's2',
  name: 'Thermostat first',
  about: [
    'Transformer R goes to every thermostat; each W goes to its valve; all valves return to C.',
    'The end switches lie side by side across the boiler’s T-T, so that any open valve calls the boiler.',
    'Every return shares one common, and any wire off a thermostat is at R or W.',
  ],
  fits(job) {
    const family = lowVoltageFit(job)
    if (!family.fits) return family
    const powered = zoneNames(job, isPowered)
    const unproven = zoneNames(job, isUnproven)
    if (powered.length > 0)
      return refused(`${listed(powered)}: the thermostat needs a common. Take the way with a common.`)
    const shared = zoneNames(job, sharesItsSwitch)
    if (shared.length > 0)
      return refused(
        `${listed(shared)}: its switch shares the valve’s common; across a dry call pair it would tie 24 V to the boiler’s board. It needs a relay.`,
      )
    if (unproven.length > 0)
      return refused(`${listed(unproven)}: the valve has no end switch, so nothing would call the boiler.`)
    return hasZones(job)
  },
  wire: (job) => zoneLoops(job, { first: 'thermostat', source: 'one' }),
}
