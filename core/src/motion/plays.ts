import type { InstalledPart } from '../circuit/netlist.ts'
import type { StateValue } from '../parts/kind.ts'
import type { StateRoles } from '../parts/roles.ts'
import type { Simulation } from './simulation.ts'

export type StateRole = keyof StateRoles

/** The present value of the state that plays a part in this kind; undefined where none does. */
export function played(bench: Simulation, { id, kind }: InstalledPart, role: StateRole): StateValue | undefined {
  const state = kind.roles[role]
  return state === undefined ? undefined : bench.stateOf(id)[state]
}

/** Is it so, for a state that is or is not? False where the kind has none. */
export const is = (bench: Simulation, part: InstalledPart | undefined, role: StateRole): boolean =>
  part !== undefined && played(bench, part, role) === true

/** The number of a state that counts; nought where the kind has none. */
export const count = (bench: Simulation, part: InstalledPart | undefined, role: StateRole): number =>
  part === undefined ? 0 : Number(played(bench, part, role) ?? 0)

/** Moves the state that plays a part; does nothing where the kind has none. */
export function put(bench: Simulation, { id, kind }: InstalledPart, role: StateRole, value: StateValue) {
  const state = kind.roles[role]
  if (state !== undefined) bench.set(id, state, value)
}

/** Can the state that plays a part not move, because of what is wrong? */
export const stuck = (bench: Simulation, { id, kind }: InstalledPart, role: StateRole): boolean => {
  const state = kind.roles[role]
  return state !== undefined && bench.isPinned(id, state)
}
