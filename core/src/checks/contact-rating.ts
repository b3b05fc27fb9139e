import { isBrief } from '../load/briefly.ts'
import { isWorse } from '../load/contacts.ts'
import { ampsOver } from '../load/verdict.ts'
import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const contactRating: Rule = {
  id: 'contact-rating',
  name: 'No contact carries more than it may',
  check({ job, alone, shorts }) {
    const { full } = alone()
    const inShort = new Set(shorts().flatMap(({ branches }) => branches.map(({ id }) => id)))
    return [...full[0]!.start.contacts].flatMap(([key, { part, may, guards }]): Found[] => {
      const worst = full
        .map(({ start }) => start.contacts.get(key)!)
        .map((one) => ({ ...one, brief: isBrief(one) }))
        .reduce((a, b) => (isWorse(b, a) ? b : a))
      // What a short draws through it is no matter of rating; fuses and breakers have a rule of their own.
      if (guards || worst.amps <= may || inShort.has(key)) return []
      const { brief } = worst
      return [
        {
          severity: brief ? 'tidy' : 'fails',
          at: [{ part }],
          says: `A contact of ${labelOf(job, part)} carries ${ampsOver(worst)} and may carry ${may} A.`,
          why: brief
            ? 'It wears sooner. What is cold or runs draws more than what stands open.'
            : 'It pits and welds: the zone will then never switch off.',
          remedy: 'Let it drive a relay, and let the relay carry the load.',
        },
      ]
    })
  },
}
