import { curves } from './curves.ts'
import { contact } from './element.ts'
import { part } from './kind.ts'
import { onItsCurve, practice120, trips, unTripped } from './trip.ts'

export const fuse = part({
  kind: 'protection/fuse',
  name: 'In-line fuse',
  class: 'protection',
  about: 'Fuse in the feed of a 24 V circuit, sized rated VA / 24 and up to the next standard size.',
  terminals: {
    in: { role: 'feed in', marking: 'IN', circuit: 'low voltage', takes: 1 },
    out: { role: 'feed out', marking: 'OUT', circuit: 'low voltage', takes: 1 },
  },
  figures: {
    amps: { name: 'Rating', unit: 'A', value: 2 },
    slow: { name: 'Slow (1 yes, 0 no)', unit: '', value: 1 },
    lasts: onItsCurve,
  },
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
  motion: trips('element', (f: { amps: number; slow: number; lasts: number }, site) =>
    practice120(site)
      ? f.slow > 0
        ? curves.glass120Slow
        : curves.glass120
      : f.slow > 0
        ? curves.glass230Slow
        : curves.glass230,
  ),
  tells: [{ is: (_f, s) => s.gone, starts: 'blows', ends: 'replaced' }],
  faults: [{ name: 'blown', says: 'Fuse blown', repair: 'Find what blew it, then replace it', pin: { gone: true } }],
  says: (_f, s) => (s.gone ? 'blown' : 'sound'),
})
