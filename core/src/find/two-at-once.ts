import { chanceOf, changedBy, type Seen } from './belief.ts'
import { standOf } from './evidence.ts'
import { standKey } from './stand.ts'
import { NONE, type Suspect, twoOf, WELL } from './suspects.ts'
import type { StandTable } from './table.ts'

/** How often something else is wrong beside the first thing, where no single thing explains what was seen. */
const BESIDE = 0.1

/**
 * The likeliest pairs after what was seen, told from what each shows alone: where only one of two changes anything, that is what
 * both show; where both do, whichever fits better. Which of them fit indeed is then worked out on the bench.
 * @param tables by the key of their stand; every stand in the evidence has one
 * @param most how many
 */
export function likeliestPairs(
  suspects: readonly Suspect[],
  tables: ReadonlyMap<string, StandTable>,
  evidence: readonly Seen[],
  most: number,
): Suspect[] {
  const told = evidence.flatMap((one) => {
    const table = tables.get(standKey(standOf(one)))!
    const column = one.is === 'room' ? -1 : table.asks.findIndex(({ id }) => id === one.ask)
    return one.is === 'shown' && column < 0 ? [] : [{ one, table, column }]
  })
  const well = told.map(({ one, table, column }) => Math.log(chanceOf(one, WELL, table, column)))
  const library = suspects.filter(({ id, goes, both }) => id !== WELL && id !== NONE && !goes && !both)
  const all = library.reduce((sum, { weight }) => sum + weight, 0)
  /** What each tells beyond a sound plant, and nothing where it changes nothing. */
  const tells = library.map((suspect) => ({
    suspect,
    gains: told.map(({ one, table, column }, at) =>
      changedBy(suspect.id, one, table, column)
        ? Math.log(chanceOf(one, suspect.id, table, column)) - well[at]!
        : undefined,
    ),
  }))
  // One that explains nothing by itself explains nothing beside another.
  const able = tells.filter(({ gains }) => gains.some((gain) => gain !== undefined && gain > 0))
  const found: { one: Suspect; other: Suspect; log: number }[] = []
  for (const [i, { suspect: one, gains }] of able.entries())
    for (const { suspect: other, gains: others } of able.slice(i + 1)) {
      if (one.unit === other.unit) continue
      let log = Math.log(one.weight * other.weight)
      for (const [at, gain] of gains.entries()) {
        const beside = others[at]
        if (gain !== undefined || beside !== undefined)
          log += Math.max(gain ?? Number.NEGATIVE_INFINITY, beside ?? Number.NEGATIVE_INFINITY)
      }
      found.push({ one, other, log })
    }
  return found
    .sort((a, b) => b.log - a.log)
    .slice(0, most)
    .map(({ one, other }) => twoOf(one, other, (BESIDE * one.weight * other.weight) / all))
}
