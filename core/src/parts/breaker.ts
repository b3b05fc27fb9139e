import { curves } from './curves.ts'
import { contact } from './element.ts'
import { part } from './kind.ts'
import { onItsCurve, practice120, trips, unTripped } from './trip.ts'

export const breaker = part({
  kind: 'protection/breaker',
  name: 'Breaker',
  class: 'protection',
  about: 'Single-pole breaker of the boiler circuit. Trips on overload; switched off by hand.',
  terminals: {
    in: { role: 'line in', marking: 'IN', circuit: 'line voltage', takes: 1 },
    out: { role: 'line out', marking: 'OUT', circuit: 'line voltage', takes: 1 },
  },
  figures: {
    amps: { name: 'Rating', unit: 'A', value: 15 },
    tolerant: { name: 'Curve at 230 V (1 for C, 0 for B)', unit: '', value: 0 },
    lasts: onItsCurve,
  },
  state: { on: true, ...unTripped },
  roles: { blown: 'gone', closed: 'on' },
  controls: [
    {
      state: 'on',
      name: 'Breaker',
      options: [
        { value: true, says: 'on' },
        { value: false, says: 'off' },
      ],
    },
    {
      state: 'gone',
      name: 'Trip',
      options: [
        { value: false, says: 'set' },
        { value: true, says: 'tripped' },
      ],
    },
  ],
  inside: (_f) => [contact('pole', 'in', 'out', (s) => s.on && !s.gone, 0.01)],
  motion: trips('pole', (f: { amps: number; tolerant: number; lasts: number }, site) =>
    practice120(site) ? curves.breaker120 : f.tolerant > 0 ? curves.breakerC : curves.breakerB,
  ),
  tells: [
    { is: (_f, s) => s.gone, starts: 'trips', ends: 'set again' },
    { is: (_f, s) => s.on, starts: 'switched on', ends: 'switched off' },
  ],
  says: (_f, s) => (s.gone ? 'tripped' : s.on ? 'on' : 'off'),
})
