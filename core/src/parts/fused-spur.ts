import { curves } from './curves.ts'
import { contact } from './element.ts'
import { part } from './kind.ts'
import { onItsCurve, type Tripping, trips, unTripped } from './trip.ts'

type Spur = Tripping & { closed: boolean }

export const fusedSpur = part({
  kind: 'switch/fused-spur',
  name: 'Double-pole fused isolator',
  class: 'switch',
  about:
    'One point of isolation for boiler, valves, thermostats, pumps and programmer. Opens live and neutral; 3 A fuse in the live.',
  terminals: {
    lin: { role: 'live in', marking: 'L in', circuit: 'line voltage', takes: 1 },
    nin: { role: 'neutral in', marking: 'N in', circuit: 'line voltage', takes: 1 },
    lout: { role: 'live out', marking: 'L out', circuit: 'line voltage', takes: 2 },
    nout: { role: 'neutral out', marking: 'N out', circuit: 'line voltage', takes: 2 },
  },
  figures: { amps: { name: 'Fuse', unit: 'A', value: 3 }, lasts: onItsCurve },
  state: { closed: true, ...unTripped },
  roles: { blown: 'gone', closed: 'closed' },
  controls: [
    {
      state: 'closed',
      name: 'Isolator',
      options: [
        { value: true, says: 'on' },
        { value: false, says: 'off' },
      ],
    },
    {
      state: 'gone',
      name: 'Fuse',
      options: [
        { value: false, says: 'sound' },
        { value: true, says: 'blown' },
      ],
    },
  ],
  inside: (_f) => [
    contact<Spur>('fuse', 'lin', 'lout', (s) => s.closed && !s.gone, 0.03),
    contact<Spur>('neutral', 'nin', 'nout', (s) => s.closed, 0.01),
  ],
  motion: trips('fuse', () => curves.spur),
  tells: [
    { is: (_f, s) => s.gone, starts: 'fuse blows', ends: 'fuse replaced' },
    { is: (_f, s) => s.closed, starts: 'switched on', ends: 'switched off' },
  ],
  says: (_f, s) => (s.gone ? 'fuse blown' : s.closed ? 'on' : 'off'),
  hazards: ['Isolate, lock off, prove the tester, prove dead, prove the tester again. Look for a second feed.'],
})
