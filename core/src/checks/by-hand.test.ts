import { describe, expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { both, coloured, intoCable, plants, said } from '../testing/broken-by-hand.ts'
import { exchange, join, move, remove } from '../testing/hands.ts'
import { rules } from './index.ts'

/** What one hand does to a sound plant, and all that its rule says of it: how serious, where, in which words. */

type Row = readonly [keyof typeof plants, string, (job: Job) => void, readonly string[]]

const table: Readonly<Record<string, readonly Row[]>> = {
  'always-called': [
    [
      'plain',
      'links the call pair',
      (j) => join(j, 'B1.t1', 'B1.t2'),
      ['fails B1.t1 B1.t2 seeded B1.t1 B1.t2: The call pair of Boiler is linked.'],
    ],
    [
      'plain',
      'links it at a valve: the one wire that links the valve’s own switch too',
      (j) => join(j, 'V1.e1', 'V1.e2'),
      ['fails B1.t1 B1.t2 seeded V1.e1 V1.e2: The call pair of Boiler is linked, from Valve 1 S1 to Valve 1 S2.'],
    ],
    [
      'mains',
      'feeds the switched live',
      (j) => join(j, 'B1.sl', 'B1.l'),
      ['fails B1.sl w9 seeded: Boiler SL is on permanent live.'],
    ],
    ['mains', 'links two neutrals', (j) => join(j, 'B1.n', 'P1.n'), []],
  ],
  bridged: [
    [
      'plain',
      'past a switch',
      (j) => join(j, 'SS1.in', 'SS1.out'),
      ['danger SS1 w3 seeded w4 seeded: Service switch is bridged.'],
    ],
    [
      'plain',
      'past a fuse',
      (j) => join(j, 'F1.in', 'F1.out'),
      ['danger F1 w17 seeded w22 seeded: Fuse F1 is bridged.'],
    ],
    ['plain', 'past a fuse from afar', (j) => join(j, 'XF1.h', 'TS1.r'), ['danger F1 w17 w22: Fuse F1 is bridged.']],
    [
      'gas',
      'past a safety',
      (j) => join(j, 'SP1.in', 'SP1.out'),
      ['danger SP1 w17 seeded w18 seeded: Spill switch is bridged.'],
    ],
    [
      'mains',
      'past one pole of two',
      (j) => join(j, 'FS1.nin', 'FS1.nout'),
      ['danger FS1 w1 w2 seeded w13 w20 seeded: Fused isolator is bridged.'],
    ],
    ['plain', 'past a thermostat, which is no guard', (j) => join(j, 'TS1.r', 'TS1.w'), []],
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
  'isolator-kills': [
    [
      'plain',
      'feeds the transformer before every switch',
      (j) => join(j, 'XF1.p1', 'MAINS.l'),
      ['danger ES1 SS1 B1 XF1: Boiler and Transformer stay live with Emergency switch or Service switch open.'],
    ],
    [
      'plain',
      'takes one switch out of the way',
      (j) => join(j, 'SS1.in', 'SS1.out'),
      ['danger SS1 B1 XF1: Boiler and Transformer stay live with Service switch open.'],
    ],
  ],
  'line-on-low': [
    [
      'signals',
      'lets live onto a signal: both its ends',
      (j) => join(j, 'V1.sig', 'SS1.out'),
      [
        'danger V1.sig w21 seeded: Valve 1 In is joined to the line’s live.',
        'danger TS1.plus w23: Setter 1 + is joined to the line’s live.',
      ],
    ],
    [
      'plain',
      'joins neutral and common',
      (j) => join(j, 'XF1.c', 'MAINS.n'),
      [
        'danger XF1.c w25 seeded: Transformer C is joined to the line’s neutral.',
        'danger V1.m2 w26: Valve 1 M2 is joined to the line’s neutral.',
        'danger V2.m2 w27: Valve 2 M2 is joined to the line’s neutral.',
      ],
    ],
    [
      'plain',
      'feeds a valve from the line',
      (j) => {
        remove(j, 'V1.m1')
        join(j, 'V1.m1', 'MAINS.l')
      },
      ['danger V1.m1 seeded: Valve 1 M1 is joined to the line’s live.'],
    ],
  ],
  'mixed-classes': [
    [
      'plain',
      'brings live into a connector of low voltage: its low-voltage conductors are named',
      (j) => join(j, 'S3.w3', 'SS1.out'),
      ['danger S3 w18 w19: Splice S3 holds line voltage and low voltage.'],
    ],
    [
      'plain',
      'takes a core of the thermostat’s cable for the pump',
      intoCable('P1.l', 'TC1'),
      ['danger TC1 w18 w23: Thermostat cable 1 carries line voltage and low voltage in one sheath.'],
    ],
    ['plain', 'takes one for a valve’s motor', intoCable('V2.m1', 'TC1'), []],
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
  'sources-joined': [
    [
      'apart',
      'joins the commons',
      (j) => join(j, 'XF1.c', 'XF2.c'),
      ['danger XF1.h XF2.h XF1.c XF2.c V1.m2 V2.m2: Transformer 1 and Transformer 2 are joined at one pole.'],
    ],
    [
      'apart',
      'joins hot to common',
      (j) => join(j, 'XF1.c', 'F2.out'),
      [
        'danger XF1.h XF2.h XF1.c XF2.h F2.in F2.out V1.m2 TS2.r TS2.w V2.m1: Transformer 1 and Transformer 2 are joined at one pole.',
      ],
    ],
    [
      'apart',
      'joins the hot sides, and one common to them',
      (j) => both(j, ['XF1.h', 'XF2.h'], ['XF1.c', 'XF2.h']),
      [
        'danger XF1.h XF2.h XF1.h XF1.c F1.in F1.out XF2.h F2.in F2.out TS1.r TS1.w V1.m1 V1.m2 TS2.r TS2.w V2.m1: Transformer 1 and Transformer 2 are joined opposed.',
      ],
    ],
    [
      'apart',
      'joins both, alike',
      (j) => both(j, ['XF1.c', 'XF2.c'], ['F1.out', 'F2.out']),
      [
        'danger XF1.h XF2.h XF1.h XF1.c F1.in F1.out XF2.h XF2.c F2.in F2.out TS1.r TS1.w V1.m1 V1.m2 TS2.r TS2.w V2.m1 V2.m2: Transformer 1 and Transformer 2 are joined in phase.',
      ],
    ],
    [
      'apart',
      'joins both, crossed',
      (j) => both(j, ['XF1.c', 'XF2.h'], ['F1.out', 'XF2.c']),
      [
        'danger XF1.h XF2.h XF1.h XF1.c F1.in F1.out XF2.h XF2.c F2.in F2.out TS1.r TS1.w V1.m1 V1.m2 TS2.r TS2.w V2.m1 V2.m2: Transformer 1 and Transformer 2 are joined opposed.',
      ],
    ],
  ],
  'spare-contact': [
    [
      'timed',
      'leaves it loose',
      (j) => remove(j, 'V1.rest'),
      ['danger V1.rest: The spare rest core Valve 1 R is loose.'],
    ],
    [
      'timed',
      'joins it to the boiler',
      (j) => join(j, 'V1.rest', 'B1.sl'),
      ['fails V1.rest w10 seeded B1.sl: The spare rest core Valve 1 R is joined to Boiler SL.'],
    ],
    ['timed', 'brings it on to another blank terminal', (j) => join(j, 'WC1.t7', 'WC1.t12'), []],
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
  'loops-apart': [
    [
      'plain',
      'joins the feed to the call pair',
      (j) => join(j, 'B1.t1', 'F1.out'),
      [
        'danger XF1.h B1.t1 B1.t2 F1.out TS1.r TS2.r w28 seeded w31: The circuit of Transformer touches the call pair of Boiler.',
      ],
    ],
    [
      'relay',
      'brings live to a volt-free pair',
      (j) => join(j, 'K1.com', 'WC1.t1'),
      [
        'danger MAINS.l B1.v1 B1.v2 FS1.lout B1.l TS1.l TS1.com V1.feed w21 w22: Line voltage reaches the call pair of Boiler.',
      ],
    ],
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
  'back-feed': [
    [
      'plain',
      'bridges one call over to the other valve',
      (j) => join(j, 'V1.m1', 'V2.m1'),
      ['fails V2 V1 TS1: Zone 1 alone also opens Valve 2.', 'fails V1 V2 TS2: Zone 2 alone also opens Valve 1.'],
    ],
    [
      'plain',
      'feeds the pump past the boiler',
      (j) => join(j, 'P1.l', 'B1.l'),
      ['fails P1: System pump runs with nobody calling.'],
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
  'used-cap': [
    [
      'capped',
      'takes one that was used before',
      (j) => void (j.parts.S5!.figures = { used: 1 }),
      ['fails S5: Splice S5 is a cap that has been used before.'],
    ],
    ['capped', 'takes new ones', () => {}, []],
  ],
  shorted: [
    [
      'mains',
      'moves a neutral to the live bar',
      (j) => move(j, 'V2.n', 'WC1.t7'),
      [
        'danger w27 w1 w13 w16 w26 w23 w20 w2 MAINS.l MAINS.n: L and N of Line supply are joined with no load between them.',
      ],
    ],
    [
      'mains',
      'moves it to the switched live',
      (j) => move(j, 'V2.n', 'WC1.t6'),
      [
        'danger w27 w1 w13 w16 w17 w10 w26 w23 w20 w2 V1 MAINS.l MAINS.n: L and N of Line supply meet with no load between them as soon as a contact of Valve 1 makes.',
      ],
    ],
    [
      'plain',
      'joins the two leads of a motor',
      (j) => join(j, 'V2.m1', 'V2.m2'),
      [
        'fails seeded w17 w22 w24 w20 w21 w27 w25 TS2 XF1.h XF1.c: R and C of Transformer meet with no load between them as soon as a contact of Thermostat 2 makes.',
      ],
    ],
    ['plain', 'joins the call pair: a call, and no short', (j) => join(j, 'B1.t1', 'B1.t2'), []],
    ['plain', 'joins a switch’s two leads', (j) => join(j, 'V1.e1', 'V1.e2'), []],
    ['timed', 'takes live through both contacts of one change-over', (j) => join(j, 'V1.rest', 'V1.n'), []],
  ],
}

/** Rules that have tests of their own beside this table: boundaries, rarer rules, one source. */
const elsewhere = [
  'burner-chain',
  'contact-rating',
  'diverter-turns',
  'load-resistor',
  'one-source',
  'shared-thermostat',
  'spare-cores',
  'transformer-size',
]

it('every rule has a hand that breaks it', () =>
  expect(rules.map(({ id }) => id).toSorted()).toEqual([...Object.keys(table), ...elsewhere].toSorted()))

describe.each(Object.entries(table))('%s', (rule, rows) => {
  it.each(rows)('%s plant: a hand %s', (plant, _hand, edit, expected) => {
    const job = plants[plant]()
    edit(job)
    expect(said(job, rule)).toEqual(expected)
  })
})
