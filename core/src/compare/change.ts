import type { Circuit } from '../job/schema.ts'
import type { Spot } from '../words/spot.ts'

/** One way in which a circuit differs from another, and how it is put back. */
export interface Change {
  readonly what:
    | 'part gone'
    | 'part added'
    | 'part changed'
    | 'wire gone'
    | 'wire added'
    | 'wire moved'
    | 'wires exchanged'
    | 'wire changed'
    | 'cable gone'
    | 'cable added'
    | 'cable changed'
  /** What was done, as one would say it: "Wire 21 moved from Valve 2 M1 to Valve 2 S1". */
  readonly says: string
  /** What would put it back: "Move wire 21 back to Valve 2 M1". */
  readonly remedy: string
  /** What it touches, as it is and as it was. */
  readonly at: readonly Spot[]
  /** Does it join anything that was apart, part anything that was joined, or change what something is? */
  readonly electrical: boolean
  /** Makes the newer circuit as the older was, in this. */
  putBack(draft: Circuit): void
}

/** Do two values say the same? */
export const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null)
