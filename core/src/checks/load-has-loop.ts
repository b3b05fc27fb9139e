import { labelOf, markingOf } from '../words/words.ts'
import type { Rule } from './finding.ts'
import { allStrips } from './strips.ts'

export const loadHasLoop: Rule = {
  id: 'load-has-loop',
  name: 'Every load has a source and a return',
  check: ({ job, loops }) =>
    allStrips(loops)
      .filter(({ dark }) => dark?.at === 'nowhere')
      .map(({ subject, dark }) => {
        const where = dark?.terminal ? ` ${markingOf(job, subject.part, dark.terminal)}` : ''
        return {
          severity: 'fails' as const,
          at: [{ part: subject.part, ...(dark?.terminal ? { terminal: dark.terminal } : {}) }],
          says: `${labelOf(job, subject.part)}${where} leads nowhere.`,
          why: 'A load works only between the two sides of one source. One side is missing here.',
          remedy: 'Land the missing conductor.',
        }
      }),
}
