import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const loopsApart: Rule = {
  id: 'loops-apart',
  name: 'No foreign voltage on a boiler’s call pair',
  caution: 'Kill both supplies first. Test the boiler’s call input before it is trusted again.',
  check({ job, poles, landed }) {
    return poles.feeds
      .filter(({ circuit }) => circuit !== 'call' && circuit !== 'signal')
      .flatMap((feed) =>
        poles.calls.flatMap((call): Found[] => {
          const touching = [call.hotNode, call.backNode].filter((b) =>
            [feed.hotNode, feed.backNode].some((a) => poles.metal.joined(a, b)),
          )
          if (touching.length === 0) return []
          const line = feed.circuit === 'line voltage'
          const wires = landed.all
            .filter(({ part, terminal }) => part === call.part.id && (terminal === call.hot || terminal === call.back))
            .flatMap((one) => one.wires)
          return [
            {
              severity: 'danger',
              at: [
                { part: feed.part.id, terminal: feed.hot },
                { part: call.part.id, terminal: call.hot },
                { part: call.part.id, terminal: call.back },
                ...crossing(poles, landed, feed.hotNode, feed.backNode, touching),
                ...wires.map((wire) => ({ wire })),
              ],
              says: line
                ? `Line voltage reaches the call pair of ${labelOf(job, call.part.id)}.`
                : `The circuit of ${labelOf(job, feed.part.id)} touches the call pair of ${labelOf(job, call.part.id)}.`,
              why: line
                ? 'The pair is volt-free: 230 V there destroys the boiler’s board. Only a dry contact may close it.'
                : 'The boiler powers its own call pair. Foreign voltage on it can destroy the control.',
              remedy:
                'Find the conductor that joins them and take it off; only dry contacts may lie across the pair, and a line-voltage side may drive relay coils only.',
            },
          ]
        }),
      )
  },
}

/** Terminals at which copper brings the two circuits together: on one piece of metal with both, devices only. */
function crossing(
  poles: Parameters<Rule['check']>[0]['poles'],
  landed: Parameters<Rule['check']>[0]['landed'],
  hot: number,
  back: number,
  touching: readonly number[],
) {
  return landed.all
    .filter(({ kind, wires, described, part, terminal }) => {
      if (wires.length === 0 || kind.class === 'joint') return false
      const node = poles.node(part, terminal)!
      const copper = (other: number) => poles.copper.joined(node, other)
      const meets = touching.some(copper) || copper(hot) || copper(back)
      return meets && (described.circuit === 'call') !== touching.some(copper)
    })
    .slice(0, 12)
    .map(({ part, terminal }) => ({ part, terminal }))
}
