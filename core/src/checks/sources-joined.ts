import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const sourcesJoined: Rule = {
  id: 'sources-joined',
  name: 'No two sources joined',
  caution:
    'Kill every supply before wires are moved: a fed secondary puts line voltage on a dead transformer’s primary.',
  check({ job, poles, landed }) {
    const { low } = poles
    return low.flatMap((one, i) =>
      low.slice(i + 1).flatMap((other): Found[] => {
        const joined = (a: number, b: number) => poles.metal.joined(a, b)
        const straight = [joined(one.hotNode, other.hotNode), joined(one.backNode, other.backNode)]
        const crossed = [joined(one.hotNode, other.backNode), joined(one.backNode, other.hotNode)]
        if (![...straight, ...crossed].some(Boolean)) return []
        const names = `${labelOf(job, one.part.id)} and ${labelOf(job, other.part.id)}`
        const [how, why] =
          crossed.every(Boolean) || (crossed.some(Boolean) && straight.some(Boolean))
            ? ['opposed', 'Opposed they drive a near-short through both windings: fuses blow or a transformer burns.']
            : straight.every(Boolean)
              ? [
                  'in phase',
                  'A current circulates, and a dead one is fed backwards from its secondary: its primary terminals then carry line voltage.',
                ]
              : [
                  'at one pole',
                  'Nothing flows yet, but the two circuits are one for every fault that follows, and meters mislead.',
                ]
        const meeting = landed.all.filter(({ part, terminal, wires, kind }) => {
          const node = poles.node(part, terminal)!
          return (
            wires.length > 0 &&
            kind.class !== 'joint' &&
            [one.hotNode, one.backNode].some((a) => joined(node, a)) &&
            [other.hotNode, other.backNode].some((a) => joined(node, a))
          )
        })
        return [
          {
            severity: 'danger',
            at: [
              { part: one.part.id, terminal: one.hot },
              { part: other.part.id, terminal: other.hot },
              ...meeting.slice(0, 24).map(({ part, terminal }) => ({ part, terminal })),
            ],
            says: `${names} are joined ${how}.`,
            why,
            remedy: 'Take off the conductor between their circuits. Several transformers are kept apart, always.',
          },
        ]
      }),
    )
  },
}
