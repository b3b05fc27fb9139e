import { coloured, type Table } from '../broken-by-hand.ts'
import { join, remove } from '../hands.ts'

/** Hands on a sound plant, and what the rules say of what works, and is not good work. */
export const tidiness: Table = {
  'proven-assumed': [
    [
      'linked',
      'leaves two-lead valves',
      () => {},
      ['tidy V1: Zone 1: opening is assumed, not proven.', 'tidy V2: Zone 2: opening is assumed, not proven.'],
    ],
    ['plain', 'leaves valves with end switches', () => {}, []],
  ],
  'over-run': [
    [
      'timed',
      'leaves the only valve',
      () => {},
      ['tidy B1: Boiler runs its pump on for 120 s, and every valve may be shut by then.'],
    ],
    ['mains', 'leaves a boiler without over-run', () => {}, []],
    ['timed', 'takes the valve out of its zone', (j) => void delete Object.values(j.zones)[0]!.valve, []],
  ],
  sleeved: [
    [
      'mains',
      'takes a blue core for a live',
      coloured('V1.call', 'blue'),
      ['tidy w6 V1.call WC1.t4: Wire 6 (blue) is a live, from Valve 1 M to Wiring centre 1 4.'],
    ],
    ['mains', 'sleeves it', coloured('V1.call', 'blue', 'brown'), []],
    ['mains', 'takes a white one, which is no neutral here', coloured('V1.call', 'white'), []],
    [
      'plain',
      'takes a white core for a live, where white is neutral',
      coloured('ES1.in', 'white'),
      ['tidy w2 CB1.out ES1.in: Wire 2 (white) is a live, from Breaker OUT to Emergency switch IN.'],
    ],
  ],
  capacity: [
    [
      'plain',
      'lands two on one screw',
      (j) => join(j, 'V1.m1', 'S8.w1'),
      [
        'tidy V1.m1 w19 seeded: Valve 1 M1 holds 2 conductors and takes 1.',
        'tidy S8.w1 w31 seeded: Splice S8 1 holds 2 conductors and takes 1.',
      ],
    ],
    [
      'mains',
      'lands a fourth on a bar of four',
      (j) => {
        remove(j, 'WC1.t2', 'TS1.n')
        join(j, 'WC1.t2', 'WC1.t11')
      },
      [],
    ],
    [
      'mains',
      'lands a fifth',
      (j) => join(j, 'WC1.t2', 'WC1.t11'),
      ['tidy WC1.t2 w20 w21 w22 w23 seeded: Wiring centre 1 2 holds 5 conductors and takes 4.'],
    ],
  ],
  'used-cap': [
    [
      'capped',
      'takes one that was used before',
      (j) => void (j.parts.S5!.figures = { used: 1 }),
      ['fails S5: Splice S5 is a cap that has been used before.'],
    ],
    ['capped', 'takes new ones', () => {}, []],
  ],
}
