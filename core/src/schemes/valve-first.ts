import { hasZones, isPowered, isUnproven, listed, lowVoltageFit, refused, sharesItsSwitch, zoneNames } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { zoneLoops } from './zone-loops.ts'

export const valveFirst: Scheme = {
  id: 's2c',
  name: 'Valve first',
  about: [
    'Transformer R goes to every valve; each valve goes on to its thermostat’s R; all W return to C.',
    'Electrically the same loop. At the thermostat both wires stand at R until it calls, so its readings differ.',
  ],
  fits(job) {
    const family = lowVoltageFit(job)
    if (!family.fits) return family
    const powered = zoneNames(job, isPowered)
    const unproven = zoneNames(job, isUnproven)
    if (powered.length > 0)
      return refused(
        `${listed(powered)}: behind the valve a powered thermostat would get its supply through the motor and run it.`,
      )
    const shared = zoneNames(job, sharesItsSwitch)
    if (shared.length > 0)
      return refused(
        `${listed(shared)}: its switch shares the valve’s common; across a dry call pair it would tie 24 V to the boiler’s board. It needs a relay.`,
      )
    if (unproven.length > 0)
      return refused(`${listed(unproven)}: the valve has no end switch, so nothing would call the boiler.`)
    return hasZones(job)
  },
  wire: (job) => zoneLoops(job, { first: 'valve', source: 'one' }),
}
