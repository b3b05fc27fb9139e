import { labelOf } from '../words/words.ts'
import type { Found, Rule } from './finding.ts'

export const panelLink: Rule = {
  id: 'panel-link',
  name: 'A panel’s link stands where a valve has no switch, and nowhere else',
  check({ job, poles, simulation }) {
    const panels = [...simulation.netlist.parts.values()].filter(({ kind }) => 'v1p3' in kind.terminals)
    const valves = Object.values(job.zones).flatMap(({ name, valve }) => {
      const hookup = valve && simulation.netlist.parts.get(valve)?.kind.hookup
      return hookup ? [{ zone: name, feed: poles.node(valve, hookup.feed)!, proves: hookup.proof !== undefined }] : []
    })
    return panels.flatMap(({ id: panel, kind }) =>
      Object.keys(kind.terminals)
        .filter((terminal) => /^v\d+p3$/.test(terminal))
        .flatMap((p3): Found[] => {
          const row = p3.slice(1, -2)
          const p4 = `v${row}p4`
          const feed = poles.node(panel, `v${row}p1`)!
          const valve = valves.find((one) => poles.copper.joined(one.feed, feed))
          if (!valve) return []
          const linked = poles.copper.joined(poles.node(panel, p3)!, poles.node(panel, p4)!)
          const links = poles.bridges(poles.node(panel, p3)!, poles.node(panel, p4)!)
          const at = [{ part: panel, terminal: p3 }, { part: panel, terminal: p4 }, ...links.map((wire) => ({ wire }))]
          if (linked && valve.proves)
            return [
              {
                severity: 'fails',
                at,
                says: `${valve.zone}: the link on ${labelOf(job, panel)} takes the place of the valve’s own switch.`,
                why: 'The panel reports proven with the valve shut: the burner can fire against it, and a dead valve is hidden.',
                remedy: 'Take the link out and land the end switch there.',
              },
            ]
          if (!linked && !valve.proves)
            return [
              {
                severity: 'fails',
                at: [
                  { part: panel, terminal: p3 },
                  { part: panel, terminal: p4 },
                ],
                says: `${valve.zone}: the valve has no switch, and the link across ${row}-3 and ${row}-4 is missing.`,
                why: 'The call lamp lights and the proven lamp never does: the boiler is not told.',
                remedy: 'Fit the link, or a valve with a switch.',
              },
            ]
          return []
        }),
    )
  },
}
