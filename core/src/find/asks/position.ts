import { is } from '../../motion/plays.ts'
import { kindOf } from '../../parts/index.ts'
import { labelOf } from '../../words/words.ts'
import { type AskKind, faultsOf } from '../ask.ts'
import { MINUTES } from '../minutes.ts'

/** Units that are set or switched by hand: an eye sees how they stand. */
const SEEN = ['setting', 'switch', 'override', 'lever']

/** How a switch, a dial or an override stands. */
export const position: AskKind = {
  ask: 'position',
  trust: 0.98,
  words: ['as it should be', 'off or set wrong'],
  asksOf: ({ job }) =>
    Object.entries(job.parts).flatMap(([id, part]) => {
      const kind = kindOf(part)
      const byHand = kind?.class === 'switch' && kind.roles.closed !== undefined
      const trips = kind?.class === 'protection' && kind.roles.closed !== undefined
      if (!kind || (!byHand && !trips && !kind.faults?.some(({ unit }) => SEEN.includes(unit ?? '')))) return []
      return [
        {
          id: `position:${id}`,
          ask: 'position' as const,
          power: true,
          part: id,
          place: part.place,
          minutes: MINUTES.look,
          says: `How does ${labelOf(job, id)} stand: on, and set as it should be?`,
        },
      ]
    }),
  shows({ bench, wrong }, { part }) {
    const own = bench.netlist.parts.get(part!)!
    const faults = faultsOf(wrong, part!)
    const off = own.kind.roles.closed !== undefined && !is(bench, own, 'closed')
    const tripped = own.kind.class === 'protection' && is(bench, own, 'blown')
    const set = own.kind.faults?.some(({ name, unit }) => SEEN.includes(unit ?? '') && faults.has(name))
    return off || tripped || set ? 'off or set wrong' : 'as it should be'
  },
}
