import type { Sentence } from '../words/words.ts'

/** How one zone stands: in three words for the rail, and where something is wrong, in a sentence. */
export interface ZoneStanding {
  readonly zone: string
  readonly calling: boolean
  /** Open as far as this, 0 to 1. */
  readonly opening: number
  readonly says: string
  readonly moving: boolean
  readonly proven: boolean
  /** Its opening is taken for granted: no switch of its own says so. */
  readonly assumed?: true
  /** It has no valve of its own: nothing opens for it. */
  readonly valveless?: true
  /** Its valve has no power to move by, and that is its trouble. */
  readonly powerless?: true
  readonly trouble?: Sentence
}
