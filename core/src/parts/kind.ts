import type { Curve } from './curves.ts'
import type { Element } from './element.ts'
import type { Roles } from './roles.ts'

export type StateValue = number | boolean | string
export type State = Record<string, StateValue>
export type Figures = Record<string, number>

/** Which family of circuit a terminal belongs to: what may share a sheath, and how its lines are drawn. */
export type CircuitClass = 'line voltage' | 'low voltage' | 'call' | 'signal' | 'earth'

export interface Terminal {
  /** What the core and the technician reason with. */
  readonly role: string
  /** What is usually printed on the part. */
  readonly marking: string
  readonly circuit: CircuitClass
  /** How many conductors it takes. */
  readonly takes: number
  /** An end of a dry contact: it may carry a circuit of any class its rating allows. */
  readonly dry?: true
  /** A lead that leaves the factory on the part: its usual colour. Its role is certain, its colour is not. */
  readonly lead?: string
}

export interface Figure {
  readonly name: string
  readonly unit: string
  readonly value: number
  /** For times: by which share sound parts of the kind differ from it, either way; a fifth where nothing is said. */
  readonly spread?: number
}

/** A state the user moves by hand: a switch, a thermostat, a lever, or a number that is set or simply so. */
export type Control = Choice | Knob

export interface Choice {
  readonly state: string
  readonly name: string
  /** Values with the word for each, in the order a hand would go through them. */
  readonly options: readonly { readonly value: StateValue; readonly says: string }[]
}

export interface Knob {
  readonly state: string
  readonly name: string
  dial(f: Figures): Dial
}

/** The range of a number as the user sees it; the state holds `per` times as much. */
export interface Dial {
  readonly from: number
  readonly to: number
  readonly step: number
  readonly unit: string
  readonly per?: number
}

/** What a part can feel of the circuit around it. Volts and amps are RMS magnitudes. */
export interface Feel {
  volts(a: string, b: string): number
  /** Volts that work on one of its own elements: none where that element is open. */
  over(element: string): number
  /** Current in one of its own elements. */
  amps(element: string): number
  /** Current in the second winding of one of its own transformers. */
  windingAmps(winding: string): number
  /** Direct volts of a over b, with their sign. */
  directVolts(a: string, b: string): number
  /** Direct current in one of its own elements. */
  directAmps(element: string): number
  readonly around: Around
  readonly site: Site
}

/** What a part notices of the building that no wire brings it. */
export interface Around {
  /** Heat the open zones carry off while a pump runs, as a share of what all of them could. */
  readonly draw: number
  /** Does a flame burn where an eye would see it? */
  readonly flame: boolean
  /** How strongly this zone is being warmed, 0 to 1. */
  readonly warming: number
}

/** How the state moves between events. All rates are constant until the next jump or level. */
export interface Motion<F, S> {
  /** Rates of the moving numbers, per second; those left out stand still. */
  rates?(f: F, s: S, feel: Feel): Partial<Record<keyof S & string, number>>
  /** The values at which a moving number makes something happen; the stop it moves towards is among them. */
  levels?(f: F, s: S): Partial<Record<keyof S & string, readonly number[]>>
  /** Numbers that move while nothing happens: the clock, a room's warmth. Settling does not wait for them. */
  readonly background?: readonly (keyof S & string)[]
  /** How long it carries so many times its rating, where it lets go by itself. */
  carries?(f: F, site: Site): Curve
  /** Heat of what lets go or burns at 1: settling waits neither for it to cool nor for what takes many minutes. */
  readonly heats?: readonly (keyof S & string)[]
  /** Seconds for which it goes on as it was when what it feels has changed: what electronics live on, what a relay's armature takes. */
  readonly holdUp?: number
  /** What changes at once under the present voltages; undefined where nothing does. */
  jumps?(f: F, s: S, feel: Feel): Partial<S> | undefined
}

/** A condition of the part worth a line in the trace, with what hand, ear and eye notice. */
export interface Tell<F, S> {
  is(f: F, s: S): boolean
  readonly starts?: string
  readonly ends?: string
  /** What is heard, seen or felt at the part when it starts. */
  readonly sign?: string
}

/** A way in which the part can be broken: elements forced, a state pinned, figures off. One that only hand and eye find has none of these. */
export interface Fault {
  readonly name: string
  readonly says: string
  /** What puts it right. */
  readonly repair: string
  /** What of the part is replaced or set: its head, its body, its lever; the whole of it where nothing is said. */
  readonly unit?: string
  /** What its display or lamp then shows, where an eye can tell. */
  readonly display?: 'blank' | 'blinks' | 'blank in the hand unit'
  readonly open?: readonly string[]
  readonly short?: readonly string[]
  readonly pin?: Readonly<Record<string, StateValue>>
  /** Figures that are so many times what they should be: slow, weak, hungry. */
  readonly times?: Readonly<Record<string, number>>
  /** Figures that are set wrong. */
  readonly sets?: Readonly<Record<string, number>>
}

