import { labelOf } from '../loops/words.ts'
import type { Rule } from './finding.ts'
import { allStrips, stationsOf } from './strips.ts'

export const loadsInSeries: Rule = {
  id: 'loads-in-series',
  name: 'No two loads in series',
  check: ({ job, loops }) =>
    allStrips(loops).flatMap((strip) =>
      stationsOf(strip)
        .filter(({ load, subject }) => load && !subject)
        .map(({ part }) => ({
          severity: 'fails' as const,
          at: [{ part: strip.subject.part }, { part }],
          says: `${labelOf(job, strip.subject.part)} is fed only through ${labelOf(job, part)}.`,
          why: 'Two loads in series share the voltage, and neither gets enough to work.',
          remedy: 'Give each its own way to the source and its own return.',
        })),
    ),
}
