import { kindOf } from '../parts/index.ts'
import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const diverterTurns: Rule = {
  id: 'diverter-turns',
  name: 'A diverter turns the way its pipes want',
  caution: 'The jumpers carry line voltage: isolate before they are moved.',
  check: ({ job, simulation }) =>
    [...simulation.netlist.parts.values()].flatMap(({ id, kind, figures }): Found[] => {
      const [jumpers, body] = kind.roles.diverts ?? []
      return jumpers !== undefined && body !== undefined && figures[jumpers] !== figures[body]
        ? [
            {
              severity: 'fails',
              at: [{ part: id }],
              says: `${labelOf(job, id)} turns to heating when hot water is wanted.`,
              why: 'Its body stands mirror-wise and its jumpers do not, or the other way round.',
              remedy: 'Move the jumpers, isolated.',
            },
          ]
        : []
    }),
  mend(draft, { at: [spot] }) {
    const part = draft.parts[spot!.part!]!
    const [jumpers, body] = kindOf(part)!.roles.diverts!
    part.figures = { ...part.figures, [jumpers]: part.figures?.[body] ?? 0 }
  },
}
