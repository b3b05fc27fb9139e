import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const oneSource: Rule = {
  id: 'one-source',
  name: 'A load lies between the two sides of one source',
  check({ job, poles, simulation }) {
    const sources = poles.feeds.filter(({ circuit }) => circuit === 'low voltage' || circuit === 'line voltage')
    return [...simulation.netlist.parts.values()].flatMap(({ id, kind }): Found[] => {
      const { feed, back } = kind.hookup ?? {}
      // Only a valve has a return of its own.
      if (!feed || !back || kind.roles.listens) return []
      const of = (terminal: string) => {
        const node = poles.node(id, terminal)!
        return sources.filter(({ hotNode, backNode }) => [hotNode, backNode].some((at) => poles.metal.joined(node, at)))
      }
      const [fed, returned] = [of(feed), of(back)]
      if (fed.length === 0 || returned.length === 0 || fed.some((one) => returned.includes(one))) return []
      return [
        {
          severity: 'fails',
          at: [
            { part: id, terminal: feed },
            { part: id, terminal: back },
          ],
          says: `${labelOf(job, id)} is fed by ${labelOf(job, fed[0]!.part.id)} and returns to ${labelOf(job, returned[0]!.part.id)}.`,
          why: 'Between two sources that do not meet no current flows, and the valve does not move.',
          remedy: 'Bring its return to the source that feeds it.',
        },
      ]
    })
  },
}
