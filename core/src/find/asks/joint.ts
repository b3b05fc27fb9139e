import { kindOf } from '../../parts/index.ts'
import { labelOf } from '../../words/words.ts'
import type { AskKind } from '../ask.ts'
import { hasJointAt } from '../goes.ts'
import { MINUTES, readingMinutes } from '../minutes.ts'
import { onLine } from './line.ts'

/** A tug at every conductor of a splice, or at every lead of a part: isolated and proven dead. */
export const joint: AskKind = {
  ask: 'joint',
  trust: 0.92,
  byHand: true,
  words: ['tight', 'loose', 'bare copper'],
  alike: { 'cap missing': 'loose' },
  asksOf({ job, bench }) {
    const line = onLine(bench.netlist)
    const landed = new Set(Object.values(job.wires).flatMap(({ from, to }) => [from.part, to.part]))
    return Object.entries(job.parts).flatMap(([id, part]) => {
      const kind = kindOf(part)
      if (!kind || !landed.has(id) || kind.class === 'supply') return []
      const what = kind.class === 'joint' ? labelOf(job, id) : `the leads at ${labelOf(job, id)}`
      return [
        {
          id: `joint:${id}`,
          ask: 'joint' as const,
          power: false,
          part: id,
          place: part.place,
          minutes: readingMinutes(job, id) + MINUTES.tug,
          ...(line.has(id) ? { line: true as const } : {}),
          says: `Tug at each conductor of ${what}, dead. Does one come, or show bare copper where it should not?`,
        },
      ]
    })
  },
  shows({ job, wrong }, { part }) {
    for (const { id } of wrong) {
      if (hasJointAt(job, id, part!)) return 'loose'
      if (id.startsWith(`part:${part}/`) && id.endsWith('/short')) return 'bare copper'
    }
    return 'tight'
  },
}
