import { markingOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const halfLanded: Rule = {
  id: 'half-landed',
  name: 'What is landed on one side is landed on the other',
  check({ job, simulation, landed }) {
    return [...simulation.netlist.parts.values()].flatMap(({ id, kind, branches }) => {
      const { feeds, lanes = [], actuator, work } = kind.roles
      const pairs: (readonly [string, string])[] = []
      if (kind.class === 'boiler' && feeds) pairs.push(feeds)
      if (kind.hookup?.proof && !kind.hookup.proofShared) pairs.push(kind.hookup.proof)
      const named = [...lanes, ...(kind.class === 'panel' ? ['pumpContact'] : []), actuator, work]
      for (const element of named) {
        const branch = element === undefined ? undefined : branches.get(element)
        const ends =
          branch?.element && 'a' in branch.element ? ([branch.element.a, branch.element.b] as const) : undefined
        if (ends?.every((terminal) => terminal in kind.terminals)) pairs.push(ends)
      }
      return pairs.flatMap((pair): Found[] => {
        const [on, off] = [
          pair.filter((t) => landed.on(id, t).length > 0),
          pair.filter((t) => landed.on(id, t).length === 0),
        ]
        if (on.length === 0 || off.length === 0) return []
        return [
          {
            severity: 'fails',
            at: off.map((terminal) => ({ part: id, terminal })),
            says: `${job.parts[id]!.label} ${markingOf(job, id, off[0]!)} has nothing landed, and ${markingOf(job, id, on[0]!)} has.`,
            why: 'No current can pass: what it should move or tell stays as it is.',
            remedy: 'Land the missing conductor.',
          },
        ]
      })
    })
  },
}
