import { lineFit, lineZones } from './line-zones.ts'
import type { Scheme } from './scheme.ts'

export const lineSwitchesAlone: Scheme = {
  id: 's13',
  begins: { practice: '230', boiler: 'boiler/volt-free' },
  name: '230 V valves, their switches used volt-free',
  about: [
    'The switch feeds are not on permanent live: all feeds go to one side of the boiler’s pair, all outputs to the other.',
    'The valves’ switches carry the boiler’s own low voltage inside a 230 V head: mark it, and keep the cores apart.',
    'Check that the valve’s switch is volt-free: some have a neutral joined in the factory. Take the factory link out.',
  ],
  fits: (job) => lineFit(job, 'switches alone'),
  wire: (job) => lineZones(job, 'switches alone'),
}
