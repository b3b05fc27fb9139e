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

/**
 * Why a part keeps one of its contacts open on purpose. What is held still, or is wrong with the contact so that it stands
 * open or shut whatever the part wants, is no purpose; ohms in a contact that is not made change nothing.
 */
function whyOpen(simulation: Simulation, by: InstalledPart, element: string): string | undefined {
  const branch = by.branches.get(element)
  const force = branch && simulation.circuit.forced(branch)
  if (!branch || simulation.alterations.pins[by.id] || (force && force.as !== 'ohms')) return undefined
  return by.kind.withholds?.(by.figures, simulation.stateOf(by.id), element)
}

/** The first part that keeps one of some contacts open on purpose. @param elementsOf the contacts of a part that count */
function firstWithheld(simulation: Simulation, elementsOf: (by: InstalledPart) => Iterable<string>) {
  for (const by of simulation.netlist.parts.values())
    for (const element of elementsOf(by)) {
      const why = whyOpen(simulation, by, element)
      if (why !== undefined) return { by, why }
    }
  return undefined
}

/** What keeps a loop dark on purpose, where the part that does gives a reason and has no fault of its own. */
export function withheld(simulation: Simulation, strip: Strip | undefined): Withheld | undefined {
  const dark = strip?.dark
  const by = dark?.part === undefined ? undefined : simulation.netlist.parts.get(dark.part)
  if (dark?.at !== 'contact' || !by || !dark.element) return undefined
  const why = whyOpen(simulation, by, dark.element)
  return why === undefined ? undefined : { by, why }
}

/** A part that will call the boiler by its contact and does not yet, on purpose: a centre that gives wax heads their time. */
export const callHeldBack = (simulation: Simulation): Withheld | undefined =>
  firstWithheld(simulation, ({ kind }) => kind.roles.lanes ?? [])

/** A safety on its way to its proof: a damper that opens. The boiler cannot answer before it stands. */
export const onItsWay = (simulation: Simulation): Withheld | undefined =>
  firstWithheld(simulation, ({ kind, branches }) => (kind.class === 'safety' ? branches.keys() : []))

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
