import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const pairsExchanged: Rule = {
  id: 'pairs-exchanged',
  name: 'Motor pair on the valve loop, switch pair on the call loop',
  caution: 'Kill both supplies first: the boiler’s own call voltage stands on the motor leads.',
  check({ job, poles, landed, simulation }) {
    return Object.values(job.zones).flatMap(({ valve, name }): Found[] => {
      const kind = valve ? simulation.netlist.parts.get(valve)?.kind : undefined
      const { feed, back, proof, proofShared, permanent } = kind?.hookup ?? {}
      if (!valve || !kind || !feed || !back || !proof || proofShared || permanent) return []
      // Where the two circuits themselves are joined, a lead on the one is on the other too, and tells nothing.
      const on = (terminal: string, nodes: readonly number[], others: readonly number[]) => {
        const joined = (at: number) => poles.copper.joined(poles.node(valve, terminal)!, at)
        return landed.on(valve, terminal).length > 0 && nodes.some(joined) && !others.some(joined)
      }
      const parts = [...simulation.netlist.parts.values()]
      const relays = parts.flatMap(({ id, kind: one }) =>
        one.class === 'boiler' && 'call' in one.terminals ? [poles.node(id, 'call')!] : [],
      )
      // On a panel the pairs lie side by side: what drives a zone’s valve, and what its switch answers to.
      const ofPanels = (role: RegExp) =>
        parts
          .filter((one) => one.kind.class === 'panel')
          .flatMap(({ id, kind: one }) =>
            Object.entries(one.terminals).flatMap(([terminal, described]) =>
              role.test(described.role) ? [poles.node(id, terminal)!] : [],
            ),
          )
      const calls = [
        ...poles.calls.flatMap(({ hotNode, backNode }) => [hotNode, backNode]),
        ...relays,
        ...ofPanels(/end switch$/),
      ]
      const asked = parts.flatMap(({ id, kind: one }) =>
        one.class === 'thermostat' && one.hookup?.call ? [poles.node(id, one.hookup.call)!] : [],
      )
      const sources = [
        ...poles.low.flatMap(({ hotNode, backNode }) => [hotNode, backNode]),
        ...asked,
        ...ofPanels(/valve feed$/),
      ]
      const motorOnCall = [feed, back].filter((terminal) => on(terminal, calls, sources))
      const switchOnSource = proof.filter((terminal) => on(terminal, sources, calls))
      if (motorOnCall.length === 0 || (switchOnSource.length === 0 && motorOnCall.length < 2)) return []
      return [
        {
          severity: 'danger',
          at: [...motorOnCall, ...switchOnSource].map((terminal) => ({ part: valve, terminal })),
          says: `${name}: motor and switch leads of ${labelOf(job, valve)} are exchanged.`,
          why: 'The motor lies across the boiler’s call pair and the switch in the valve loop: neither works, and 24 V can reach the boiler’s board.',
          remedy: 'Exchange the pairs. The motor pair goes to the thermostat and to common.',
        },
      ]
    })
  },
}
