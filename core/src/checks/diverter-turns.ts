import { labelOf } from '../loops/words.ts'
import type { Found, Rule } from './finding.ts'

export const diverterTurns: Rule = {
  id: 'diverter-turns',
  name: 'A diverter turns the way its pipes want',
  caution: 'The jumpers carry line voltage: isolate before they are moved.',
  check: ({ job, simulation }) =>
    [...simulation.netlist.parts.values()].flatMap(({ id, kind, figures }): Found[] =>
      kind.kind === 'valve/diverter' && figures.jumpersMoved !== figures.mirrored
        ? [
            {
              severity: 'fails',
              at: [{ part: id }],
              says: `${labelOf(job, id)} turns to heating when hot water is wanted.`,
              why: 'Its body stands mirror-wise and its jumpers do not, or the other way round.',
              remedy: 'Move the jumpers, isolated.',
            },
          ]
        : [],
    ),
  mend(draft, { at: [spot] }) {
    const part = spot?.part ? draft.parts[spot.part] : undefined
    if (part) part.figures = { ...part.figures, jumpersMoved: part.figures?.mirrored ?? 0 }
  },
}
