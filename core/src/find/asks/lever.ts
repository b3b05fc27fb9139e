import { kindOf } from '../../parts/index.ts'
import { labelOf } from '../../words/words.ts'
import { type AskKind, atLine, faultsOf, feltOf } from '../ask.ts'
import { MINUTES } from '../minutes.ts'

/** How a valve's lever feels, its cover on: while it is driven at low voltage, dead where the valve is on the line. */
export const lever: AskKind = {
  ask: 'lever',
  trust: 0.97,
  words: ['firm', 'slack', 'rock-hard'],
  alike: { 'springs back': 'firm', limp: 'slack', parked: 'slack', grinds: 'slack', hard: 'rock-hard' },
  asksOf: ({ job }) =>
    Object.entries(job.parts).flatMap(([id, part]) => {
      const kind = kindOf(part)
      if (kind?.class !== 'valve' || !kind.leverByHand) return []
      const line = atLine(kind)
      return [
        {
          id: `lever:${id}`,
          ask: 'lever' as const,
          power: !line,
          ...(line ? { line: true as const } : {}),
          part: id,
          place: part.place,
          minutes: MINUTES.lever,
          says: `Move the lever of ${labelOf(job, id)} a little and let go. How does it feel?`,
        },
      ]
    }),
  shows({ bench, wrong }, { part }) {
    const { kind, figures } = bench.netlist.parts.get(part!)!
    return feltOf(kind.leverByHand?.(figures, bench.stateOf(part!), faultsOf(wrong, part!)) ?? 'cannot tell')
  },
}
