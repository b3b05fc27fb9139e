import { both, coloured, type Table } from '../broken-by-hand.ts'
import { exchange, join, move, remove } from '../hands.ts'

/** Hands on a sound plant, and what the rules say of what hangs on the wrong one. */
export const astray: Table = {
  'pairs-exchanged': [
    ['plain', 'brings the feed to a switch and leaves the motor where it is', (j) => join(j, 'V1.e1', 'F1.out'), []],
    [
      'plain',
      'exchanges both pairs',
      (j) => {
        exchange(j, 'V1.m1', 'V1.e1')
        exchange(j, 'V1.m2', 'V1.e2')
      },
      ['danger V1.m1 V1.m2 V1.e1 V1.e2: Zone 1: motor and switch leads of Valve 1 are exchanged.'],
    ],
    [
      'plain',
      'exchanges one lead of each',
      (j) => exchange(j, 'V2.m2', 'V2.e2'),
      ['danger V2.m2 V2.e2: Zone 2: motor and switch leads of Valve 2 are exchanged.'],
    ],
    ['plain', 'turns the motor round, which nobody minds', (j) => exchange(j, 'V1.m1', 'V1.m2'), []],
  ],
  'rest-contact': [
    [
      'mains',
      'lands on the rest contact',
      (j) => move(j, 'TS1.no', 'TS1.nc'),
      ['fails TS1.com TS1.nc: Zone 1: Thermostat 1 is landed on the contact that is made at rest.'],
    ],
    [
      'relay',
      'lands a stand-in on its rest contact',
      (j) => move(j, 'K1.no', 'K1.nc'),
      ['fails K1.no K1.nc: Zone 1: Relay 1 is landed on the contact that is made at rest.'],
    ],
    [
      'relay',
      'lifts its contact: nothing lies on the one beside it, and its coil is no contact',
      (j) => remove(j, 'K1.no'),
      [],
    ],
  ],
  'loads-in-series': [
    [
      'plain',
      'lands the transformer’s neutral on the pump',
      (j) => {
        remove(j, 'XF1.p2')
        join(j, 'XF1.p2', 'P1.l')
      },
      ['fails XF1 P1: Transformer is fed only through System pump.'],
    ],
    [
      'plain',
      'takes one motor through the other',
      (j) => {
        remove(j, 'V1.m2')
        remove(j, 'V2.m1')
        join(j, 'V1.m2', 'V2.m1')
      },
      ['fails V1 V2: Valve 1 and Valve 2 are in series: each is fed only through the other.'],
    ],
    [
      'mains',
      'brings a call to the boiler through the pump',
      (j) => {
        remove(j, 'P1.n')
        remove(j, 'P1.l')
        remove(j, 'V1.out')
        both(j, ['V1.out', 'P1.l'], ['P1.n', 'B1.sl'])
      },
      [
        'fails V1 P1: Valve 1 is fed only through System pump.',
        'fails V1 B1: Valve 1 is fed only through Boiler.',
        'fails P1 B1: System pump is fed only through Boiler.',
      ],
    ],
  ],
  'own-thermostat': [
    [
      'plain',
      'exchanges two thermostats',
      (j) => exchange(j, 'TS1.w', 'TS2.w'),
      [
        'fails V1 TS1 TS2: Zone 1: Valve 1 is switched by Thermostat 2, and not by Thermostat 1.',
        'fails V2 TS2 TS1: Zone 2: Valve 2 is switched by Thermostat 1, and not by Thermostat 2.',
      ],
    ],
    [
      'plain',
      'takes one thermostat’s feed through the other',
      (j) => {
        remove(j, 'TS1.r')
        join(j, 'TS1.r', 'TS2.w')
      },
      ['fails V1 TS1 TS2: Zone 1: Valve 1 is switched by Thermostat 2 as well.'],
    ],
    [
      'plain',
      'links a thermostat',
      (j) => join(j, 'TS1.r', 'TS1.w'),
      ['fails TS1 V1 seeded: Zone 1: Thermostat 1 is bridged.'],
    ],
    [
      'plain',
      'brings the feed to a valve',
      (j) => {
        remove(j, 'V1.m1')
        join(j, 'V1.m1', 'F1.out')
      },
      ['fails V1 TS1: Zone 1: Valve 1 is not switched by Thermostat 1.'],
    ],
  ],
  crossed: [
    [
      'plain',
      'exchanges two thermostats',
      (j) => exchange(j, 'TS1.w', 'TS2.w'),
      ['fails V1 V2 TS1 TS2: Zone 1 and Zone 2 are crossed: each one’s call opens the other’s valve.'],
    ],
    ['plain', 'lands both valves on one thermostat', (j) => move(j, 'V2.m1', 'TS1.w'), []],
  ],
  'end-switches-parallel': [
    [
      'plain',
      'takes one switch through the other',
      (j) => {
        remove(j, 'V1.e2')
        move(j, 'S7.w3', 'V1.e2')
      },
      [
        'fails V1 V2: The end switches of Valve 1 and Valve 2 are in series.',
        'fails V2 V1: The end switches of Valve 2 and Valve 1 are in series.',
      ],
    ],
  ],
  'panel-link': [
    [
      'panel',
      'links past an end switch',
      (j) => join(j, 'PN1.v2p3', 'PN1.v2p4'),
      ['fails PN1.v2p3 PN1.v2p4 seeded: Zone 2: the link on Zone panel takes the place of the valve’s own switch.'],
    ],
    [
      'linked',
      'takes a link out',
      (j) => remove(j, 'PN1.v2p3'),
      ['fails PN1.v2p3 PN1.v2p4: Zone 2: the valve has no switch, and the link across 2-3 and 2-4 is missing.'],
    ],
    ['panel', 'links a row nobody uses', (j) => join(j, 'PN1.v3p3', 'PN1.v3p4'), []],
  ],
  'earth-borrowed': [
    [
      'mains',
      'uses an earth core for a call',
      coloured('V1.call', 'green-yellow'),
      ['danger w6 V1.call WC1.t4: Wire 6 (green-yellow) carries line voltage from Valve 1 M to Wiring centre 1 4.'],
    ],
    [
      'mains',
      'uses an earth core for neutral',
      coloured('V1.n', 'green'),
      ['danger w24 V1.n WC1.t8: Wire 24 (green) carries line voltage from Valve 1 N to Wiring centre 1 8.'],
    ],
    [
      'mains',
      'takes neutral from earth',
      (j) => {
        remove(j, 'V1.n')
        join(j, 'V1.n', 'V1.e', 'blue')
      },
      ['danger V1.n seeded: Valve 1 N is joined to earth.'],
    ],
    ['plain', 'has a green core in a 24 V loop', coloured('V1.m1', 'green'), []],
    [
      'mains',
      'joins the neutral bar to the earth bar: what hangs on it, and neither the bar nor the supply itself',
      (j) => {
        remove(j, 'WC1.t8', 'WC1.t9')
        join(j, 'WC1.t9', 'WC1.t10')
      },
      ['danger V2.n w27: Valve 2 N is joined to earth.', 'danger P1.n w28: System pump N is joined to earth.'],
    ],
    [
      'mains',
      'joins the supply’s own neutral to earth before its switch',
      (j) => join(j, 'MAINS.n', 'MAINS.e'),
      ['danger FS1.nin w2: Fused isolator N in is joined to earth.'],
    ],
  ],
}
