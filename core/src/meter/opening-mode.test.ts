import { expect, it } from 'vitest'
import { boardJob } from '../testing/rig.ts'
import { openingMode } from './opening-mode.ts'

const job = boardJob({
  parts: {
    XF: 'transformer/control',
    V: 'valve/motor-4',
    TS: 'thermostat/power-stealing',
    T2: 'thermostat/two-wire',
    B: 'boiler/dry-call',
    VF: 'boiler/volt-free',
    O: 'boiler/oil',
    M: 'valve/modulating',
    S: 'supply/line',
  },
  nets: [],
})

it.each([
  ['a supply', ['XF.h', 'XF.c'], 'loz'],
  ['motor leads', ['V.m1', 'V.m2'], 'loz'],
  ['line voltage', ['S.l', 'S.n'], 'loz'],
  ['an end switch in the call loop', ['V.e1', 'V.e2'], 'volts'],
  ['an electronic call pair', ['B.t1', 'B.t2'], 'volts'],
  ['a volt-free pair fed with direct volts', ['VF.v1', 'VF.v2'], 'direct'],
  ['the supply of the same boiler', ['VF.l', 'VF.n'], 'loz'],
  ['a thermostat that steals its power', ['TS.r', 'TS.w'], 'volts'],
  ['a plain thermostat', ['T2.r', 'T2.w'], 'loz'],
  ['a flame eye', ['O.f1', 'O.f2'], 'direct'],
  ['a signal, whichever lead is on it', ['M.com', 'M.sig'], 'direct'],
  ['one lead in the air', ['V.m1', undefined], 'loz'],
  ['no lead landed', [undefined, undefined], 'loz'],
  ['the end of a conductor', ['wire:w1.from', 'XF.c'], 'loz'],
  ['something that is not there', ['ZZ.x', 'V.zz'], 'loz'],
] as const)('%s', (_name, points, mode) => expect(openingMode(job, points)).toBe(mode))
