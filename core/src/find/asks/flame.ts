import { is } from '../../motion/plays.ts'
import { kindOf } from '../../parts/index.ts'
import type { AskKind } from '../ask.ts'
import { MINUTES } from '../minutes.ts'

/** Whether a burner lights, and goes on burning. */
export const flame: AskKind = {
  ask: 'flame',
  trust: 0.98,
  words: ['burns', 'does not burn'],
  alike: { yes: 'burns', no: 'does not burn' },
  asksOf: ({ job }) =>
    Object.entries(job.parts).flatMap(([id, part]) =>
      kindOf(part)?.roles.flame
        ? [
            {
              id: `flame:${id}`,
              ask: 'flame' as const,
              power: true,
              part: id,
              place: part.place,
              minutes: MINUTES.look,
              says: `Does ${part.label} light, and go on burning?`,
            },
          ]
        : [],
    ),
  shows: ({ bench }, { part }) => (is(bench, bench.netlist.parts.get(part!), 'flame') ? 'burns' : 'does not burn'),
}
