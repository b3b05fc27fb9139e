import type { Practice } from '../job/schema.ts'

/** What a number in a sum is, so that each practice can type it in its own unit. Held in V, A, VA, ohm, m, mm2 and %. */
export type Quantity = 'V' | 'A' | 'VA' | 'ohm' | 'length' | 'size' | 'turns' | 'mA' | '%'

/** One thing to type or to choose. */
export type SumField =
  | {
      readonly id: string
      readonly name: string
      readonly quantity: Quantity
      readonly value: number
      readonly min: number
      readonly max: number
    }
  | {
      readonly id: string
      readonly name: string
      readonly options: readonly { readonly value: string; readonly says: string }[]
      readonly value: string
    }

export type SumValues = Readonly<Record<string, number | string>>

/** One result, with the sum it comes from, written out with its numbers. */
export interface SumLine {
  readonly name: string
  readonly value: number
  readonly quantity: Quantity
  /** Written out in V, A, VA, ohm, m and mm2. */
  readonly how: string
}

/** A pocket calculation: a described value; a new one is one file here and one line in the list. */
export interface Sum {
  readonly id: string
  readonly name: string
  /** What it is good for, in a sentence. */
  readonly about: string
  readonly formula: string
  /** Where the formula or its constants come from. */
  readonly source: string
  /** The fields for what was chosen so far. */
  readonly fields: (practice: Practice, values: SumValues) => readonly SumField[]
  /** @returns results, or a sentence that says why there is none. */
  readonly work: (values: SumValues, practice: Practice) => readonly SumLine[] | string
}

export const num = (values: SumValues, id: string): number => Number(values[id])

/** Three digits that count, without a tail of noughts. */
export const short = (value: number): string =>
  value === 0 ? '0' : String(Number(value.toPrecision(Math.abs(value) >= 1000 ? 4 : 3)))

/** The numbers and choices of a sum, with what was left out at its usual value and what is out of bounds brought back. */
export function filledIn(sum: Sum, practice: Practice, values: SumValues): SumValues {
  let filled: SumValues = { ...values }
  // What is chosen decides what is asked, so choices are filled in before the rest is looked at.
  for (let round = 0; round < 2; round++)
    for (const field of sum.fields(practice, filled)) {
      const given = filled[field.id]
      if ('options' in field) {
        if (!field.options.some(({ value }) => value === given)) filled = { ...filled, [field.id]: field.value }
      } else {
        const number = typeof given === 'number' && Number.isFinite(given) ? given : field.value
        filled = { ...filled, [field.id]: Math.min(field.max, Math.max(field.min, number)) }
      }
    }
  return filled
}
