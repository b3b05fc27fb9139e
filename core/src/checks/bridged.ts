import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const bridged: Rule = {
  id: 'bridged',
  name: 'No switch and no safety is bridged',
  caution: 'Never run a plant on a bridged safety, fuse or switch, not even to see whether it runs.',
  check({ job, poles, simulation, landed }) {
    return [...simulation.netlist.parts.values()].flatMap(({ id, kind, branches }) => {
      const guards = kind.class === 'switch' || kind.class === 'protection' || kind.class === 'safety'
      if (!guards) return []
      return [...branches.values()].flatMap((branch): Found[] => {
        if (branch.form !== 'contact' || !poles.copper.joined(branch.a, branch.b)) return []
        const wires = Object.keys(kind.terminals).flatMap((terminal) => landed.on(id, terminal))
        const safety = kind.class === 'safety'
        return [
          {
            severity: 'danger',
            at: [{ part: id }, ...wires.map((wire) => ({ wire }))],
            says: `${labelOf(job, id)} is bridged.`,
            why: safety
              ? 'It can no longer stop the burner when it must.'
              : 'Opening it no longer kills what it should kill.',
            remedy: 'Take the bridge off.',
            // What stays live behind it is said there, and what to mind.
            explainedBy: ({ rule, at: [first, ...more] }) =>
              rule === 'isolator-kills' && first!.part === id && more.some(({ wire }) => wire !== undefined),
          },
        ]
      })
    })
  },
}
