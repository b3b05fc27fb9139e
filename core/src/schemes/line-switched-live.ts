import { lineFit, lineZones } from './line-zones.ts'
import type { Scheme } from './scheme.ts'

export const lineSwitchedLive: Scheme = {
  id: 's9',
  begins: { practice: '230' },
  name: '230 V zones, switched live to the boiler',
  about: [
    'Isolator, programmer where there is one, thermostat, valve motor; each valve’s switch takes permanent live on to the boiler’s SL.',
    'All switch outputs are joined, so the boiler runs until the last valve has left its open stop.',
    'With over-run the boiler keeps its permanent live and feeds the pump itself; otherwise the pump hangs on the joined outputs.',
  ],
  fits: (job) => lineFit(job, 'switched live'),
  wire: (job) => lineZones(job, 'switched live'),
}
