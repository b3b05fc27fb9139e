import { feedsOf } from '../loops/feeds.ts'
import { Metal } from '../loops/metal.ts'
import { labelOf } from '../loops/words.ts'
import type { Rule } from './finding.ts'

export const loopsApart: Rule = {
  id: 'loops-apart',
  name: 'Valve loop and call loop are not joined',
  check({ job, simulation }) {
    const feeds = feedsOf(simulation.netlist, job)
    const metal = new Metal(simulation.netlist)
    const calls = feeds.filter(({ circuit }) => circuit === 'call')
    return feeds
      .filter(({ circuit }) => circuit !== 'call')
      .flatMap((feed) =>
        calls
          .filter((call) =>
            [feed.hotNode, feed.backNode].some((a) => metal.joined(a, call.hotNode) || metal.joined(a, call.backNode)),
          )
          .map((call) => ({
            severity: 'danger' as const,
            at: [
              { part: feed.part.id, terminal: feed.hot },
              { part: call.part.id, terminal: call.hot },
            ],
            says: `The circuit of ${labelOf(job, feed.part.id)} touches the call pair of ${labelOf(job, call.part.id)}.`,
            why: 'The boiler powers its own call pair. Foreign voltage on it can destroy the control.',
            remedy:
              'Find the conductor that joins them and take it off; only the dry end switches may lie across the pair.',
          })),
      )
  },
}
