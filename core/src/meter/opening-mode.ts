import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { MeterMode } from './meter.ts'

/**
 * How the meter is set before a hand chooses: on low impedance for supplies, motors and line voltage, to tell ghosts from
 * real volts; on high where the low one would disturb what is measured: signals, flame eyes, call pairs that electronics
 * feed, thermostats that steal their power. Direct volts where the pair is fed with them.
 *
 * @param points terminals under the leads, such as `V2.m1`; conductor ends and nothing count for nothing
 */
export function openingMode(job: Job, points: readonly (string | undefined)[]): Exclude<MeterMode, 'amps'> {
  let mode: 'loz' | 'volts' = 'loz'
  for (const point of points) {
    const [id, terminal] = point?.split('.') ?? []
    const part = id === undefined ? undefined : job.parts[id]
    const kind = part && kindOf(part)
    const touched = terminal === undefined ? undefined : kind?.terminals[terminal]
    if (!kind || !touched || terminal === undefined) continue
    if (touched.circuit === 'signal' || (kind.roles.directCall && kind.roles.callPair?.includes(terminal)))
      return 'direct'
    if (touched.circuit === 'call' || kind.roles.stealsPower) mode = 'volts'
  }
  return mode
}
