import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const oneSource: Rule = {
  id: 'one-source',
  name: 'A load lies between the two sides of one source',
  check({ job, poles, simulation }) {
    const sources = poles.feeds.filter(({ circuit }) => circuit === 'low voltage' || circuit === 'line voltage')
    const astray = [...simulation.netlist.parts.values()].flatMap(({ id, kind }) => {
      const { feed, back } = kind.hookup ?? {}
      // Only a valve has a return of its own.
      if (!feed || !back || kind.roles.listens) return []
      const of = (terminal: string) => {
        const node = poles.node(id, terminal)!
        return sources.filter(({ hotNode, backNode }) => [hotNode, backNode].some((at) => poles.metal.joined(node, at)))
      }
      const [fed, returned] = [of(feed), of(back)]
      if (fed.length === 0 || returned.length === 0 || fed.some((one) => returned.includes(one))) return []
      const at = [feed, back].map((terminal) => ({ part: id, terminal }))
      return [{ id, at, fed: fed[0]!.part.id, returned: returned[0]!.part.id }]
    })
    const crossed = (one: (typeof astray)[number]) =>
      astray.findIndex(({ fed, returned }) => fed === one.returned && returned === one.fed)
    return astray.flatMap((one, i): Found[] => {
      const { id, at, fed, returned } = one
      const other = crossed(one)
      if (other >= 0 && other < i && crossed(astray[other]!) === i) return []
      const pair = other > i ? astray[other]! : undefined
      return [
        {
          severity: 'fails',
          at: [...at, ...(pair?.at ?? [])],
          says: pair
            ? `${labelOf(job, id)} and ${labelOf(job, pair.id)} are crossed: each is fed by the source to which the other returns.`
            : `${labelOf(job, id)} is fed by ${labelOf(job, fed)} and returns to ${labelOf(job, returned)}.`,
          why: 'Between two sources that do not meet no current flows, and the valve does not move.',
          remedy: pair
            ? 'Exchange their feeds, or their returns: one of the two, not both.'
            : 'Bring its return to the source that feeds it.',
        },
      ]
    })
  },
}
