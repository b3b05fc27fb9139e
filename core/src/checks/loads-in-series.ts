import type { Strip } from '../loops/strip.ts'
import type { Simulation } from '../motion/simulation.ts'
import { labelOf } from '../words/words.ts'
import type { Rule } from './finding.ts'
import { allStrips, stationsOf } from './strips.ts'

export const loadsInSeries: Rule = {
  id: 'loads-in-series',
  name: 'No two loads in series',
  check: ({ job, loops, simulation }) =>
    allStrips(loops).flatMap((strip) =>
      stationsOf(strip)
        .filter(({ load, subject }) => load && !subject)
        // A switch that calls a relay or a sense coil has that one load in its own loop.
        .filter((_one, _i, loads) => isLoad(simulation, strip) || loads.length > 1)
        .map(({ part }) => ({
          severity: 'fails' as const,
          at: [{ part: strip.subject.part }, { part }],
          says: `${labelOf(job, strip.subject.part)} is fed only through ${labelOf(job, part)}.`,
          why: 'Two loads in series share the voltage, and neither gets enough to work.',
          remedy: 'Give each its own way to the source and its own return.',
        })),
    ),
}

const isLoad = ({ netlist }: Simulation, { subject }: Strip) => {
  const { branches, windings } = netlist.parts.get(subject.part)!
  return branches.get(subject.element)?.form === 'load' || windings.has(subject.element)
}
