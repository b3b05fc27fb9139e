import type { Job } from '../job/schema.ts'
import { terminalInWords } from '../words/words.ts'
import type { Finding, Found, Rule } from './finding.ts'

export const sleeved: Rule = {
  id: 'sleeved',
  name: 'A switched live in the neutral’s colour is sleeved',
  check({ job, poles }) {
    const { line } = poles
    if (!line) return []
    const neutral = job.practice === '230' ? 'blue' : 'white'
    return Object.entries(job.wires).flatMap(([wire, { from, to, colour, label, sleeve }]): Found[] => {
      const node = poles.node(from.part, from.terminal)
      if (colour !== neutral || sleeve || node === undefined) return []
      if (poles.metal.joined(node, line.backNode) || !poles.metal.joined(node, line.hotNode)) return []
      return [
        {
          severity: 'tidy',
          at: [{ wire }, from, to],
          says: `Wire ${label} (${colour}) is a live, from ${terminalInWords(job, from.part, from.terminal)} to ${terminalInWords(job, to.part, to.terminal)}.`,
          why: 'The next hand takes it for neutral.',
          remedy: 'Sleeve it at both ends in the colour of a live.',
          // What belongs to another circuit, and only touches the line's, is no live of the line.
          explainedBy: (other) =>
            other.rule === 'line-on-low' &&
            other.at.some(({ part = '', terminal = '' }) => {
              const at = poles.node(part, terminal)
              return at !== undefined && poles.copper.joined(at, node)
            }),
        },
      ]
    })
  },
  mend(draft: Job, { at }: Finding) {
    for (const { wire } of at)
      if (wire && draft.wires[wire]) draft.wires[wire].sleeve = draft.practice === '230' ? 'brown' : 'black'
  },
}
