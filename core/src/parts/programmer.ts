import { contact, load, rectified } from './element.ts'
import { ELECTRONICS } from './hold-up.ts'
import { part } from './kind.ts'

const DAY = 86_400
const hour = (name: string, value: number) => ({ name, unit: 'h', value })

/** Volts from which it works and its display shows. */
const WORKS = 150

type Mode = { clock: number; heating: string; hotWater: string }
type Hours = { heatingOn: number; heatingOff: number; waterOn: number; waterOff: number }

const within = (clock: number, on: number, off: number) => {
  const now = clock / 3600
  return on <= off ? now >= on && now < off : now >= on || now < off
}
const isOn = (mode: string, timed: boolean) => mode === 'on' || (mode === 'timed' && timed)
const heats = (f: Hours, s: Mode) => isOn(s.heating, within(s.clock, f.heatingOn, f.heatingOff))
const warmsWater = (f: Hours, s: Mode) => isOn(s.hotWater, within(s.clock, f.waterOn, f.waterOff))

const options = [
  { value: 'timed', says: 'timed' },
  { value: 'on', says: 'on' },
  { value: 'off', says: 'off' },
]

export const programmer = part({
  kind: 'clock/programmer-2',
  name: 'Programmer, two channels, 230 V',
  class: 'clock',
  about: 'Says whether it is time: one output for heating, one for hot water, each switched from its own live.',
  terminals: {
    l: { role: 'live', marking: 'L', circuit: 'line voltage', takes: 2 },
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 1 },
    htg: { role: 'heating on', marking: 'HTG on', circuit: 'line voltage', takes: 1 },
    hw: { role: 'hot water on', marking: 'HW on', circuit: 'line voltage', takes: 1 },
    hwoff: { role: 'hot water off', marking: 'HW off', circuit: 'line voltage', takes: 1 },
  },
  figures: {
    heatingOn: hour('Heating from', 6),
    heatingOff: hour('Heating until', 22),
    waterOn: hour('Hot water from', 5),
    waterOff: hour('Hot water until', 21),
  },
  state: { clock: 12 * 3600, heating: 'timed', hotWater: 'timed', power: false },
  controls: [
    { state: 'heating', name: 'Heating', options },
    { state: 'hotWater', name: 'Hot water', options },
    { state: 'clock', name: 'The time is', dial: () => ({ from: 0, to: 23.5, step: 0.5, unit: 'h', per: 3600 }) },
  ],
  roles: { livesOn: ['electronics', WORKS] },
  contacts: { heating: 'heating output', hotWater: 'hot-water output', waterOff: 'hot-water-off output' },
  inside: (f, site) => [
    rectified(load('electronics', 'l', 'n', { volts: 230, va: 2, powerFactor: 0.6, hertz: site.hertz })),
    contact('heating', 'l', 'htg', (s) => s.power && heats(f, s), 0.02),
    contact('hotWater', 'l', 'hw', (s) => s.power && warmsWater(f, s), 0.02),
    contact('waterOff', 'l', 'hwoff', (s) => s.power && !warmsWater(f, s), 0.02),
  ],
  motion: {
    rates: () => ({ clock: 1 }),
    levels: (f) => ({ clock: [...[f.heatingOn, f.heatingOff, f.waterOn, f.waterOff].map((h) => h * 3600), DAY] }),
    background: ['clock'],
    holdUp: ELECTRONICS,
    jumps(_f, s, feel) {
      if (s.clock >= DAY) return { clock: 0 }
      const power = feel.over('electronics') >= WORKS
      return power === s.power ? undefined : { power }
    },
  },
  tells: [
    { is: (f, s) => heats(f, s), starts: 'heating: it is time', ends: 'heating: time is over' },
    { is: (f, s) => warmsWater(f, s), starts: 'hot water: it is time', ends: 'hot water: time is over' },
  ],
  faults: [
    { name: 'heatingNeverOpens', says: 'Heating output welded', repair: 'Replace the programmer', short: ['heating'] },
    {
      name: 'heatingOff',
      says: 'Heating channel switched off',
      repair: 'Show how it is set; it is sound',
      unit: 'setting',
      pin: { heating: 'off' },
    },
    { name: 'heatingNeverMakes', says: 'Heating output dead', repair: 'Replace the programmer', open: ['heating'] },
    { name: 'waterNeverMakes', says: 'Hot-water output dead', repair: 'Replace the programmer', open: ['hotWater'] },
  ],
  withholds: (f, s, element) =>
    element !== 'waterOff' && s.power && !(element === 'heating' ? heats(f, s) : warmsWater(f, s))
      ? 'outside its hours'
      : undefined,
  says: (f, s) => `heating ${heats(f, s) ? 'on' : 'off'}, hot water ${warmsWater(f, s) ? 'on' : 'off'}`,
})
