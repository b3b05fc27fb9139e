import { lineFit, lineZones } from './line-zones.ts'
import type { Scheme } from './scheme.ts'

export const lineRelayEach: Scheme = {
  id: 's14',
  begins: { practice: '230', boiler: 'boiler/volt-free' },
  name: '230 V zones, a relay for each',
  about: [
    'Each valve’s switch drives a relay coil at 230 V; the relays’ contacts lie side by side across the boiler’s own pair, or bring it its switched live.',
    'A zone’s own pump hangs on its proven line, and the relay keeps another zone’s switch from feeding it backwards.',
    'Where the call is volt-free, take the boiler’s factory link out.',
  ],
  school: { zonePump: 'proven' },
  fits: (job) => lineFit(job, 'relay a zone'),
  wire: (job) => lineZones(job, 'relay a zone'),
}
