import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const contactRating: Rule = {
  id: 'contact-rating',
  name: 'No contact carries more than it may',
  check({ job, alone, shorts }) {
    const { full } = alone()
    const inShort = new Set(shorts().flatMap(({ branches }) => branches.map(({ id }) => id)))
    return [...full[0]!.bench.netlist.parts.values()].flatMap(({ id, kind, figures, branches }) =>
      Object.entries(kind.ratings ?? {}).flatMap(([element, figure]): Found[] => {
        const branch = branches.get(element)
        const most = figures[figure] ?? Number.POSITIVE_INFINITY
        const amps = branch
          ? Math.max(...full.map(({ bench }) => bench.circuit.flow(bench.netlist.branchOf.get(branch.id)!)))
          : 0
        // What a short draws through it is no matter of rating.
        if (amps <= most || (branch && inShort.has(branch.id))) return []
        return [
          {
            severity: 'fails',
            at: [{ part: id }],
            says: `A contact of ${labelOf(job, id)} carries ${amps.toFixed(1)} A and may carry ${most} A.`,
            why: 'It pits and welds: the zone will then never switch off.',
            remedy: 'Let it drive a relay, and let the relay carry the load.',
          },
        ]
      }),
    )
  },
}
