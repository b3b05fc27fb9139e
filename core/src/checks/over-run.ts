import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const overRun: Rule = {
  id: 'over-run',
  name: 'A pump that runs on has somewhere to push to',
  check({ job, simulation }) {
    const valves = Object.values(job.zones).filter(({ valve }) => valve)
    if (valves.length === 0 || valves.length < Object.keys(job.zones).length) return []
    return [...simulation.netlist.parts.values()].flatMap(({ id, kind, figures }): Found[] => {
      const seconds = figures.postRun ?? 0
      if (kind.class !== 'boiler' || seconds <= 0) return []
      return [
        {
          severity: 'tidy',
          at: [{ part: id }],
          says: `${labelOf(job, id)} runs its pump on for ${seconds} s, and every valve may be shut by then.`,
          why: 'The water needs a way round: a bypass in the pipework, which this record does not hold.',
          remedy: 'See that there is a bypass, and accept this with where it is.',
        },
      ]
    })
  },
}
