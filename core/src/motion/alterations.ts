import type { Force } from '../circuit/lump.ts'
import type { Figures, StateValue } from '../parts/kind.ts'

/**
 * Everything about a circuit that is not as its drawing and its nameplates say, as the bench understands it: values of
 * branches, states that cannot move, other figures, other volts. The whole of it is given at once, so that what it does
 * never depends on what was altered before.
 */
export interface Alterations {
  /** By branch id: `wire:w7`, `joint:w7.from`, `V2.motor`, `touch:V2.m1+V2.m2`. */
  readonly forces: Readonly<Record<string, Force>>
  /** By part and state: numbers and words that stand still. */
  readonly pins: Readonly<Record<string, Readonly<Record<string, StateValue>>>>
  /** By part: figures other than its own. */
  readonly figures: Readonly<Record<string, Figures>>
  /** By branch id of an alternating source: volts RMS. */
  readonly volts: Readonly<Record<string, number>>
}

export const unaltered: Alterations = { forces: {}, pins: {}, figures: {}, volts: {} }

const rank = (force: Force): readonly [as: number, ohms: number] =>
  force.as === 'open' ? [2, 0] : [force.as === 'ohms' ? 1 : 0, force.ohms]

/** Of two things wrong with one branch: open beats ohms, ohms beat a short, more ohms beat fewer. */
const worse = (one: Force, other: Force): Force => {
  const [[a, few], [b, many]] = [rank(one), rank(other)]
  return (b - a || many - few) > 0 ? other : one
}

/** Everything that is wrong in several ways at once; on one branch the worse of them, in any order of the list. */
export function together(all: readonly Partial<Alterations>[]): Alterations {
  const forces: Record<string, Force> = {}
  const pins: Record<string, Record<string, StateValue>> = {}
  const figures: Record<string, Figures> = {}
  const volts: Record<string, number> = {}
  for (const one of all) {
    for (const [branch, force] of Object.entries(one.forces ?? {})) {
      const known = forces[branch]
      forces[branch] = known ? worse(known, force) : force
    }
    for (const [part, states] of Object.entries(one.pins ?? {})) pins[part] = { ...pins[part], ...states }
    for (const [part, own] of Object.entries(one.figures ?? {})) figures[part] = { ...figures[part], ...own }
    Object.assign(volts, one.volts)
  }
  return { forces, pins, figures, volts }
}
