import { isModulating, refused } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { isSet, signalFit, signalZones } from './signal-zones.ts'

export const handSetter: Scheme = {
  id: 's7',
  begins: { practice: '120', boiler: '', thermostat: 'controller/signal-setter', valve: 'valve/modulating' },
  name: 'Modulating valves, each on a signal setter',
  about: [
    'Every valve has 24 V all the time and follows a direct voltage that is set by hand; signal and feed share one common.',
    'Milliamps pass a load resistor from signal to common, which turns them into volts.',
    'Without a signal a fed valve runs to its zero end; without power it stays where it is.',
  ],
  needsBoiler: false,
  fits(job) {
    const family = signalFit(job)
    if (!family.fits) return family
    if (!Object.values(job.zones).every((zone) => isModulating(zone) && isSet(zone)))
      return refused('Here every zone must be a modulating valve with a signal setter of its own.')
    return family
  },
  wire: signalZones,
}
