import type { Strip } from '../loops/strip.ts'
import { endSwitchOf } from '../parts/roles.ts'
import { labelOf } from '../words/words.ts'
import type { Rule, Ruled } from './finding.ts'
import { isAstray } from './missing.ts'
import { stationsOf } from './strips.ts'

export const endSwitchesParallel: Rule = {
  id: 'end-switches-parallel',
  name: 'End switches lie side by side across the call pair',
  check({ job, simulation, loops, poles, shorts }) {
    // Round a short that stands at rest a loop goes any way.
    const atRest = shorts().filter(({ closing }) => closing.length === 0)
    const goesAnyWay = ({ subject: { part, element } }: Strip) => {
      const branch = simulation.netlist.parts.get(part)?.branches.get(element)
      return branch !== undefined && atRest.some(({ feed }) => poles.metal.joined(branch.a, feed.hotNode))
    }
    return loops.zones.flatMap(({ call }) =>
      (call && !goesAnyWay(call) ? stationsOf(call) : [])
        .filter(
          ({ part, element, subject }) =>
            !subject && endSwitchOf(simulation.netlist.parts.get(part)?.kind.roles) === element,
        )
        .map(({ part }) => ({
          severity: 'fails' as const,
          at: [{ part: call!.subject.part }, { part }],
          says: `The end switches of ${labelOf(job, call!.subject.part)} and ${labelOf(job, part)} are in series.`,
          why: 'The boiler is called only while both valves are open.',
          remedy: 'Land both switches side by side on the two call conductors.',
          explainedBy: (other: Ruled) => isAstray(simulation.netlist, poles, call!.subject.part, other),
        })),
    )
  },
}