/** Which terminal takes which wire: what the schemes land by. */
export interface Hookup {
  /** Where the switched feed comes in: a valve's motor, a thermostat's contact. */
  readonly feed: string
  /** A valve's return. */
  readonly back?: string
  /** A thermostat's switched side. */
  readonly call?: string
  /** The common, or neutral, of a thermostat's own supply, and its live. */
  readonly common?: string
  readonly live?: string
  /** A thermostat's side that is live while it is satisfied. */
  readonly satisfied?: string
  /** Where a mid-position valve hears that hot water is off. */
  readonly waterOff?: string
  /** A feed that is live all the time. */
  readonly permanent?: string
  /** The pair by which a valve proves that it is open. */
  readonly proof?: readonly [string, string]
  /** The first side of the proof is the valve's own return: not isolated from the source. */
  readonly proofShared?: boolean
  /** Where a valve reports how far it stands open. */
  readonly position?: string
  /** Leads to be insulated, each in a terminal of its own. */
  readonly spare?: readonly string[]
  readonly earth?: string
}

/** One way in which the terminals of a part lie, as makes differ: their order along its face. */
export interface Layout {
  readonly name: string
  readonly says: string
  /** Every terminal, first to last. */
  readonly order: readonly string[]
}

export type PartClass =
  | 'supply'
  | 'switch'
  | 'protection'
  | 'transformer'
  | 'thermostat'
  | 'valve'
  | 'relay'
  | 'boiler'
  | 'pump'
  | 'burner'
  | 'clock'
  | 'panel'
  | 'safety'
  | 'controller'
  | 'joint'

/**
 * One kind of part, wholly described: every screen, the solver, the clock and the meter read this and none of them
 * knows a kind by name.
 */
export interface PartKind<F extends Figures = Figures, S extends State = State> {
  readonly kind: string
  readonly name: string
  readonly class: PartClass
  readonly about: string
  readonly terminals: Readonly<Record<string, Terminal>>
  /** Ways in which its terminals may lie, where makes differ; as they are described above where nothing is said. */
  readonly layouts?: readonly Layout[]
  readonly figures: Readonly<Record<keyof F & string, Figure>>
  readonly state: S
  /** What its state begins with where that follows its figures: a plant on the bench has stood on power for long. */
  begins?(f: F): Partial<S>
  readonly controls?: readonly Control[]
  readonly roles: Roles
  readonly hookup?: Hookup
  inside(f: F, site: Site): readonly Element<S>[]
  readonly motion: Motion<F, S>
  readonly tells?: readonly Tell<F, S>[]
  readonly faults?: readonly Fault[]
  /** What the trade calls its contacts, where it has several: `pump relay`, `channel 2`. */
  readonly contacts?: Readonly<Record<string, string>>
  /** The figure that holds the most amps each of its contacts may carry. */
  readonly ratings?: Readonly<Record<string, keyof F & string>>
  /** Why it keeps one of its contacts open on purpose: priority, the hour, enough warmth. Normal, not faulty. */
  withholds?(f: F, s: S, element: string): string | undefined
  /** Does a valve stay where it is without power? */
  readonly stays?: true
  /** Does a valve stand where its switch should be made? Fully open, where nothing is said. */
  provesHere?(f: F, s: S): boolean
  /** Does a valve stand open on purpose though nobody calls, and will it stay so until something else does? */
  staysOpen?(f: F, s: S): boolean
  /** Is a valve told to open, by whatever moves it? */
  urged?(f: F, s: S): boolean
  /** How far a valve is asked to stand open, 0 to 1, where it can stand anywhere between. */
  asked?(f: F, s: S): number
  /** How far a valve stands open by motor or by hand, 0 to 1, where that is not its travel alone. */
  opening?(f: F, s: S): number
  /** What two fingers feel at the stem with the head off, and a hand at the lever; `fault` names what is wrong with it. */
  stemByHand?(f: F, s: S, faults: ReadonlySet<string>): string
  leverByHand?(f: F, s: S, faults: ReadonlySet<string>): string
  /** The part's state in a word or three. */
  says(f: F, s: S): string
  readonly hazards?: readonly string[]
}

/** What a part has to know of the place it is installed in. */
export interface Site {
  readonly lineVolts: number
  readonly hertz: number
}

type Values<D> = { [K in keyof D]: number }
type Wide<T> = T extends boolean ? boolean : T extends number ? number : string
type Widen<S> = { [K in keyof S]: Wide<S[K]> }

type Described<D, S> = Omit<PartKind<Values<D>, Widen<S>>, 'figures' | 'state' | 'roles' | 'motion'> &
  Partial<Pick<PartKind<Values<D>, Widen<S>>, 'roles' | 'motion'>> & { figures: D; state: S }

/** Describes a kind of part. The state keeps its exact names, so a misspelt one does not compile. */
export function part<D extends Record<string, Figure>, S extends State>(described: Described<D, S>): PartKind {
  return { roles: {}, motion: {}, ...described }
}
