import { kindOf } from '../../parts/index.ts'
import { labelOf } from '../../words/words.ts'
import type { AskKind } from '../ask.ts'
import { landsOtherwise } from '../exchanges.ts'
import { MINUTES, readingMinutes } from '../minutes.ts'
import { onLine } from './line.ts'

/** Every lead of a part held against the drawing, cover off: isolated and proven dead. */
export const landing: AskKind = {
  ask: 'landing',
  trust: 0.95,
  words: ['as drawn', 'otherwise'],
  alike: { exchanged: 'otherwise', crossed: 'otherwise', swapped: 'otherwise' },
  asksOf({ job, bench }) {
    const line = onLine(bench.netlist)
    const landed = new Set(Object.values(job.wires).flatMap(({ from, to }) => [from.part, to.part]))
    return Object.entries(job.parts).flatMap(([id, part]) => {
      const kind = kindOf(part)
      if (!kind || !landed.has(id) || kind.class === 'supply' || kind.class === 'joint') return []
      return [
        {
          id: `landing:${id}`,
          ask: 'landing' as const,
          power: false,
          part: id,
          place: part.place,
          minutes: readingMinutes(job, id) + MINUTES.look,
          ...(line.has(id) ? { line: true as const } : {}),
          says: `Hold the leads at ${labelOf(job, id)} against the drawing, colour by colour, dead. Is each on its terminal?`,
        },
      ]
    })
  },
  shows: ({ wrong }, { part }) => (wrong.some(({ id }) => landsOtherwise(id, part!)) ? 'otherwise' : 'as drawn'),
}
