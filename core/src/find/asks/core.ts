import { kindOf } from '../../parts/index.ts'
import { wireInWords } from '../../words/words.ts'
import type { AskKind } from '../ask.ts'
import { MINUTES } from '../minutes.ts'
import { onLine } from './line.ts'

/**
 * One conductor by itself: both its ends lifted, a link at the far one, and from the near one to its neighbours and to earth.
 * Isolated and proven dead. What comes from the supply is never one of them: nobody here can isolate that.
 */
export const core: AskKind = {
  ask: 'core',
  trust: 0.97,
  words: ['whole', 'broken', 'touches another', 'touches earth'],
  asksOf({ job, bench }) {
    const line = onLine(bench.netlist)
    return Object.entries(job.wires).flatMap(([id, { from, to }]) => {
      const ends = [from, to].map(({ part }) => job.parts[part])
      const kinds = ends.map((part) => part && kindOf(part))
      if (kinds.some((kind) => !kind || kind.class === 'supply')) return []
      const [near, far] = ends.map((part) => part!.place)
      return [
        {
          id: `core:${id}`,
          ask: 'core' as const,
          power: false,
          wire: id,
          place: near!,
          minutes: MINUTES.core + (near === far ? 0 : MINUTES.walk),
          ...(line.has(from.part) || line.has(to.part) ? { line: true as const } : {}),
          says: `Both ends of ${wireInWords(job, id)} lifted, dead: through from end to end, and apart from its neighbours and from earth?`,
        },
      ]
    })
  },
  shows({ job, wrong }, { wire }) {
    const { cable, core: own } = job.wires[wire!]!
    for (const { id } of wrong) {
      if (id === `wire:${wire}/open`) return 'broken'
      if (id === `wire:${wire}/earth`) return 'touches earth'
      const pair = /^pair:([^/]+)\/([a-z0-9-]+)\+([a-z0-9-]+)\/short$/.exec(id)
      if (pair && pair[1] === cable && own && pair.slice(2).includes(own)) return 'touches another'
    }
    return 'whole'
  },
}
