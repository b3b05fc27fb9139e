import type { Static, TObject, TSchema, TUnion } from 'typebox'
import type { Circuit, Job } from '../job/schema.ts'
import type { Supposition } from '../suppose/supposition.ts'
import type { Entry } from './entry.ts'
import type { Hands } from './hands.ts'

/** How sure it is that a conductor is where the record has it. */
export type Certainty = 'assumed' | 'seen' | 'landed'

/** Something done that waits for its own end. */
export interface OpenAction {
  readonly entry: Entry
  readonly does: string
  readonly says: string
}

/** The wall as it builds up while entries are folded over what it was taken to be. */
export interface Folding {
  readonly circuit: Circuit
  readonly conductors: Map<string, Certainty>
  /** What is wrong, by its id, and the entry that says so. */
  readonly supposed: Map<string, { readonly is: Supposition; readonly entry: Entry }>
  readonly hands: Hands
  readonly open: Map<string, OpenAction>
  /** Entries that speak of what this wall has not, and what they say. */
  readonly offRecord: { readonly entry: Entry; readonly says: string }[]
  power: 'on' | 'off'
}

type BodySchema = TObject | TUnion<TSchema[]>

/** One kind of entry. One file each. */
export interface EntryKind<S extends BodySchema = BodySchema> {
  readonly kind: string
  readonly name: string
  readonly schema: S
  /** What it is about: of two entries on one subject made apart from each other, the later wins and both are shown. */
  subject?(body: Static<S>): string | undefined
  /** What it does to the wall as found; nothing where it is left out. */
  fold?(found: Folding, body: Static<S>, entry: Entry): void
  /** The entry in words. */
  says(body: Static<S>, job: Job): string
}

/** Describes a kind of entry; its body has the type of its schema throughout. */
export const entryKind = <S extends BodySchema>(described: EntryKind<S>): EntryKind<S> => described
