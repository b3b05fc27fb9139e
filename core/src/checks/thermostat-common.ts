import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const thermostatCommon: Rule = {
  id: 'thermostat-common',
  name: 'A thermostat that needs a common has one',
  check({ job, poles, landed, simulation }) {
    return Object.values(job.zones).flatMap(({ thermostat }): Found[] => {
      const kind = thermostat ? simulation.netlist.parts.get(thermostat)?.kind : undefined
      const common = kind?.hookup?.common
      if (!thermostat || !common || kind.terminals[common]!.circuit !== 'low voltage') return []
      const node = poles.node(thermostat, common)!
      if (poles.low.some(({ backNode }) => poles.onRail(node, backNode))) return []
      const hot = poles.low.some(({ hotNode }) => poles.onRail(node, hotNode))
      return [
        {
          severity: 'fails',
          at: [{ part: thermostat, terminal: common }, ...landed.on(thermostat, common).map((wire) => ({ wire }))],
          says: `${labelOf(job, thermostat)} has ${hot ? 'the feed on its common' : 'no common'}.`,
          why: 'It lives on 24 V between R and C: without a common its display is blank and it never calls.',
          remedy: 'Bring the transformer’s common to C, by a spare core.',
          ...(!hot && {
            together: {
              key: poles.gap(node),
              name: labelOf(job, thermostat),
              says: (names: string) => `${names} have no common.`,
              remedy: 'Bring the transformer’s common to what joins them.',
            },
          }),
        },
      ]
    })
  },
}
