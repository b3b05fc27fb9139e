import { kindOf } from '../../parts/index.ts'
import { labelOf } from '../../words/words.ts'
import type { AskKind } from '../ask.ts'
import { MINUTES, readingMinutes } from '../minutes.ts'
import { landsOtherwise } from '../mislandings.ts'
import { onLine } from './line.ts'

/** Every lead of a part, or conductor of a joint, held against the drawing, cover off: isolated and proven dead. */
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
      if (!kind || !landed.has(id) || kind.class === 'supply') return []
      const isJoint = kind.class === 'joint'
      const what = isJoint ? `the conductors in ${labelOf(job, id)}` : `the leads at ${labelOf(job, id)}`
      return [
        {
          id: `landing:${id}`,
          ask: 'landing' as const,
          power: false,
          part: id,
          place: part.place,
          minutes: readingMinutes(job, id) + MINUTES.look,
          ...(line.has(id) ? { line: true as const } : {}),
          says: `Hold ${what} against the drawing, colour by colour, dead. Is each ${isJoint ? 'where it belongs' : 'on its terminal'}?`,
        },
      ]
    })
  },
  shows: ({ job, wrong }, { part }) =>
    wrong.some(({ id }) => landsOtherwise(job, id, part!)) ? 'otherwise' : 'as drawn',
}
