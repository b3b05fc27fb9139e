import type { Job } from '../job/schema.ts'
import { valvesOf } from '../job/zones.ts'
import { loopsOf, stripsOf } from '../loops/loops.ts'
import type { Strip } from '../loops/strip.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { type Spot, spotOfBranch } from '../words/spot.ts'

/**
 * The way of the current to a part, or of its absence, while some zones ask: parts, terminals and wires from the source
 * round. Of a fuse that lets go then, what the current ran through.
 * @param meant the sound job
 */
export function wayOf(meant: Job, asking: readonly string[], part: string): Spot[] {
  const bench = new Simulation(meant)
  for (const zone of asking) ask(bench, meant, zone, true)
  bench.settle()
  const { zones, shared } = loopsOf(bench, meant)
  const own = zones.find(({ zone }) => valvesOf(meant.zones[zone] ?? {}).includes(part))
  const strips = [
    ...shared.filter(({ subject }) => subject.part === part),
    // Its valve’s own load, and not the contact by which it calls the boiler.
    ...(own ? stripsOf(own).filter((strip) => strip.subject.part === part && strip !== own.call) : []),
    // A boiler is called by its end switches.
    ...(bench.netlist.parts.get(part)?.kind.roles.told ? zones.map(({ call }) => call) : []),
  ].filter((strip) => strip !== undefined)
  return [{ part }, ...strips.flatMap(spotsOf), ...(bench.blownBy(part) ?? []).map(spotOfBranch)]
}

function spotsOf(strip: Strip): Spot[] {
  return [
    ...strip.items.flatMap((item): Spot[] =>
      item.form === 'station'
        ? [
            { part: item.part, terminal: item.enter.terminal },
            { part: item.part, terminal: item.leave.terminal },
          ]
        : item.runs.flatMap(({ wire, from, to }): Spot[] => [
            { wire },
            { part: from.part, terminal: from.terminal },
            { part: to.part, terminal: to.terminal },
          ]),
    ),
    ...(strip.dark?.part
      ? [{ part: strip.dark.part, ...(strip.dark.terminal ? { terminal: strip.dark.terminal } : {}) }]
      : []),
  ]
}
