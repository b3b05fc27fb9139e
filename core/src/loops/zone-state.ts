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
  readonly trouble?: Sentence
}
