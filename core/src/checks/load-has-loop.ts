import { labelOf, markingOf } from '../words/words.ts'
import type { Rule } from './finding.ts'
import { allStrips } from './strips.ts'

export const loadHasLoop: Rule = {
  id: 'load-has-loop',
  name: 'Every load has a source and a return',
  check({ job, loops, poles }) {
    // Switches that call one boiler all end at the terminal it lacks: that is one thing to land.
    const ends = new Map<string, { part: string; terminal?: string }>()
    for (const { dark, subject } of allStrips(loops)) {
      if (dark?.at !== 'nowhere') continue
      const part = dark.part ?? subject.part
      ends.set(`${part}.${dark.terminal}`, { part, ...(dark.terminal ? { terminal: dark.terminal } : {}) })
    }
    return [...ends.values()].map(({ part, terminal }) => ({
      severity: 'fails' as const,
      at: [{ part, ...(terminal ? { terminal } : {}) }],
      says: `${labelOf(job, part)}${terminal ? ` ${markingOf(job, part, terminal)}` : ''} leads nowhere.`,
      why: 'A load works only between the two sides of one source. One side is missing here.',
      remedy: 'Land the missing conductor.',
      ...(terminal && {
        together: {
          key: poles.copper.of(poles.node(part, terminal)!),
          name: `${labelOf(job, part)} ${markingOf(job, part, terminal)}`,
          says: (names: string) => `${names} lead nowhere.`,
          remedy: 'Land the conductor that should lead on from them.',
        },
      }),
    }))
  },
}
