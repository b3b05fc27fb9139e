import { both, intoCable, type Table } from '../broken-by-hand.ts'
import { join, move, remove } from '../hands.ts'

/** Hands on a sound plant, and what the rules say of what is joined that should not be. */
export const joined: Table = {
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
      ['danger SS1 seeded B1 XF1: Service switch is bridged: Boiler and Transformer stay live with it open.'],
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
}
