import type { Simulation } from '../motion/simulation.ts'
import type { Dark } from './dark.ts'
import type { Loops } from './loops.ts'
import type { Strip } from './strip.ts'
import { usedTerminals } from './used-terminals.ts'

/** The loop of a contact by which a panel, a centre or a controller passes a call on, where that loop is not whole. */
export function laneOf({ netlist }: Simulation, { shared }: Pick<Loops, 'shared'>): Strip | undefined {
  return shared.find(
    ({ subject: { part, element }, complete, dark }) =>
      !complete && dark && netlist.parts.get(part)!.kind.roles.lanes?.includes(element),
  )
}

/**
 * Where a call ends that zones bring about and no boiler hears: in the loop of the contact by which a panel or a controller passes it on, or at a
 * terminal of the boiler's call with nothing landed on it. Undefined where neither is so: then it comes to the boiler.
 */
export function callLost(simulation: Simulation, all: Pick<Loops, 'shared'>): Dark | undefined {
  const { netlist } = simulation
  const lane = laneOf(simulation, all)
  if (lane?.dark) return lane.dark.at === 'load' || lane.dark.at === 'source' ? undefined : lane.dark
  const used = usedTerminals(netlist)
  for (const { id, kind, branches } of netlist.parts.values()) {
    if (kind.roles.told === undefined) continue
    const sense = branches.get(kind.roles.callSense ?? '')?.element
    const ends = kind.roles.callPair ?? (sense?.form === 'load' ? [sense.a, sense.b] : [])
    const terminal = ends.find((end) => end in kind.terminals && !used.has(`${id}.${end}`))
    if (terminal !== undefined) return { at: 'nowhere', part: id, terminal }
  }
  return undefined
}
