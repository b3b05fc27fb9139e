import type { InstalledPart } from '../circuit/netlist.ts'
import { is } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import type { Strip } from './strip.ts'

/** The boilers that are told to fire, by whatever means. */
export const boilersTold = (simulation: Simulation) =>
  [...simulation.netlist.parts.values()].filter((part) => is(simulation, part, 'told'))

/** Heat may come from elsewhere: then nothing waits to be told. */
export const hasBoiler = (simulation: Simulation) =>
  [...simulation.netlist.parts.values()].some(({ kind }) => kind.roles?.told !== undefined)

/** A part that keeps its contact open on purpose, and why: priority, the hour, enough warmth. */
export interface Withheld {
  readonly by: InstalledPart
  readonly why: string
}

/** What keeps a loop dark on purpose, where the part that does gives a reason and has no fault of its own. */
export function withheld(simulation: Simulation, strip: Strip | undefined): Withheld | undefined {
  const dark = strip?.dark
  if (dark?.at !== 'contact' || !dark.part || !dark.element) return undefined
  const by = simulation.netlist.parts.get(dark.part)
  const branch = by?.branches.get(dark.element)
  // What is pinned or forced does not hold back on purpose.
  if (!by || !branch || simulation.circuit.forced(branch) || simulation.alterations.pins[by.id]) return undefined
  const why = by.kind.withholds?.(by.figures, simulation.stateOf(by.id), dark.element)
  return why === undefined ? undefined : { by, why }
}
