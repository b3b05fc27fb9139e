import type { Job } from '../job/schema.ts'
import type { Loops } from '../loops/loops.ts'
import type { Simulation } from '../motion/simulation.ts'

export type Severity = 'danger' | 'fails' | 'tidy'

/** The thing a finding stands on: a terminal, a part, or a wire. */
export interface Spot {
  readonly part?: string
  readonly terminal?: string
  readonly wire?: string
}

export interface Finding {
  /** Stable for the same fact: the rule and where it stands. */
  readonly id: string
  readonly rule: string
  readonly severity: Severity
  readonly at: readonly Spot[]
  readonly says: string
  readonly why: string
  readonly remedy: string
}

export interface Wired {
  readonly job: Job
  /** The sound wiring at rest, nobody calling. */
  readonly simulation: Simulation
  readonly loops: Loops
}

/** One rule of good wiring. One file each. */
export interface Rule {
  readonly id: string
  readonly name: string
  check(wired: Wired): Omit<Finding, 'rule' | 'id'>[]
}
