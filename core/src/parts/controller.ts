import { contact, direct, load, resistor } from './element.ts'
import { ELECTRONICS } from './hold-up.ts'
import { type Control, type Feel, part } from './kind.ts'

/** Volts an output can drive at most into a current loop, and the ohms it stands behind. */
const COMPLIANCE = 24
const BEHIND = 100

/** What an output is set to: volts, or milliamps that it drives into whatever loop it finds. */
export const outputKnob = (n: number | ''): Control => ({
  state: `out${n}`,
  name: `Output ${n}`.trim(),
  dial: (f) =>
    f[`current${n}`]! > 0 ? { from: 0, to: 20, step: 0.5, unit: 'mA' } : { from: 0, to: 10, step: 0.5, unit: 'V' },
})
export const currentFigure = (n: number | '') => ({
  name: `Output ${n} gives (0 volts, 1 mA)`.replace('  ', ' '),
  unit: '',
  value: 0,
})
export const unitOf = (current: number) => (current > 0 ? 'mA' : 'V')

/**
 * The volts an output puts behind its resistance. On volts they are what is set; on milliamps it feels the current that
 * flows and corrects its drive, at most to its compliance: into an open loop it stands there.
 */
export function driveFor(set: number, current: number, drive: number, amps: number): number {
  if (current === 0) return Math.min(set, 10)
  const wanted = set / 1000
  if (wanted === 0) return 0
  // From nothing it starts at its limit: what leaks in from a neighbour says nothing about its own loop.
  const next = drive > 0 && amps > 1e-7 ? (drive * wanted) / amps : COMPLIANCE
  return Math.min(COMPLIANCE, next)
}

type Outputs = { out1: number; out2: number; drive1: number; drive2: number }
type Currents = { current1: number; current2: number }

export const buildingController = part({
  kind: 'controller/building',
  name: 'Building controller, analogue',
  class: 'controller',
  about:
    'Two analogue outputs (0 to 10 V, or 0 to 20 mA) and two inputs over one common; a dry contact closes while any output asks for heat. A simulated one ships with the program.',
  terminals: {
    hot: { role: '24 V feed', marking: '24V', circuit: 'low voltage', takes: 1 },
    com: { role: 'common of feed and signals', marking: 'COM', circuit: 'low voltage', takes: 4 },
    ao1: { role: 'output 1', marking: 'AO1', circuit: 'signal', takes: 2 },
    ao2: { role: 'output 2', marking: 'AO2', circuit: 'signal', takes: 2 },
    ai1: { role: 'input 1', marking: 'AI1', circuit: 'signal', takes: 1 },
    ai2: { role: 'input 2', marking: 'AI2', circuit: 'signal', takes: 1 },
    d1: { role: 'heat demand contact', marking: 'D1', circuit: 'call', takes: 1 },
    d2: { role: 'heat demand contact', marking: 'D2', circuit: 'call', takes: 1 },
  },
  figures: {
    va: { name: 'Own load', unit: 'VA', value: 4 },
    minimumVolts: { name: 'Works from', unit: 'V', value: 18 },
    current1: currentFigure(1),
    current2: currentFigure(2),
    asksFrom: { name: 'Demand contact closes from', unit: 'V or mA', value: 3 },
  },
  /** Outputs as set, their drive, and what the inputs read, volts. */
  state: {
    out1: 0,
    out2: 0,
    drive1: 0,
    drive2: 0,
    in1: 0,
    in2: 0,
    demand: false,
    powered: false,
  },
  controls: [outputKnob(1), outputKnob(2)],
  roles: {
    work: 'electronics',
    powered: 'powered',
    livesOn: ['electronics', 'minimumVolts'],
    lanes: ['demand'],
    outputs: { 1: 'out1', 2: 'out2' },
    inputs: { 1: 'in1', 2: 'in2' },
    signals: [
      ['ao1', 'com'],
      ['ao2', 'com'],
    ],
  },
  inside: (f, site) => [
    load('electronics', 'hot', 'com', { volts: 24, va: f.va, powerFactor: 0.7, hertz: site.hertz }),
    direct('output1', 'ao1', 'com', (s) => (s.powered ? s.drive1 : 0), BEHIND),
    direct('output2', 'ao2', 'com', (s) => (s.powered ? s.drive2 : 0), BEHIND),
    resistor('input1', 'ai1', 'com', 100_000),
    resistor('input2', 'ai2', 'com', 100_000),
    contact('demand', 'd1', 'd2', (s) => s.demand, 0.05),
  ],
  motion: {
    holdUp: ELECTRONICS,
    jumps(f, s, feel) {
      const powered = feel.over('electronics') >= f.minimumVolts
      const demand = powered && (s.out1 >= f.asksFrom || s.out2 >= f.asksFrom)
      const next = { powered, demand, ...drives(f, s, powered, feel), ...inputs(feel) }
      const moved =
        powered !== s.powered ||
        demand !== s.demand ||
        (['drive1', 'drive2', 'in1', 'in2'] as const).some((name) => Math.abs(next[name] - s[name]) > 1e-3)
      return moved ? next : undefined
    },
  },
  tells: [{ is: (_f, s) => s.demand, starts: 'asks for heat', ends: 'asks for no more heat' }],
  faults: [
    { name: 'output1Dead', says: 'Output 1 dead', repair: 'Controller', open: ['output1'] },
    { name: 'output2Dead', says: 'Output 2 dead', repair: 'Controller', open: ['output2'] },
  ],
  says: (f, s) =>
    s.powered
      ? `${s.out1.toFixed(1)} ${unitOf(f.current1)}, ${s.out2.toFixed(1)} ${unitOf(f.current2)} out`
      : 'no power',
})

const drives = (f: Currents, s: Outputs, powered: boolean, feel: Feel) =>
  powered
    ? {
        drive1: driveFor(s.out1, f.current1, s.drive1, Math.abs(feel.directAmps('output1'))),
        drive2: driveFor(s.out2, f.current2, s.drive2, Math.abs(feel.directAmps('output2'))),
      }
    : { drive1: 0, drive2: 0 }

const inputs = (feel: Feel) => ({ in1: feel.directVolts('ai1', 'com'), in2: feel.directVolts('ai2', 'com') })
