import type { Branch } from './netlist.ts'

/** The contact of a part that a branch is; undefined for wires, loads and all else. */
export const contactOf = ({ element }: Branch) => (element?.form === 'contact' ? element : undefined)

/** A contact that something makes or opens. */
export const isOperated = (branch: Branch): boolean => contactOf(branch)?.operated === true

/** The metal inside a connector, or a strap between two terminals: a contact that nothing opens. */
export const isStrap = (branch: Branch): boolean => contactOf(branch)?.operated === false
