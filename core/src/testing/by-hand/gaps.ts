import { both, type Table } from '../broken-by-hand.ts'
import { exchange, join, move, remove } from '../hands.ts'

/** Hands on a sound plant, and what the rules say of what is missing. */
export const gaps: Table = {
  'half-landed': [
    [
      'plain',
      'lifts a motor lead',
      (j) => remove(j, 'V1.m2'),
      ['fails V1.m2: Valve 1 M2 has nothing landed, and M1 has.'],
    ],
    [
      'plain',
      'lifts a switch lead',
      (j) => remove(j, 'V2.e1'),
      ['fails V2.e1: Valve 2 S1 has nothing landed, and S2 has.'],
    ],
    [
      'plain',
      'lifts both: nothing is half landed',
      (j) => {
        remove(j, 'V1.e1')
        remove(j, 'V1.e2')
      },
      [],
    ],
    [
      'plain',
      'takes the boiler’s neutral off',
      (j) => remove(j, 'B1.n'),
      ['fails B1.n: Boiler N has nothing landed, and L has.'],
    ],
    [
      'plain',
      'takes the pump’s live off',
      (j) => remove(j, 'P1.l'),
      ['fails P1.l: System pump L has nothing landed, and N has.'],
    ],
    [
      'panel',
      'takes the panel’s pump feed off',
      (j) => remove(j, 'PN1.ps1'),
      ['fails PN1.ps1: Zone panel PS1 has nothing landed, and PS2 has.'],
    ],
    [
      'relay',
      'lifts a coil lead',
      (j) => remove(j, 'K1.a2'),
      ['fails K1.a2: Relay 1 A2 has nothing landed, and A1 has.'],
    ],
    [
      'relay',
      'lifts a call lead, which has two ends',
      (j) => remove(j, 'B1.v2'),
      [
        'fails B1.v2: Boiler 2 has nothing landed, and 1 has.',
        'fails K1.no: Relay 1 NO has nothing landed, and COM has.',
      ],
    ],
    [
      'plain',
      'lifts one of two alike',
      (j) => remove(j, 'B1.t1'),
      ['fails B1.t1: One T of Boiler has nothing landed, and the other has.'],
    ],
    [
      'mains',
      'takes the switched live off',
      (j) => remove(j, 'B1.sl'),
      ['fails B1.sl: Boiler SL has nothing landed, and N has.'],
    ],
    [
      'gas',
      'takes the damper’s common off: its proof does not make up for it',
      (j) => remove(j, 'D1.d2'),
      ['fails D1.d2: Vent damper D2 has nothing landed, and D1 has.'],
    ],
    [
      'plain',
      'takes the transformer’s common off',
      (j) => remove(j, 'XF1.c'),
      ['fails XF1.c: Transformer C has nothing landed, and R has.'],
    ],
    ['panel', 'has no use for the common beside a thermostat’s feed', () => {}, []],
  ],
  'neutral-whole': [
    [
      'mains',
      'exchanges a pump’s two',
      (j) => exchange(j, 'P1.l', 'P1.n'),
      ['danger P1.n w12: System pump N wants neutral and is on a switched live.'],
    ],
    [
      'mains',
      'exchanges the boiler’s two',
      (j) => exchange(j, 'B1.l', 'B1.n'),
      ['danger B1.n w14: Boiler N wants neutral and is on live.'],
    ],
    ['mains', 'takes one neutral off', (j) => remove(j, 'V2.n'), ['fails V2.n: Valve 2 N has no neutral.']],
    [
      'mains',
      'parts the neutral bar',
      (j) => remove(j, 'WC1.t8', 'WC1.t9'),
      ['fails V2.n w27: Valve 2 N has no neutral.', 'fails P1.n w28: System pump N has no neutral.'],
    ],
    [
      'mains',
      'brings a pump’s neutral through a valve’s switch',
      (j) => {
        move(j, 'V2.feed', 'V2.e')
        remove(j, 'V2.out')
        remove(j, 'P1.n')
        both(j, ['V2.feed', 'V2.n'], ['V2.out', 'P1.n'])
      },
      ['danger P1.n seeded: The neutral of System pump N passes a contact.'],
    ],
    ['mains', 'takes the boiler’s own off, which half-landed says', (j) => remove(j, 'B1.n'), []],
  ],
  'permanent-feed': [
    [
      'standing',
      'takes off the feed of a valve that is powered both ways',
      (j) => remove(j, 'V1.hot'),
      ['fails V1.hot: Valve 1 L has no permanent feed.'],
    ],
    ['mains', 'takes the boiler’s live off', (j) => remove(j, 'B1.l'), ['fails B1.l: Boiler L has no permanent live.']],
    [
      'mains',
      'takes a switch’s feed off',
      (j) => remove(j, 'V1.feed'),
      ['fails V1.feed: Valve 1 F has no permanent live.'],
    ],
    [
      'timed',
      'takes a switch’s feed off beside a programmer that feeds nothing of it',
      (j) => remove(j, 'V1.feed'),
      ['fails V1.feed: Valve 1 F has no permanent live.'],
    ],
    [
      'timed',
      'feeds the switch from the programmer',
      (j) => {
        remove(j, 'V1.feed')
        join(j, 'V1.feed', 'PR1.htg')
      },
      ['fails V1.feed seeded: Valve 1 F is fed by the programmer, not by permanent live.'],
    ],
    [
      'timed',
      'feeds the boiler from the programmer',
      (j) => {
        remove(j, 'B1.l')
        join(j, 'B1.l', 'PR1.hw')
      },
      ['fails B1.l seeded: Boiler L is fed by the programmer, not by permanent live.'],
    ],
  ],
  'thermostat-common': [
    ['powered', 'takes one common off', (j) => remove(j, 'TS2.c'), ['fails TS2.c: Thermostat 2 has no common.']],
    [
      'powered',
      'feeds the common',
      (j) => {
        remove(j, 'TS1.c')
        join(j, 'TS1.c', 'TS1.r')
      },
      ['fails TS1.c seeded: Thermostat 1 has the feed on its common.'],
    ],
    [
      'poweredApart',
      'feeds the common',
      (j) => {
        remove(j, 'TS2.c')
        join(j, 'TS2.c', 'TS2.r')
      },
      ['fails TS2.c seeded: Thermostat 2 has the feed on its common.'],
    ],
    ['plain', 'has thermostats that need none', () => {}, []],
  ],
  'contact-link': [
    [
      'mains',
      'takes one link out',
      (j) => remove(j, 'TS1.l', 'TS1.com'),
      ['fails TS1.com TS1.l: Zone 1: the link L-COM of Thermostat 1 is missing.'],
    ],
    [
      'relay',
      'lands its contact on the volt-free pair',
      (j) => {
        remove(j, 'TS1.no')
        join(j, 'TS1.no', 'B1.v2')
      },
      ['danger TS1.com TS1.l: Zone 1: the link L-COM of Thermostat 1 puts line voltage on a volt-free circuit.'],
    ],
    ['relay', 'lets live onto the pair elsewhere, which no link can help', (j) => join(j, 'K1.com', 'WC1.t1'), []],
  ],
  'load-has-loop': [
    [
      'plain',
      'takes a motor off',
      (j) => {
        remove(j, 'V1.m1')
        remove(j, 'V1.m2')
      },
      ['fails V1.m1: Valve 1 M1 leads nowhere.'],
    ],
  ],
  'earth-reaches': [
    [
      'mains',
      'takes the supply away, and with it the earth that all should reach',
      (j) => {
        delete j.parts.MAINS
        for (const [id, { from, to }] of Object.entries(j.wires))
          if ([from, to].some(({ part }) => part === 'MAINS')) delete j.wires[id]
      },
      [],
    ],
    ['mains', 'takes one earth off', (j) => remove(j, 'V2.e'), ['danger V2.e: Valve 2 E is not joined to earth.']],
    [
      'mains',
      'parts the earth bar',
      (j) => remove(j, 'WC1.t3', 'WC1.t10'),
      ['danger V2.e w33: Valve 2 E is not joined to earth.', 'danger P1.e w34: System pump E is not joined to earth.'],
    ],
  ],
  'signal-arrives': [
    ['signals', 'lifts a signal', (j) => remove(j, 'V1.sig'), ['fails V1.sig: Valve 1 In hears no signal.']],
    [
      'signals',
      'joins two signals',
      (j) => join(j, 'TS1.plus', 'TS2.plus'),
      [
        'fails V1.sig w21 TS1.plus TS2.plus: Valve 1 In hears Setter 1 + and Setter 2 + at once.',
        'fails V2.sig w24 TS1.plus TS2.plus: Valve 2 In hears Setter 1 + and Setter 2 + at once.',
      ],
    ],
    [
      'signals',
      'has not brought the valve its power yet',
      (j) => {
        remove(j, 'V1.sig')
        remove(j, 'V1.hot')
      },
      [],
    ],
    ['signals', 'leaves the position with nobody', () => {}, []],
    [
      'signals',
      'brings the position to a splice and no further',
      (j) => {
        j.parts.S99 = { ...j.parts.S4!, label: 'Splice S99' }
        join(j, 'V1.fb', 'S99.w1')
      },
      ['fails V1.fb seeded: Valve 1 Out leads nowhere.'],
    ],
  ],
}
