import type { MeterMode } from '../meter/meter.ts'

/** What eye, ear and hand find of a part at a step; `could` names what a bad outcome speaks of. */
export interface Expectation {
  readonly id: string
  readonly part: string
  readonly looks: 'open' | 'half' | 'runs' | 'runsOn' | 'called' | 'burns'
  readonly so: boolean
  readonly says: string
}

/** A reading with the bounds a sound plant keeps: volts or ohms. `most` is null where anything over the least will do, OL too. */
export interface ExpectedReading {
  readonly id: string
  readonly mode: Exclude<MeterMode, 'amps'>
  readonly from: string
  readonly to: string
  readonly least: number
  readonly most: number | null
  readonly says: string
  /** Line voltage stands at these terminals: for licensed or competent people. */
  readonly line?: true
  /** Shown at most once and kept: it becomes the figure to compare with next time. */
  readonly separates?: true
}

/** How a step is brought about, from the step before it. */
export interface Bringing {
  /** Zones that call, by id; all others are turned down. */
  readonly calls: readonly string[]
  /** Isolators that stand open. */
  readonly opened: readonly string[]
  /** Tanks that are warm enough, by zone; boilers at their limit. */
  readonly warm?: readonly string[]
  readonly limited?: readonly string[]
  /** Boilers whose water has gone below their low limit. */
  readonly cool?: readonly string[]
  /** What the signal of a zone is set to besides nothing and all, by zone: volts or milliamps, as its knob has it. */
  readonly signals?: Readonly<Record<string, number>>
  /** It is looked at so many seconds after, and not once all is at rest. */
  readonly after?: number
  /** Boilers and pumps that go on for a while after the last call, by id. */
  readonly runsOn?: readonly string[]
}

/** One line of the script: where to stand, what to do, what to wait for, what to find. */
export interface Step extends Bringing {
  readonly id: string
  readonly name: string
  readonly does: readonly string[]
  /** Ids of the places one has to be at, in the order to go. */
  readonly places: readonly string[]
  /** Seconds until all is at rest: the usual, and what is not a fault before. */
  readonly waits: { readonly usual: number; readonly notBefore: number }
  readonly expects: readonly Expectation[]
  readonly reads: readonly ExpectedReading[]
  readonly cautions: readonly string[]
  /** Done on a circuit that is off and proven dead. */
  readonly dead?: true
  /** Its readings are what it is there for: without all of them it is not done. */
  readonly byMeter?: true
  /** A feature of this plant beyond its zones, for which the step is there. */
  readonly feature?: string
}

export interface NotCovered {
  readonly part: string
  /** The contact of it; the part itself where none is said. */
  readonly contact?: string
  /** What it never does, and why. */
  readonly never: 'open' | 'make'
  readonly because: Because
}

/** Why something is never seen to change while a script runs. */
export type Because = 'set by hand' | 'by heat' | 'by current' | 'licensed' | 'nobody'

/** What of a plant's contacts, loads and separations a script tries, and the fewest steps that could do what it does. */
export interface Coverage {
  readonly done: number
  readonly of: number
  readonly notCovered: readonly NotCovered[]
  readonly fewest: number
}

export interface Script {
  readonly steps: readonly Step[]
  readonly coverage: Coverage
}

/** What went otherwise at a step when a plant was tried by it. */
export interface Miss {
  readonly step: string
  readonly id: string
  readonly says: string
}
