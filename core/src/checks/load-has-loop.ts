import { endSwitchOf } from '../parts/roles.ts'
import { labelOf, markingOf } from '../words/words.ts'
import type { Rule, Ruled } from './finding.ts'
import { isOtherEnd } from './missing.ts'
import { allStrips } from './strips.ts'

export const loadHasLoop: Rule = {
  id: 'load-has-loop',
  name: 'Every load has a source and a return',
  check({ job, loops, poles, simulation }) {
    // Switches that call one boiler all end at the terminal it lacks: that is one thing to land.
    const ends = new Map<string, { part: string; terminal?: string }>()
    for (const { dark, subject } of allStrips(loops)) {
      if (dark?.at !== 'nowhere') continue
      const part = dark.part ?? subject.part
      ends.set(`${part}.${dark.terminal}`, { part, ...(dark.terminal ? { terminal: dark.terminal } : {}) })
    }
    /** The other side of an end switch. */
    const beyond = (part: string, terminal: string) => {
      const { kind, branches, nodes } = simulation.netlist.parts.get(part)!
      const { a, b } = branches.get(endSwitchOf(kind.roles) ?? '') ?? {}
      const node = nodes.get(terminal)
      return node === a ? b : node === b ? a : undefined
    }
    const isGuard = (part: string) => {
      const { kind } = simulation.netlist.parts.get(part)!
      return kind.class === 'switch' || kind.class === 'protection'
    }
    return [...ends.values()].map(({ part, terminal }) => ({
      severity: 'fails' as const,
      at: [{ part, ...(terminal ? { terminal } : {}) }],
      says: `${labelOf(job, part)}${terminal ? ` ${markingOf(job, part, terminal)}` : ''} leads nowhere.`,
      why: 'A load works only between the two sides of one source. One side is missing here.',
      remedy: 'Land the missing conductor.',
      explainedBy: (other: Ruled) => {
        if (other.rule === 'one-source') return other.at.some((spot) => spot.part === part)
        const far = terminal === undefined ? undefined : beyond(part, terminal)
        return far !== undefined && isOtherEnd(poles, other, far)
      },
      upstream: isGuard(part),
      ...(terminal && {
        together: {
          key: poles.gap(poles.node(part, terminal)!),
          name: `${labelOf(job, part)} ${markingOf(job, part, terminal)}`,
          says: (names: string) => `${names} lead nowhere.`,
          remedy: 'Land the conductor that should lead on from them.',
        },
      }),
    }))
  },
}
