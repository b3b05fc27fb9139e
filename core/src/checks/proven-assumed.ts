import type { Found, Rule } from './finding.ts'

export const provenAssumed: Rule = {
  id: 'proven-assumed',
  name: 'Opening is proven by a switch',
  check: ({ job, simulation }) =>
    Object.values(job.zones).flatMap(({ valve, alsoValves = [], relay, name }): Found[] => {
      const kind = valve ? simulation.netlist.parts.get(valve)?.kind : undefined
      const boilers = [...simulation.netlist.parts.values()].some((part) => part.kind.roles.told)
      if (!valve || !kind || kind.hookup?.proof || kind.hookup?.position || !boilers) return []
      if (kind.roles.diverts) return []
      return [
        {
          severity: 'tidy',
          at: [valve, ...alsoValves, ...(relay ? [relay] : [])].map((part) => ({ part })),
          says: `${name}: opening is assumed, not proven.`,
          why: 'The valve has no switch: a stuck one still fires the boiler.',
          remedy: 'Allowed. A valve with an end switch would prove it.',
        },
      ]
    }),
}
