import { bodyAtRest, bodyFaults, bodyFigures, freely, stemByHand } from './body.ts'
import { contact, load, rectified } from './element.ts'
import { ELECTRONICS } from './hold-up.ts'
import { part } from './kind.ts'
import {
  leverByHand,
  leverControl,
  opening,
  springRoles,
  switchFaults,
  switchFigures,
  switchMade,
  switchRatings,
  switchRoles,
} from './spring-return.ts'

/** Share of a full store that one closing stroke uses, and seconds in which an idle store leaks away. */
const STROKE = 0.7
const LEAKS_IN = 600

export const storedCharge = part({
  kind: 'valve/stored-charge',
  name: 'Zone valve, ball, stored charge, four terminals',
  class: 'valve',
  about:
    'Charges first (lamp blinks, valve still), then opens, then trickles. Without power it drives itself shut on its charge.',
  terminals: {
    p: { role: 'feed', marking: 'P', circuit: 'low voltage', takes: 1 },
    c: { role: 'common', marking: 'C', circuit: 'low voltage', takes: 1 },
    e1: { role: 'end switch', marking: 'E1', circuit: 'call', takes: 1 },
    e2: { role: 'end switch', marking: 'E2', circuit: 'call', takes: 1 },
  },
  figures: {
    volts: { name: 'Rated volts', unit: 'V', value: 24 },
    chargingVa: { name: 'Charging', unit: 'VA', value: 11 },
    movingVa: { name: 'Moving', unit: 'VA', value: 9 },
    holdingVa: { name: 'Holding', unit: 'VA', value: 2 },
    chargesIn: { name: 'Charges an empty store in', unit: 's', value: 20, spread: 0.3 },
    travelsIn: { name: 'Travels in', unit: 's', value: 6 },
    minimumVolts: { name: 'Works from', unit: 'V', value: 19 },
    holdVolts: { name: 'Holds down to', unit: 'V', value: 14 },
    ...bodyFigures,
    ...switchFigures,
  },
  state: { travel: 0, store: 0, powered: false, lever: 'auto', ...bodyAtRest },
  // A button unlocks the shaft; turned a quarter, it stays there.
  controls: [leverControl],
  roles: { ...springRoles, ...switchRoles, powered: 'powered' },
  ratings: switchRatings,
  hookup: { feed: 'p', back: 'c', proof: ['e1', 'e2'] },
  inside(f, site) {
    const draws = (name: string, va: number, on: (s: { travel: number; store: number }) => boolean) =>
      rectified(load(name, 'p', 'c', { volts: f.volts, va, powerFactor: 0.8, hertz: site.hertz }, on))
    return [
      draws('charging', f.chargingVa - f.holdingVa, (s) => s.store < 1 && s.travel < 1),
      draws('moving', f.movingVa - f.holdingVa, (s) => s.store >= 1 && s.travel < 1),
      // Always across the pair: the electronics that every stage feeds.
      draws('motor', f.holdingVa, () => true),
      contact('endSwitch', 'e1', 'e2', (s) => switchMade(f, s), 0.05),
    ]
  },
  motion: {
    rates(f, s) {
      if (s.powered) {
        if (s.store < 1) return { store: 1 / f.chargesIn }
        return s.travel < 1 ? { travel: freely(f) / f.travelsIn } : {}
      }
      if (s.travel > 0 && s.store > 0) return { travel: -freely(f) / f.travelsIn, store: -STROKE / f.travelsIn }
      return s.store > 0 ? { store: -1 / LEAKS_IN } : {}
    },
    levels: (f) => ({ travel: [0, f.switchAt, 1], store: [0, 1] }),
    holdUp: ELECTRONICS,
    jumps(f, s, feel) {
      const volts = feel.over('motor')
      if (!s.powered && volts >= f.minimumVolts) return { powered: true }
      if (s.powered && volts < f.holdVolts) return { powered: false }
      return undefined
    },
  },
  tells: [
    {
      is: (_f, s) => s.powered && s.store < 1,
      starts: 'charges, lamp blinks',
      ends: 'charged',
      sign: 'the lamp blinks and nothing moves yet',
    },
    { is: (_f, s) => s.powered, ends: 'drives itself shut on its charge' },
    { is: (_f, s) => s.travel >= 1, starts: 'fully open, trickle' },
    { is: (_f, s) => s.travel <= 0, starts: 'shut' },
    { is: (f, s) => s.travel >= f.switchAt, starts: 'end switch made', ends: 'end switch open' },
  ],
  faults: [
    {
      name: 'dead',
      says: 'Electronics dead',
      repair: 'Head',
      unit: 'head',
      open: ['charging', 'moving', 'motor'],
      pin: { powered: false },
    },
    { name: 'shorted', says: 'Electronics shorted', repair: 'Head', unit: 'head', short: ['motor'] },
    { name: 'neverCharges', says: 'Never charges', repair: 'Head', unit: 'head', pin: { store: 0 } },
    { name: 'willNotShut', says: 'Will not shut when power goes', repair: 'Head', unit: 'head', pin: { travel: 1 } },
    ...bodyFaults(),
    ...switchFaults,
  ],
  urged: (_f, s) => s.powered,
  opening: (_f, s) => opening(s),
  stemByHand,
  leverByHand,
  says(_f, s) {
    if (s.lever === 'parked') return 'parked open by hand'
    if (s.powered && s.store < 1) return `charging ${Math.floor(s.store * 100)} %`
    if (s.travel >= 1) return 'held open'
    if (s.travel <= 0) return s.powered ? 'starting' : 'shut'
    return `${s.powered ? 'opening' : 'shutting'} ${Math.floor(s.travel * 100)} %`
  },
  hazards: ['It moves by itself after the power is off: keep fingers and tools out of the body.'],
})
