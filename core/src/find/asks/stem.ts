import { valvesOf } from '../../job/zones.ts'
import { kindOf } from '../../parts/index.ts'
import { labelOf } from '../../words/words.ts'
import { type AskKind, atLine, faultsOf, feltOf } from '../ask.ts'
import { MINUTES } from '../minutes.ts'

/** How a valve's stem turns with its head off: isolated, and only where it is known that no water follows the head. */
export const stem: AskKind = {
  ask: 'stem',
  trust: 0.97,
  words: ['turns with two fingers', 'turns stiffly', 'turns only with a tool', 'does not turn'],
  alike: { 'two fingers': 'turns with two fingers', stiff: 'turns stiffly' },
  asksOf: ({ job }) =>
    Object.entries(job.parts).flatMap(([id, part]) => {
      const kind = kindOf(part)
      const zone = Object.values(job.zones).find((one) => valvesOf(one).includes(id))
      if (kind?.class !== 'valve' || !kind.stemByHand || zone?.head !== 'dry') return []
      return [
        {
          id: `stem:${id}`,
          ask: 'stem' as const,
          power: false,
          part: id,
          place: part.place,
          minutes: MINUTES.stem,
          ...(atLine(kind) ? { line: true as const } : {}),
          says: `Head of ${labelOf(job, id)} off, its stem between two fingers. How does it turn?`,
        },
      ]
    }),
  shows({ bench, wrong }, { part }) {
    const { kind, figures } = bench.netlist.parts.get(part!)!
    return feltOf(kind.stemByHand?.(figures, bench.stateOf(part!), faultsOf(wrong, part!)) ?? 'cannot tell')
  },
}
