import type { InstalledPart } from '../circuit/netlist.ts'
import { is } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import type { Strip } from './strip.ts'

/** The boilers that are told to fire, by whatever means. */
export const boilersTold = (simulation: Simulation) =>
  [...simulation.netlist.parts.values()].filter((part) => is(simulation, part, 'told'))

/** Heat may come from elsewhere: then nothing waits to be told. */
export const hasBoiler = (simulation: Simulation) =>
  [...simulation.netlist.parts.values()].some(({ kind }) => kind.roles.told !== undefined)

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

/** A part that will call the boiler by its contact and does not yet, on purpose: a centre that gives wax heads their time. */
export function callHeldBack(simulation: Simulation): Withheld | undefined {
  for (const by of simulation.netlist.parts.values()) {
    if (simulation.alterations.pins[by.id]) continue
    for (const element of by.kind.roles.lanes ?? []) {
      const branch = by.branches.get(element)
      const why = by.kind.withholds?.(by.figures, simulation.stateOf(by.id), element)
      if (why !== undefined && branch && !simulation.circuit.forced(branch)) return { by, why }
    }
  }
  return undefined
}

/** A safety on its way to its proof: a damper that opens. The boiler cannot answer before it stands. */
export function onItsWay(simulation: Simulation): Withheld | undefined {
  for (const by of simulation.netlist.parts.values()) {
    if (by.kind.class !== 'safety' || simulation.alterations.pins[by.id]) continue
    for (const [element, branch] of by.branches) {
      const why = by.kind.withholds?.(by.figures, simulation.stateOf(by.id), element)
      if (why !== undefined && !simulation.circuit.forced(branch)) return { by, why }
    }
  }
  return undefined
}

/** A safety whose contact stands open with the call's volts across it: nothing behind it hears the call. */
export const safetyThatStops = ({ netlist, circuit }: Simulation): InstalledPart | undefined =>
  [...netlist.parts.values()].find(
    ({ kind, branches }) =>
      kind.class === 'safety' &&
      [...branches.values()].some(
        (branch) => branch.form === 'contact' && circuit.lump(branch).open && circuit.volts(branch.a, branch.b) > STOPS,
      ),
  )
/** Volts across an open contact from which it is what stops a call. */
const STOPS = 5
