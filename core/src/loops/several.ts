import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { listedPieces } from '../words/listed.ts'
import { labelOf, type Piece } from '../words/words.ts'

/** Of what a plant may have a dozen: more of one sort than this are counted, for the place is what is looked for, and would come last. */
const MANY = 4
const SORTS: ReadonlySet<string> = new Set(['thermostat', 'valve', 'pump', 'relay'])

/**
 * Several parts that are wrong for one reason, as a sentence begins with them.
 * @example severalInWords(job, ['B1', 'TS1', 'TS2', 'TS3', 'TS4', 'TS5']) // "Boiler and 5 of 12 thermostats"
 */
export function severalInWords(job: Job, parts: readonly string[]): Piece[] {
  const sortOf = (part: string) => kindOf(job.parts[part])?.class ?? ''
  const pieces = parts.flatMap((part): Piece[] => {
    const sort = sortOf(part)
    const same = SORTS.has(sort) ? parts.filter((one) => sortOf(one) === sort) : []
    if (same.length <= MANY) return [{ text: labelOf(job, part), part, wrong: true }]
    if (part !== same[0]) return []
    const all = Object.keys(job.parts).filter((one) => sortOf(one) === sort).length
    return [{ text: `${same.length}${same.length < all ? ` of ${all}` : ''} ${sort}s`, counts: same, wrong: true }]
  })
  return listedPieces(pieces)
}
