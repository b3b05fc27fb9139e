import { endSwitchOf } from '../parts/kind.ts'
import { labelOf } from '../words/words.ts'
import type { Rule } from './finding.ts'
import { stationsOf } from './strips.ts'

export const endSwitchesParallel: Rule = {
  id: 'end-switches-parallel',
  name: 'End switches lie side by side across the call pair',
  check: ({ job, simulation, loops, shorts }) =>
    loops.zones.flatMap(({ call }) =>
      // Round a short that stands at rest a loop goes any way.
      (call && !shorts().some(({ closing }) => closing.length === 0) ? stationsOf(call) : [])
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
        })),
    ),
}
