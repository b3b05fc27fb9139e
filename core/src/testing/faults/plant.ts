import { wired } from '../benches.ts'
import { A, ghost, just, K, live, low, none, R } from './plants.ts'
import type { FaultRow } from './row.ts'

/** Boiler, burner and pumps. */
export const plant: readonly FaultRow[] = [
  {
    f: 19,
    what: 'back-feed of a pump',
    plant: R,
    supposed: just('link:V1.out+V2.out/fitted'),
    calling: [1],
    reads: ['loz', 'P3.l', 'P3.n'],
    sound: ghost,
    faulty: live,
  },
  {
    f: 30,
    what: 'spill switch tripped',
    plant: A,
    supposed: just('part:SP1/tripped'),
    calling: [1],
    reads: ['volts', 'SP1.in', 'SP1.out'],
    sound: none,
    faulty: low,
  },
  {
    f: 31,
    what: 'flame not seen',
    plant: () => wired({ boiler: 'boiler/oil' }),
    supposed: just('part:EYE1/dirty'),
    calling: [1],
    reads: ['state', 'B1', 'lockedOut'],
    sound: false,
    faulty: true,
  },
  {
    f: 41,
    what: 'pump runs against shut valves',
    plant: K,
    supposed: just('part:B1/pumpRelayWelded'),
    reads: ['loz', 'P1.l', 'P1.n'],
    sound: [0, 10],
    faulty: [110, 130],
  },
]
