import type { Job } from '../job/schema.ts'
import type { Loops } from '../loops/loops.ts'
import type { Simulation } from '../motion/simulation.ts'
import type { Poles } from '../poles/poles.ts'
import type { Spot } from '../words/spot.ts'
import type { Alone } from './alone.ts'
import type { Landed } from './landed.ts'
import type { Short } from './shorts.ts'

export type Severity = 'danger' | 'fails' | 'tidy'

export interface Finding {
  /** Stable for the same fact: the rule and where it stands. */
  readonly id: string
  readonly rule: string
  readonly severity: Severity
  readonly at: readonly Spot[]
  readonly says: string
  readonly why: string
  readonly remedy: string
  /** What to mind while it is put right. */
  readonly caution?: string
}

export type Found = Omit<Finding, 'rule' | 'id' | 'caution'> & {
  /** Is this no more than what follows from what another rule found? Put right, that takes this with it. */
  readonly explainedBy?: (other: Ruled) => boolean
  /** Does it go dark where all that hangs on it does too? */
  readonly upstream?: boolean
  /** Where the same can be true of several parts for one reason: which reason, what this one is called, and how it is said of all. */
  readonly together?: {
    readonly key: string | number
    readonly name: string
    readonly says: (names: string) => string
    readonly remedy: string
  }
}

/** What a rule found, before it has its id. */
export type Ruled = Found & { readonly rule: string }

/** The sound wiring, and what the rules ask about it. */
export interface Wired {
  readonly job: Job
  /** Ids of what is supposed or was seen to be wrong with it. */
  readonly supposed: ReadonlySet<string>
  /** At rest, nobody calling. */
  readonly simulation: Simulation
  readonly loops: Loops
  readonly poles: Poles
  readonly landed: Landed
  /** Each zone calling alone, and all of them; made when first asked for. */
  readonly alone: () => Alone
  /** Sources that the wiring shorts; looked for when first asked for. */
  readonly shorts: () => readonly Short[]
}

/** One rule of good wiring. One file each. */
export interface Rule {
  readonly id: string
  readonly name: string
  /** Shown where the finding is put right. */
  readonly caution?: string
  check(wired: Wired): readonly Found[]
  /** Puts it right by itself, where the rule knows how without knowing what was meant. */
  mend?(draft: Job, finding: Finding): void
}
