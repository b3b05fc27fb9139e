import { lineFit, lineZones } from './line-zones.ts'
import type { Scheme } from './scheme.ts'

export const lineCombination: Scheme = {
  id: 's11',
  begins: { practice: '230', boiler: 'boiler/combination' },
  name: '230 V zones, combination boiler',
  about: [
    'Each receiver’s link takes permanent live to its contact, the contact feeds its valve, and the valves’ joined switches are the boiler’s switched live.',
    'No pump outside: the boiler moves the water and runs on by itself, so the pipework needs a bypass.',
    'The boiler runs until the last valve has left its open stop.',
  ],
  fits: (job) => lineFit(job, 'pump inside'),
  wire: (job) => lineZones(job, 'pump inside'),
}
