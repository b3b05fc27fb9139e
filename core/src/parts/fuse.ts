import { contact } from './element.ts'
import { part } from './kind.ts'
import { trips, unTripped } from './trip.ts'

export const fuse = part({
  kind: 'protection/fuse',
  name: 'In-line fuse',
  class: 'protection',
  about: 'Fuse in the feed of a 24 V circuit, sized rated VA / 24 and up to the next standard size.',
  terminals: {
    in: { role: 'feed in', marking: 'IN', circuit: 'low voltage', takes: 1 },
    out: { role: 'feed out', marking: 'OUT', circuit: 'low voltage', takes: 1 },
  },
  figures: { amps: { name: 'Rating', unit: 'A', value: 2 } },
  state: { ...unTripped },
  roles: { blown: 'gone' },
  controls: [
    {
      state: 'gone',
      name: 'Fuse',
      options: [
        { value: false, says: 'sound' },
        { value: true, says: 'blown' },
      ],
    },
  ],
  inside: (_f) => [contact('element', 'in', 'out', (s) => !s.gone, 0.03)],
  motion: trips('element'),
  tells: [{ is: (_f, s) => s.gone, starts: 'blows', ends: 'replaced' }],
  faults: [{ name: 'blown', says: 'Fuse blown', repair: 'Find what blew it, then replace it', pin: { gone: true } }],
  says: (_f, s) => (s.gone ? 'blown' : 'sound'),
})
