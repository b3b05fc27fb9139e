import { refused } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { runsBothWays, signalFit, signalZones } from './signal-zones.ts'

export const powerBothWays: Scheme = {
  id: 's8',
  begins: { practice: '120', boiler: '', valve: 'valve/power-both-ways' },
  name: 'Valves that run both ways, switched at their control',
  about: [
    'Every valve has 24 V all the time; a thermostat or switch puts the same 24 V on its control, and it runs open.',
    'With the control off it runs shut. Without power it stays where it is.',
    'No end switch, no boiler call: heat comes from elsewhere.',
  ],
  needsBoiler: false,
  fits(job) {
    const family = signalFit(job)
    if (!family.fits) return family
    if (!Object.values(job.zones).every(runsBothWays)) return refused('Here every valve must run both ways.')
    return family
  },
  wire: signalZones,
}
