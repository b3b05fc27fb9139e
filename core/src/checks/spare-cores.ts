import type { Found, Rule } from './finding.ts'

export const spareCores: Rule = {
  id: 'spare-cores',
  name: 'A thermostat’s cable keeps a spare core',
  check({ job, simulation }) {
    return Object.entries(job.cables).flatMap(([id, { label, cores }]): Found[] => {
      const wires = Object.values(job.wires).filter(({ cable }) => cable === id)
      const thermostat = wires.some(({ from, to }) =>
        [from, to].some(({ part }) => simulation.netlist.parts.get(part)?.kind.class === 'thermostat'),
      )
      if (!thermostat || Object.keys(cores).length > wires.length) return []
      return [
        {
          severity: 'tidy',
          at: [{ cable: id }],
          says: `${label} has no spare core on record.`,
          why: 'The next thermostat may need a common, and a broken core would mean a new cable.',
          remedy: 'Keep cut cores coiled and capped at both ends, and write them down.',
        },
      ]
    })
  },
}
