import type { Element } from '../parts/element.ts'
import type { State } from '../parts/kind.ts'

/** Electrical value of a branch: series resistance and inductance, or a leaky capacitance for strays. */
export interface Lump {
  readonly open: boolean
  readonly ohms: number
  readonly henries: number
  readonly farads: number
}

/**
 * What is wrong with a branch, whatever its part's state: open; closed though nothing closes it, ohms; or, where it conducts,
 * with so many ohms.
 */
export type Force =
  | { readonly as: 'open' }
  | { readonly as: 'closed'; readonly ohms: number }
  | { readonly as: 'ohms'; readonly ohms: number }

export const OPEN: Lump = { open: true, ohms: Number.POSITIVE_INFINITY, henries: 0, farads: 0 }

/** Ohms, and what leaks past them as from one plate to another. */
export const resistive = (ohms: number, farads = 0): Lump => ({ open: false, ohms, henries: 0, farads })

/** The value of one of a part's elements while it conducts. */
export function conducting(element: Element<State> | undefined): Lump {
  if (!element || element.form === 'windings') return OPEN
  if (element.form !== 'load') return resistive(element.ohms)
  return { open: false, ohms: element.ohms, henries: element.henries, farads: 0 }
}

/** Does the value of an element hang on the state of its part? */
export function followsState(element: Element<State>): boolean {
  if (element.form === 'contact') return element.operated
  return element.form === 'dc' || (element.form === 'load' && element.on !== undefined)
}

/** Does one of a part's elements conduct in a state? */
export function conductsIn(element: Element<State> | undefined, state: State): boolean {
  if (element?.form === 'contact') return element.closed(state)
  if (element?.form === 'load') return element.on?.(state) ?? true
  return true
}

/** What a branch is with what is wrong with it. */
export function under(force: Force | undefined, natural: Lump): Lump {
  if (!force) return natural
  if (force.as === 'open') return OPEN
  if (force.as === 'ohms' && natural.open) return natural
  return resistive(force.ohms)
}
