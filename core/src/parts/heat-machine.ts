import {
  inDegrees,
  limitFault,
  limitJump,
  limitTell,
  tepid,
  waterFigures,
  waterKnob,
  waterLevels,
  waterRate,
  waterRoles,
} from './boiler-water.ts'
import { contact, load } from './element.ts'
import { ELECTRONICS } from './hold-up.ts'
import { part } from './kind.ts'

const WORKS_FROM = 150

export const heatMachine = part({
  kind: 'boiler/heat-machine',
  name: 'Heat pump or boiler with a hot-water output, 230 V',
  class: 'boiler',
  about:
    'A live on its tank input makes it heat water for the tank and puts its hot-water output live, which turns the diverter. A live on SL alone heats the rooms.',
  terminals: {
    l: { role: 'permanent live', marking: 'L', circuit: 'line voltage', takes: 2 },
    n: { role: 'neutral', marking: 'N', circuit: 'line voltage', takes: 2 },
    e: { role: 'earth', marking: 'E', circuit: 'earth', takes: 4 },
    sl: { role: 'heating call', marking: 'SL', circuit: 'line voltage', takes: 1 },
    tk: { role: 'tank call', marking: 'TK', circuit: 'line voltage', takes: 1 },
    hw: { role: 'hot-water output', marking: 'HW', circuit: 'line voltage', takes: 1 },
  },
  figures: {
    standbyVa: { name: 'Controls at rest', unit: 'VA', value: 12 },
    pumpVa: { name: 'Pump inside', unit: 'VA', value: 45 },
    ...waterFigures,
  },
  state: { called: false, onTank: false, ...tepid },
  controls: [waterKnob],
  roles: { callSense: 'call', ...waterRoles, told: 'called', work: 'controls' },
  contacts: { hotWater: 'hot-water output' },
  inside: (f, site) => {
    const plate = (va: number) => ({ volts: 230, va, powerFactor: 0.8, hertz: site.hertz })
    return [
      load('controls', 'l', 'n', plate(f.standbyVa)),
      load('call', 'sl', 'n', plate(1)),
      load('tankCall', 'tk', 'n', plate(1)),
      load('pump', 'l', 'n', plate(f.pumpVa), (s) => s.called),
      contact('hotWater', 'l', 'hw', (s) => s.onTank, 0.02),
    ]
  },
  motion: {
    rates: (f, s, feel) => ({ water: waterRate(f, s, s.called && !s.limitOpen, feel.around) }),
    levels: (f) => ({ water: waterLevels(f) }),
    background: ['water'],
    holdUp: ELECTRONICS,
    jumps(f, s, feel) {
      const alive = feel.over('controls') >= WORKS_FROM
      const onTank = alive && feel.over('tankCall') >= WORKS_FROM
      const called = onTank || (alive && feel.over('call') >= WORKS_FROM)
      if (called !== s.called || onTank !== s.onTank) return { called, onTank }
      return limitJump(f, s)
    },
  },
  tells: [
    { is: (_f, s) => s.called, starts: 'runs', ends: 'stops' },
    { is: (_f, s) => s.onTank, starts: 'hot-water output on', ends: 'hot-water output off' },
    limitTell,
  ],
  faults: [
    { name: 'callInputDead', says: 'Heating input dead', repair: 'Machine', open: ['call'] },
    { name: 'tankInputDead', says: 'Tank input dead', repair: 'Machine', open: ['tankCall'] },
    { name: 'outputDead', says: 'Hot-water output dead', repair: 'Machine', open: ['hotWater'] },
    limitFault,
  ],
  says: (_f, s) => `${s.onTank ? 'makes hot water' : s.called ? 'heats rooms' : 'idle'}, ${inDegrees(s)}`,
  hazards: ['Line voltage: licensed or competent people under the local code. Sealed refrigerant: specialists only.'],
})
