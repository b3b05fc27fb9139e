import { lineFit, lineZones } from './line-zones.ts'
import type { Scheme } from './scheme.ts'

export const linePumpsOnCalls: Scheme = {
  id: 's12',
  begins: { practice: '230', second: 'hot water with a pump' },
  name: '230 V zones, a zone’s own pump on its call line',
  about: [
    'A manifold’s pump hangs on the thermostat’s line beside its valve and starts with it: no relay.',
    'It pushes against a shutting or opening valve for some seconds: seen as a note, not as a fault. Only where one manifold is one zone.',
    'The valves’ joined switches are the boiler’s switched live.',
  ],
  school: { zonePump: 'call' },
  fits: (job) => lineFit(job, 'pumps on calls'),
  wire: (job) => lineZones(job, 'pumps on calls'),
}
