import type { WallBox } from './boxes.ts'
import type { Rect } from './route.ts'

/** A part where it hangs. */
export interface Hung extends WallBox, Rect {}

/** What hangs on a wall: parts, and what is folded to one block. */
export interface Hanging {
  readonly parts: readonly Hung[]
  readonly blocks: readonly Block[]
  /** Conductors between the folded supply and the plant that are drawn as one with others. */
  readonly bundled: ReadonlySet<string>
  /** What runs from folded zones to strips of terminals and to panels, drawn as one each. */
  readonly gathered: readonly Gathered[]
}

/** All that runs from a folded zone to one strip, or one panel. */
export interface Gathered {
  readonly zone: string
  readonly strip: string
  readonly wires: readonly string[]
}

export type Held = Readonly<Record<string, Hung>>

/** What is folded to one block each. */
export interface Folds {
  readonly supply: boolean
  readonly zones: ReadonlySet<string>
}

/** The supply, or a zone, folded: one box that the conductors into it end at. */
export interface Block extends Rect {
  /** `supply`, or the id of the zone. */
  readonly id: string
  readonly zone: string | undefined
  readonly parts: readonly string[]
  /** Where each conductor into it ends, from its top; those of a supply that go to the plant run as one. */
  readonly ends: Readonly<Record<string, number>>
  /** Where each bundle to a strip ends, by the strip, from its top. */
  readonly bundles?: Readonly<Record<string, number>>
}

/** The height at which every conductor is wanted by what stands already. */
export interface Heights {
  /** Where a conductor comes to the part at its end. */
  of(end: { readonly wire: string; readonly part: string; readonly terminal: string }): number | undefined
  /** Those of the rows: a splice's name, and what need not be level, keeps out of their way. */
  all(): ReadonlySet<number>
  /** Another part stands. */
  add(part: Hung): void
}

/** A row of the wall: what stands in it, and where. */
export interface Row {
  readonly zone: string | undefined
  readonly folded: boolean
  readonly height: number
  /** Conductors that pass over its valve, each in a lane above the row. */
  readonly passing: readonly string[]
  readonly columns: ReadonlyMap<number, readonly WallBox[]>
  top: number
}
