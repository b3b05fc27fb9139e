import type { Job } from '../job/schema.ts'
import { labelOf } from '../words/words.ts'
import type { Finding, Found, Rule } from './finding.ts'

export const usedCap: Rule = {
  id: 'used-cap',
  name: 'No cap is used twice',
  check: ({ job, simulation }) =>
    [...simulation.netlist.parts.values()].flatMap(({ id, figures }): Found[] =>
      (figures.used ?? 0) > 0
        ? [
            {
              severity: 'fails',
              at: [{ part: id }],
              says: `${labelOf(job, id)} is a cap that has been used before.`,
              why: 'Its spring has taken the shape of other conductors: it holds for a while, then the joint works loose.',
              remedy: 'Make the joint again with a new connector.',
            },
          ]
        : [],
    ),
  mend(draft: Job, { at: [spot] }: Finding) {
    const part = spot?.part ? draft.parts[spot.part] : undefined
    if (!part?.figures) return
    const { used: _, ...figures } = part.figures
    if (Object.keys(figures).length > 0) part.figures = figures
    else delete part.figures
  },
}
