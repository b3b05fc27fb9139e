import type { Spot } from '../checks/finding.ts'
import { applied, byPuttingBack, type Fix } from '../checks/fix.ts'
import type { Job } from '../job/schema.ts'
import { sound } from '../job/sound.ts'
import { loopsOf } from '../loops/loops.ts'
import type { Strip } from '../loops/strip.ts'
import { ask } from '../motion/asking.ts'
import { Simulation } from '../motion/simulation.ts'
import { type Difference, proven } from './prove.ts'

/** The way of the current, or of its absence, that explains a difference: parts and wires from the source round. */
export function pathOf(job: Job, { asking, part }: Difference): Spot[] {
  const meant = sound(job)
  const bench = new Simulation(meant)
  for (const zone of asking) ask(bench, meant, zone, true)
  bench.settle()
  const { zones, shared } = loopsOf(bench, meant)
  const own = zones.find(({ zone }) => meant.zones[zone]?.valve === part)
  const strips = [
    ...shared.filter(({ subject }) => subject.part === part),
    ...(own ? [own.valve, own.signal] : []),
    // A boiler is called by its end switches.
    ...(bench.netlist.parts.get(part)?.kind.roles?.told ? zones.map(({ call }) => call) : []),
  ].filter((strip) => strip !== undefined)
  return [{ part }, ...strips.flatMap(spotsOf)]
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

/** What puts a difference right, tried: the proof must not show it any more. */
export function fixOfDifference(job: Job, difference: Difference): Fix | undefined {
  return byPuttingBack(job, pathOf(job, difference)).find((fix) => {
    const next = applied(job, fix)
    return (
      next !== undefined &&
      !proven(next).differences.some(({ part, should }) => part === difference.part && should === difference.should)
    )
  })
}
