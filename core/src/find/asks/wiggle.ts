import { kindOf } from '../../parts/index.ts'
import { labelOf } from '../../words/words.ts'
import type { AskKind } from '../ask.ts'
import { hasJointAt } from '../goes.ts'
import { MINUTES, readingMinutes } from '../minutes.ts'
import { onLine } from './line.ts'

/**
 * Each conductor of a splice, or each lead of a part, moved by hand while a call is held: what comes and goes then comes or goes.
 * Only where no line voltage stands under the cover.
 */
export const wiggle: AskKind = {
  ask: 'wiggle',
  trust: 0.85,
  words: ['steady', 'comes and goes'],
  alike: { jumps: 'comes and goes', flickers: 'comes and goes', clicks: 'comes and goes', nothing: 'steady' },
  byHand: true,
  asksOf({ job, bench }) {
    const line = onLine(bench.netlist)
    const landed = new Set(Object.values(job.wires).flatMap(({ from, to }) => [from.part, to.part]))
    return Object.entries(job.parts).flatMap(([id, part]) => {
      const kind = kindOf(part)
      if (!kind || !landed.has(id) || line.has(id) || kind.class === 'supply') return []
      const what = kind.class === 'joint' ? `of ${labelOf(job, id)}` : `at ${labelOf(job, id)}`
      return [
        {
          id: `wiggle:${id}`,
          ask: 'wiggle' as const,
          power: true,
          part: id,
          place: part.place,
          minutes: readingMinutes(job, id) + MINUTES.tug,
          says: `Hold the call and move each conductor ${what} a little, only where no line voltage enters that box. Does the valve, a relay or the boiler come or go with it?`,
        },
      ]
    })
  },
  shows: ({ job, wrong }, { part }) =>
    wrong.some((one) => one.pattern !== undefined && hasJointAt(job, one.id, part!)) ? 'comes and goes' : 'steady',
}
