import { one, over, plus, size, times } from '../circuit/complex.ts'
import { type Failure, fail, type Result, succeed } from '../job/failure.ts'
import type { Simulation } from '../motion/simulation.ts'
import { ampsShown, ohmsShown, voltsShown } from './display.ts'

export type MeterMode = 'volts' | 'loz' | 'direct' | 'ohms' | 'beep' | 'amps'

/** What the display shows, and the value behind it in volts, ohms or amps. */
export interface MeterReading {
  readonly mode: MeterMode
  readonly value: number | null
  readonly shows: string
  readonly unit: string
  readonly beeps: boolean
  readonly warning?: string
}

/** Input of a usual multimeter on volts, and on its low-impedance range. */
const HIGH_OHMS = 10e6
const LOW_OHMS = 3e3
/** Test current on ohms, and the most it can show. */
const TEST_AMPS = 0.5e-3
const OVER_LIMIT = 40e6
const BEEP_BELOW = 30
/** A clamp shows steps of so many amps round its jaws, and nothing below a floor: turns are for small currents. */
const CLAMP_STEP = 0.01
const CLAMP_FLOOR = 0.015
/** Volts below which nothing stands between the leads. */
const NOTHING = 1e-9
/** Volts across the leads from which an ohm reading means nothing. */
const FOREIGN_VOLTS = 0.3

/** The node a name stands for: `V2.m1`, or the loose end of a conductor, `wire:w7.from`. */
export function probe(simulation: Simulation, name: string): Result<number> {
  const node = simulation.netlist.nodeOf.get(name)
  return node === undefined ? fail(unknownPoint(name)) : succeed(node)
}

const unknownPoint = (name: string): Failure => ({
  code: 'meter/point',
  where: name,
  says: `There is no terminal ${name} in this circuit.`,
  remedy: 'Name a part and its terminal, such as XF1.h, or a conductor end, such as wire:w7.from.',
})

/**
 * Puts two leads of a meter on the circuit as it stands. The meter's own input loads the circuit, so a core that floats
 * beside a live one shows volts on high impedance and next to none on low.
 */
export function read(simulation: Simulation, mode: Exclude<MeterMode, 'amps'>, a: number, b: number): MeterReading {
  const { circuit } = simulation
  circuit.solve()
  if (mode === 'volts' || mode === 'loz') {
    const value = loaded(simulation, a, b, mode === 'volts' ? HIGH_OHMS : LOW_OHMS)
    return { mode, value, ...voltsShown(value), beeps: false }
  }
  const direct = circuit.hasDirect ? directLoaded(simulation, a, b) : 0
  if (mode === 'direct') return { mode, value: direct, ...voltsShown(direct), beeps: false }
  const foreign = Math.max(loaded(simulation, a, b, HIGH_OHMS), Math.abs(direct))
  const resistance = circuit.resistance(a, b)
  if (foreign > FOREIGN_VOLTS) {
    const nonsense = resistance + foreign / TEST_AMPS
    return {
      mode,
      value: null,
      ...ohmsShown(nonsense, OVER_LIMIT),
      beeps: false,
      warning: `${foreign.toFixed(1)} V stand across the leads: this ohm reading means nothing. Kill the supply, lift one lead, read again.`,
    }
  }
  const over = resistance > OVER_LIMIT
  return {
    mode,
    value: over ? null : resistance,
    ...ohmsShown(resistance, OVER_LIMIT),
    beeps: mode === 'beep' && resistance < BEEP_BELOW,
  }
}

/** Volts RMS across a resistance laid between two nodes. */
function loaded({ circuit }: Simulation, a: number, b: number, ohms: number): number {
  const open = circuit.between(a, b)
  // Whatever lies behind them, a meter draws nothing from what does not stand there.
  if (size(open) < NOTHING) return 0
  const behind = circuit.impedance(a, b)
  return size(over(open, plus(one, times(behind, { re: 1 / ohms, im: 0 }))))
}

/** Direct volts of a over b, with their sign, across the meter's input. */
function directLoaded({ circuit }: Simulation, a: number, b: number): number {
  return circuit.directVolts(a, b) / (1 + circuit.resistance(a, b) / HIGH_OHMS)
}

/**
 * Clamps round a conductor, with the conductor wrapped through the jaws `turns` times.
 * The display shows the sum of the turns; the value is the current in the wire.
 */
export function clamp(simulation: Simulation, wire: string, turns = 1): Result<MeterReading> {
  const branch = simulation.netlist.branchOf.get(`wire:${wire}`)
  if (!branch)
    return fail({
      code: 'meter/wire',
      where: wire,
      says: `There is no wire ${wire} in this circuit.`,
      remedy: 'Name a wire of the job, such as w7.',
    })
  simulation.circuit.solve()
  const around = simulation.circuit.amps(branch) * turns
  const seen = around < CLAMP_FLOOR ? 0 : Math.round(around / CLAMP_STEP) * CLAMP_STEP
  return succeed({ mode: 'amps', value: seen / turns, ...ampsShown(seen), beeps: false })
}
