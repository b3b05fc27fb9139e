import { listed } from '../words/listed.ts'
import { labelOf, markingOf, wireInWords } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

/** Conductors of a short named at most. */
const MOST = 16

export const shorted: Rule = {
  id: 'shorted',
  name: 'Between the two sides of a source there is always a load',
  caution:
    'Do not switch it on to see. Isolate, lock off, prove dead; what has been shorted is tested before it is trusted.',
  check: ({ job, shorts }) =>
    shorts().map(({ feed, branches, closing, culprits }): Found => {
      const { id } = feed.part
      const wires = [...new Set([...culprits, ...branches.flatMap(({ wire }) => wire ?? [])])]
      const [culprit] = culprits.length === 1 ? culprits : []
      const sides = `${markingOf(job, id, feed.hot)} and ${markingOf(job, id, feed.back)} of ${labelOf(job, id)}`
      const line = feed.circuit === 'line voltage'
      return {
        severity: line ? 'danger' : 'fails',
        at: [
          ...wires.slice(0, MOST).map((wire) => ({ wire })),
          ...closing.map((part) => ({ part })),
          { part: id, terminal: feed.hot },
          { part: id, terminal: feed.back },
        ],
        says:
          closing.length > 0
            ? `${sides} meet with no load between them as soon as ${closing.length > 1 ? 'contacts' : 'a contact'} of ${listed(closing.map((part) => labelOf(job, part)))} ${closing.length > 1 ? 'make' : 'makes'}.`
            : `${sides} are joined with no load between them.`,
        why: line
          ? 'A short at line voltage: the breaker or fuse lets go at once, and what it meets on its way can burn or weld.'
          : 'A short: the fuse blows at once, and without a fuse the winding burns.',
        remedy: culprit
          ? `${wireInWords(job, culprit)} is the one that no load needs: see where it belongs, and take it off.`
          : 'Find the conductor that joins them and take it off.',
        // The switch of such a valve lies where its motor should.
        explainedBy: (other) => other.rule === 'pairs-exchanged' && closing.includes(other.at[0]!.part ?? ''),
      }
    }),
}
