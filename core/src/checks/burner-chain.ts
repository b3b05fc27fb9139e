import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'
import { stationsOf } from './strips.ts'

export const burnerChain: Rule = {
  id: 'burner-chain',
  name: 'Every safety stands in the burner’s chain',
  caution: 'Gas and combustion controls: licensed people under the local code.',
  check({ job, loops, simulation }) {
    const parts = [...simulation.netlist.parts.values()]
    const safeties = parts.filter(({ kind }) => kind.class === 'safety' && !kind.roles.looksOn)
    const chain = loops.shared.find(({ subject }) => {
      const { kind } = simulation.netlist.parts.get(subject.part)!
      return kind.class === 'burner' && kind.roles.work === subject.element && kind.roles.lastOfChain
    })
    if (!chain || chain.items.length === 0) return []
    const met = new Set(stationsOf(chain).map(({ part }) => part))
    // A damper without a plug passes the call itself on: then every call comes through its proof.
    const calls = loops.zones.flatMap(({ call }) => (call ? [new Set(stationsOf(call).map(({ part }) => part))] : []))
    const inEveryCall = (id: string) => calls.length > 0 && calls.every((parts) => parts.has(id))
    return safeties.flatMap(({ id }): Found[] =>
      met.has(id) || inEveryCall(id)
        ? []
        : [
            {
              severity: 'danger',
              at: [{ part: id }, { part: chain.subject.part }],
              says: `${labelOf(job, id)} does not stand in the chain of ${labelOf(job, chain.subject.part)}.`,
              why: 'The burner lights without its proof, and it cannot stop the burner.',
              remedy: 'Put it back in series: damper proof, spill switch, roll-out switch, gas valve.',
              explainedBy: ({ rule, at }) => rule === 'bridged' && at[0]!.part === id,
            },
          ],
    )
  },
}
