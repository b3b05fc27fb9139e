import { type Static, Type } from 'typebox'
import type { Circuit, Job } from '../job/schema.ts'
import type { Alterations } from '../motion/alterations.ts'

/**
 * One thing that could be wrong, by a name that never changes: `wire:w21/open`, `part:V2/switchNeverMakes`. What comes and
 * goes carries its pattern in time.
 */
export const Supposition = Type.Object(
  {
    id: Type.String({ minLength: 3, maxLength: 160 }),
    /** Ohms, volts or what else the kind of supposition counts. */
    value: Type.Optional(Type.Number({ minimum: -1e9, maximum: 1e9 })),
    /** Seconds it is so, seconds it is not, and round again; so all the time where it is left out. */
    pattern: Type.Optional(Type.Array(Type.Number({ minimum: 0.01, maximum: 86_400 }), { minItems: 2, maxItems: 20 })),
  },
  { additionalProperties: false },
)
export type Supposition = Static<typeof Supposition>

/** The named pieces of a supposition's id. */
export type Pieces = Readonly<Record<string, string>>

/** The number a supposition carries. */
export interface Amount {
  readonly unit: string
  readonly usual: number
  readonly from: number
  readonly to: number
}

/** One way in which a plant can be other than its drawing. One file each. */
export interface SupposedKind {
  readonly name: string
  /** What its ids look like, with a named group for each piece. */
  readonly form: RegExp
  readonly amount?: Amount
  /** What is not in this job and would have to be, with the names there are; undefined where all of it is. */
  missing(job: Job, pieces: Pieces): string | undefined
  /** What is replaced, remade or set to put it right: `V2/head`, `S4`, `C2/red`. */
  unit(circuit: Circuit, pieces: Pieces): string
  says(job: Job, pieces: Pieces, value: number): string
  /** What it does to a live bench. */
  alters?(job: Job, pieces: Pieces, value: number): Partial<Alterations>
  /** What it does to the wiring, where that is more than a value: such a bench is built anew. */
  reshapes?(draft: Job, pieces: Pieces): void
  /** Every one of its kind that this job allows, for those who try them all. */
  every(job: Job): readonly Supposition[]
}

/** Names in a list for a refusal, the first few. */
export const listed = (names: readonly string[]) =>
  names.length === 0
    ? 'there are none'
    : `there are ${names.slice(0, 8).join(', ')}${names.length > 8 ? ` and ${names.length - 8} more` : ''}`

export const missingPart = (job: Job, part: string | undefined): string | undefined =>
  part !== undefined && job.parts[part]
    ? undefined
    : `There is no part "${part}" in this circuit; ${listed(Object.keys(job.parts))}.`

/** What is exchanged where a conductor is bad: the core of its cable, or the wire itself where it is in none. */
export function conductorUnit(circuit: Circuit, wire: string): string {
  const { cable, core } = circuit.wires[wire] ?? {}
  return cable && core ? `${cable}/${core}` : wire
}

export const missingWire = (job: Job, wire: string | undefined): string | undefined =>
  wire !== undefined && job.wires[wire]
    ? undefined
    : `There is no wire "${wire}" in this circuit; ${listed(Object.keys(job.wires))}.`
