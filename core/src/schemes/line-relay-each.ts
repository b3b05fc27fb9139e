import { lineFit, lineZones } from './line-zones.ts'
import type { Scheme } from './scheme.ts'

export const lineRelayEach: Scheme = {
  id: 's14',
  name: '230 V zones, a relay for each, volt-free call',
  about: [
    'Each valve’s switch drives a relay coil at 230 V; the relays’ dry contacts lie side by side across the boiler’s own pair.',
    'A zone’s own pump hangs on its proven line, and the relay keeps another zone’s switch from feeding it backwards.',
    'Take the boiler’s factory link out.',
  ],
  fits: (job) => lineFit(job, 'relay a zone'),
  wire: (job) => lineZones(job, 'relay a zone'),
}
