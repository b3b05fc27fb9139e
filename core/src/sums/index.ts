import { coils } from './coils.ts'
import { drop, longest } from './drop.ts'
import { fuse } from './fuse.ts'
import { ghost } from './ghost.ts'
import { power } from './power.ts'
import { signal } from './signal.ts'
import type { Sum } from './sum.ts'
import { turns } from './turns.ts'

/** The pocket calculations, in the order a technician asks for them. */
export const sums: readonly Sum[] = [power, drop, longest, turns, fuse, signal, ghost, coils]

export { filledIn, type Quantity, type Sum, type SumField, type SumLine, type SumValues, short } from './sum.ts'
