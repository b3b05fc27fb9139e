import type { Strip } from '../loops/strip.ts'
import type { Simulation } from '../motion/simulation.ts'
import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'
import { isAstray } from './missing.ts'
import { allStrips, stationsOf } from './strips.ts'

export const loadsInSeries: Rule = {
  id: 'loads-in-series',
  name: 'No two loads in series',
  check({ job, loops, simulation, poles }) {
    const pairs = allStrips(loops).flatMap((strip) =>
      stationsOf(strip)
        .filter(({ load, subject }) => load && !subject)
        // A switch that calls a relay or a sense coil has that one load in its own loop.
        .filter((_one, _i, loads) => isLoad(simulation, strip) || loads.length > 1)
        .map(({ part }) => [strip.subject.part, part] as const),
    )
    const place = (a: string, b: string) => pairs.findIndex((pair) => pair[0] === a && pair[1] === b)
    return pairs.flatMap(([a, b], i): Found[] => {
      const back = place(b, a)
      // Each fed through the other is one pair in series, and of two loads in one part one is enough.
      if ((back >= 0 && back < i) || place(a, b) < i) return []
      return [
        {
          severity: 'fails',
          at: [{ part: a }, { part: b }],
          says:
            back >= 0
              ? `${labelOf(job, a)} and ${labelOf(job, b)} are in series: each is fed only through the other.`
              : `${labelOf(job, a)} is fed only through ${labelOf(job, b)}.`,
          why: 'Two loads in series share the voltage, and neither gets enough to work.',
          remedy: 'Give each its own way to the source and its own return.',
          explainedBy: (other) =>
            (other.rule === 'pairs-exchanged' && other.at[0]!.part === a) ||
            isAstray(simulation.netlist, poles, a, other),
        },
      ]
    })
  },
}

const isLoad = ({ netlist }: Simulation, { subject }: Strip) => {
  const { branches, windings } = netlist.parts.get(subject.part)!
  return branches.get(subject.element)?.form === 'load' || windings.has(subject.element)
}
