import type { Job } from '../job/schema.ts'
import type { Loops } from '../loops/loops.ts'
import type { Simulation } from '../motion/simulation.ts'
import type { PartKind } from '../parts/kind.ts'
import type { Supposition } from '../suppose/supposition.ts'

/** What an ask shows: volts, amps, ohms (`Infinity` where the meter shows OL), or a word. */
export type Shown = number | string

export type AskForm =
  | 'volts'
  | 'amps'
  | 'ohms'
  | 'alone'
  | 'core'
  | 'runs'
  | 'flame'
  | 'lever'
  | 'stem'
  | 'joint'
  | 'wiggle'
  | 'landing'
  | 'display'
  | 'position'
  | 'pipe'
  | 'stick'

/** What a reading is in. */
export type Unit = 'V' | 'Ω' | 'A'

const units: Readonly<Partial<Record<AskForm, Unit>>> = { volts: 'V', amps: 'A', ohms: 'Ω', alone: 'Ω' }

/** What an ask is answered in; nothing where it is answered in words. */
export const readIn = (form: AskForm): Unit | undefined => units[form]

/** Something that can be asked of the wall, in a stand. */
export interface Ask {
  readonly id: string
  readonly ask: AskForm
  /** Whether the power is on for it, or off and proven off. */
  readonly power: boolean
  /** The terminals of a reading; where a clamp goes round a wire, the wire's ends, the one where it is put round first. */
  readonly from?: string
  readonly to?: string
  /** The part that is looked at or felt; the conductor that is tried by itself, or that a clamp goes round. */
  readonly part?: string
  readonly wire?: string
  /** The terminal beside which a stick is held. */
  readonly at?: string
  /** The zone whose loop it is on, or whose pipe is felt; what is seen or felt at a part belongs to every stand. */
  readonly zone?: string
  /** Line voltage stands under the same cover as these terminals. */
  readonly besideLine?: true
  /** Line voltage stands on these terminals, or would if it were on. */
  readonly line?: true
  /** The words it may be answered with, where its part shows not all of them. */
  readonly words?: readonly string[]
  /** The place to stand. */
  readonly place: string
  readonly minutes: number
  readonly says: string
}

/**
 * What is looked at or felt, as an entry names it.
 * @example lookedAt(stick) // 'point:CB1.out'
 */
export const lookedAt = ({ part, wire, at }: Pick<Ask, 'part' | 'wire' | 'at'>): string =>
  at !== undefined ? `point:${at}` : wire !== undefined ? `wire:${wire}` : `part:${part}`

/** A plant as found, with its loops, for what can be asked of it. */
export interface Plant {
  readonly job: Job
  readonly loops: Loops
  readonly bench: Simulation
  /** The same with every switch and breaker open. */
  readonly dead: Simulation
}

/** A plant brought into a stand, with what is wrong with it. */
export interface Wall {
  readonly bench: Simulation
  readonly job: Job
  readonly wrong: readonly Supposition[]
  /** Valves behind which the pipe gets warm as it stands, and zones for which all of them do. */
  readonly warm: ReadonlySet<string>
  readonly heats: ReadonlySet<string>
}

/** One way to ask something of a wall. One file each. */
export interface AskKind {
  readonly ask: AskForm
  /** What a lead or an eye that errs is allowed for: the chance that what is shown is what is so. */
  readonly trust: number
  /** The words it is answered with, where it is no number. */
  readonly words?: readonly string[]
  /** A hand finds it whether or not it is there at the moment, where it comes and goes: what it shows depends on no current. */
  readonly byHand?: true
  /** Other words for the same that people use. */
  readonly alike?: Readonly<Record<string, string>>
  asksOf(plant: Plant): readonly Ask[]
  shows(wall: Wall, ask: Ask): Shown
}

/** What a hand feels, without what it may mean: `slack: the gear has stripped` is felt as slack. */
export const feltOf = (says: string): string => says.split(/[:,]/)[0]!.trim()

/** The faults of a part among what is wrong: hands feel them, eyes see them. */
export const faultsOf = (wrong: readonly Supposition[], part: string): ReadonlySet<string> =>
  new Set(wrong.flatMap(({ id }) => (id.startsWith(`part:${part}/`) ? [id.slice(`part:${part}/`.length)] : [])))

/** Has a kind a terminal at line voltage? */
export const atLine = ({ terminals }: PartKind): boolean =>
  Object.values(terminals).some(({ circuit }) => circuit === 'line voltage')

/** Ohms from which a display wanders: damp and fingers, taken as OL. */
const WANDERS = 5e6
/** Ohms as a search takes them. */
export const asRead = (ohms: number): number => (ohms < WANDERS ? ohms : Number.POSITIVE_INFINITY)

/** A reading on live line voltage. */
export const isLive = ({ line, power }: Ask): boolean => power && line === true

/** Does something asked again show the same, as far as a meter and what wears tell it apart? */
export const isSame = (one: Shown, other: Shown): boolean =>
  one === other ||
  (typeof one === 'number' && typeof other === 'number' && Math.abs(one - other) <= 0.05 * Math.max(1, one, other))
