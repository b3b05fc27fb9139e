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
      const on = (terminal: string, nodes: readonly number[]) => {
        const node = poles.node(valve, terminal)!
        return landed.on(valve, terminal).length > 0 && nodes.some((at) => poles.copper.joined(node, at))
      }
      const parts = [...simulation.netlist.parts.values()]
      const relays = parts.flatMap(({ id, kind: one }) =>
        one.class === 'boiler' && 'call' in one.terminals ? [poles.node(id, 'call')!] : [],
      )
      const calls = [...poles.calls.flatMap(({ hotNode, backNode }) => [hotNode, backNode]), ...relays]
      const asked = parts.flatMap(({ id, kind: one }) =>
        one.class === 'thermostat' && one.hookup?.call ? [poles.node(id, one.hookup.call)!] : [],
      )
      const sources = [...poles.low.flatMap(({ hotNode, backNode }) => [hotNode, backNode]), ...asked]
      const motorOnCall = [feed, back].filter((terminal) => on(terminal, calls))
      const switchOnSource = proof.filter((terminal) => on(terminal, sources))
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
