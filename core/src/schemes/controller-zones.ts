import { refused } from './facts.ts'
import type { Scheme } from './scheme.ts'
import { isControlled, signalFit, signalZones } from './signal-zones.ts'

export const controllerZones: Scheme = {
  id: 's17',
  begins: {
    practice: '120',
    boiler: '',
    thermostat: 'controller/building',
    valve: 'valve/modulating',
    signal: '0-10 V',
  },
  name: 'Building controller and its valves',
  about: [
    'The controller’s analogue outputs ask the modulating valves; each valve’s position output goes back to an input.',
    'One common for feed, signals and positions. Where there is a boiler, the controller’s dry demand contact calls it.',
    'Zones with a setter or with a valve that runs both ways may hang on the same 24 V.',
  ],
  needsBoiler: false,
  fits(job) {
    const family = signalFit(job)
    if (!family.fits) return family
    if (!Object.values(job.zones).some(isControlled)) return refused('No zone is asked by a building controller.')
    return family
  },
  wire: signalZones,
}
