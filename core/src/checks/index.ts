import type { Job } from '../job/schema.ts'
import { sound } from '../job/sound.ts'
import { loopsOf } from '../loops/loops.ts'
import { Simulation } from '../motion/simulation.ts'
import { capacity } from './capacity.ts'
import { endSwitchesParallel } from './end-switches-parallel.ts'
import type { Finding, Rule, Severity } from './finding.ts'
import { loadHasLoop } from './load-has-loop.ts'
import { loadsInSeries } from './loads-in-series.ts'
import { loopsApart } from './loops-apart.ts'
import { ownThermostat } from './own-thermostat.ts'

export type { Finding, Severity, Spot } from './finding.ts'

/** Every rule of good wiring. A new one is a new file and one line here. */
export const rules: readonly Rule[] = [
  loopsApart,
  loadHasLoop,
  loadsInSeries,
  ownThermostat,
  endSwitchesParallel,
  capacity,
]

const order: readonly Severity[] = ['danger', 'fails', 'tidy']

/** Holds the wiring of a job, faults and breaks aside, against every rule. Danger first. */
export function findingsOf(job: Job): Finding[] {
  const meant = sound(job)
  const simulation = new Simulation(meant)
  const wired = { job: meant, simulation, loops: loopsOf(simulation, meant) }
  return rules
    .flatMap((rule) =>
      rule.check(wired).map((found) => ({
        ...found,
        rule: rule.id,
        id: `${rule.id}:${found.at.map(({ part, terminal, wire }) => [part, terminal, wire].filter(Boolean).join('.')).join('+')}`,
      })),
    )
    .sort((a, b) => order.indexOf(a.severity) - order.indexOf(b.severity))
}
