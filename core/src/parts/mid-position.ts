import { bodyAtRest, bodyFigures, bodyPasses, freely, headMisseated, stemByHand, throughHead } from './body.ts'
import { contact, load } from './element.ts'
import { part } from './kind.ts'

/**
 * One three-port body with a middle. It rests on hot water; live on *heat* drives it to the middle, where both outlets are
 * open; live on *heat* and *water off* drives it on to heating alone; *water off* alone leaves it where it stands; with
 * neither the spring takes it back. Its switch joins *heat* to *out* at the end of heating alone; in the middle the tank's own
 * call holds *out* live, and a switch made there would feed that back into *heat* for good. Its way is told in two numbers: `way` from hot water to the middle, `beyond` from there to heating alone.
 */
export const midPosition = part({
  kind: 'valve/mid-position',
  name: 'Mid-position three-port valve, 230 V, five cores',
  class: 'valve',
  about: 'Rests on hot water, drives to the middle for both and on to heating alone; its switch calls boiler and pump.',
  terminals: {
    e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 1, lead: 'green-yellow' },
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1, lead: 'blue' },
    heat: { role: 'heat', marking: 'H', circuit: 'line voltage', takes: 1, lead: 'white' },
    off: { role: 'water off', marking: 'W', circuit: 'line voltage', takes: 1, lead: 'grey' },
    out: { role: 'switch out', marking: 'O', circuit: 'line voltage', takes: 1, lead: 'orange' },
  },
  figures: {
    volts: { name: 'Rated volts', unit: 'V', value: 230 },
    va: { name: 'While moving', unit: 'VA', value: 8 },
    holdVa: { name: 'Held', unit: 'VA', value: 3 },
    toMiddle: { name: 'To the middle in', unit: 's', value: 12 },
    toEnd: { name: 'From the middle to heating alone in', unit: 's', value: 12 },
    returns: { name: 'Spring returns in', unit: 's', value: 8 },
    minimumVolts: { name: 'Runs from', unit: 'V', value: 180 },
    switchAmps: { name: 'Switch carries', unit: 'A', value: 3 },
    switchAt: { name: 'Switch makes at', unit: 'of the way to heating alone', value: 0.92 },
    ...bodyFigures,
  },
  state: { way: 0, beyond: 0, heat: false, off: false, ...bodyAtRest },
  roles: {
    actuator: 'hold',
    travel: 'way',
    passes: 'passes',
    switches: [{ element: 'endSwitch', proves: 'open' }],
  },
  ratings: { endSwitch: 'switchAmps' },
  hookup: { feed: 'heat', back: 'n', proof: ['heat', 'out'], waterOff: 'off', earth: 'e' },
  inside: (f, site) => {
    const draws = (name: string, from: string, va: number, on?: (s: Mid) => boolean) =>
      load(name, from, 'n', { volts: f.volts, va, powerFactor: 0.75, hertz: site.hertz }, on)
    return [
      draws('motor', 'heat', f.va - f.holdVa, (s) => driving(s) > 0),
      // What holds it against its spring, in the middle by one feed and at the end by both.
      draws('hold', 'heat', f.holdVa),
      draws('holdOff', 'off', f.holdVa),
      contact<Mid>('endSwitch', 'heat', 'out', (s) => s.beyond >= f.switchAt, 0.03),
    ]
  },
  motion: {
    rates(f, s) {
      const towards = driving(s)
      if (towards > 0)
        return s.way < 1 ? { way: freely(f) / f.toMiddle } : s.beyond < 1 ? { beyond: freely(f) / f.toEnd } : {}
      if (towards < 0)
        return s.beyond > 0 ? { beyond: -freely(f) / f.returns } : s.way > 0 ? { way: -freely(f) / f.returns } : {}
      return {}
    },
    levels: (f) => ({ way: [0, 1], beyond: [0, f.switchAt, 1] }),
    jumps(f, s, feel) {
      const heat = feel.over('hold') >= (s.heat ? f.minimumVolts / 2 : f.minimumVolts)
      const off = feel.over('holdOff') >= (s.off ? f.minimumVolts / 2 : f.minimumVolts)
      return heat === s.heat && off === s.off ? undefined : { heat, off }
    },
  },
  tells: [
    { is: (_f, s) => driving(s) > 0, starts: 'motor runs', ends: 'stands', sign: 'a low hum at the head' },
    { is: (_f, s) => driving(s) < 0 && s.way + s.beyond > 0, starts: 'spring takes it back' },
    { is: (_f, s) => s.way >= 1 && s.beyond <= 0, starts: 'in the middle: both outlets open' },
    { is: (_f, s) => s.beyond >= 1, starts: 'at heating alone' },
    {
      is: (f, s) => s.beyond >= f.switchAt,
      starts: 'switch made',
      ends: 'switch open',
      sign: 'a small click in the head',
    },
  ],
  faults: [
    {
      name: 'motorOpen',
      says: 'Motor dead',
      repair: 'Head',
      unit: 'head',
      open: ['motor'],
      pin: { way: 0, beyond: 0 },
    },
    { name: 'stuckMiddle', says: 'Stuck in the middle', repair: 'Head or body', pin: { way: 1, beyond: 0 } },
    {
      name: 'holdingOpen',
      says: 'Holding part open: will not stay at heating alone',
      repair: 'Head',
      unit: 'head',
      open: ['holdOff'],
    },
    {
      name: 'switchNeverMakes',
      says: 'Heat switch dead: it moves and nothing fires',
      repair: 'Head',
      unit: 'head',
      open: ['endSwitch'],
    },
    { name: 'switchNeverOpens', says: 'Heat switch welded', repair: 'Head', unit: 'head', short: ['endSwitch'] },
    bodyPasses,
    headMisseated,
  ],
  provesHere: (f, s) => s.beyond >= f.switchAt,
  staysOpen: (_f, s) => s.off && !s.heat && s.way >= 1,
  urged: (_f, s) => s.heat,
  opening: (_f, s) => throughHead(s, s.way),
  stemByHand,
  says(_f, s) {
    const towards = driving(s)
    if (towards > 0 && s.way < 1) return `opening ${Math.floor(s.way * 100)} %`
    if (towards > 0 && s.beyond > 0) return `shutting hot water ${Math.floor(s.beyond * 100)} %`
    if (towards < 0 && s.way + s.beyond > 0) return 'going back to hot water'
    if (s.beyond >= 1) return 'heating'
    if (s.way >= 1) return s.beyond > 0 ? 'between both and heating alone' : 'both open'
    return s.way > 0 ? `stands at ${Math.floor(s.way * 100)} %` : 'hot water'
  },
  hazards: [
    'With nothing calling its water-off core is live, and while heating runs so is the call side of the tank thermostat: dead is only what is isolated.',
    'A warm motor is normal.',
  ],
})

type Mid = { way: number; beyond: number; heat: boolean; off: boolean; passes: boolean; seated: boolean }

/** Which way it is moved: up by its motor, back by its spring, or left where it stands. */
function driving({ way, beyond, heat, off }: Mid): -1 | 0 | 1 {
  if (heat && off) return beyond < 1 ? 1 : 0
  if (heat) return way < 1 && beyond <= 0 ? 1 : beyond > 0 ? -1 : 0
  if (off) return 0
  return way > 0 || beyond > 0 ? -1 : 0
}
