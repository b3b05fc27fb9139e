import type { Job } from '../job/schema.ts'
import { chanceOf, type Seen } from './belief.ts'
import { type Evidence, standOf } from './evidence.ts'
import { leftOf } from './findings.ts'
import { countLeft } from './likelihood.ts'
import { standKey } from './stand.ts'
import type { StandTable } from './table.ts'
import { type Known, placedBy } from './views.ts'

/** How much likelier something that was seen is where a unit is what is wrong than where it is anything else. */
export interface Reason {
  /** Which of the evidence, from nought. */
  readonly of: number
  /** Over one speaks for it, under one against it. */
  readonly times: number
}

/** Why a search stands as it does. */
export interface Why {
  /** By unit: what speaks for it and against it, the loudest first. */
  readonly reasons: ReadonlyMap<string, readonly Reason[]>
  /** How many units were left before any of the evidence and after each piece of it: so many of the likeliest hold nine tenths. */
  readonly left: readonly number[]
}

/** A reason that speaks less than this for or against a unit is none. */
const SPEAKS = 1.5
/** So many of the likeliest units are told of. */
const UNITS = 8

/**
 * Why: what speaks for each of the likeliest units and against it, by the likeliest of what it could be, beside all other suspects with
 * their usual weights; and what each piece of evidence left open.
 *
 * @param evidence its stands have all been worked out
 */
export function whyOf(job: Job, { suspects, tables }: Known, evidence: readonly Evidence[]): Why {
  const placed = placedBy(suspects, tables, evidence).toSorted((a, b) => b.share - a.share)
  const best = new Map<string, string>()
  const units = leftOf(job, placed).slice(0, UNITS)
  for (const { unit } of units) best.set(unit, placed.find((one) => one.units.includes(unit))!.id)
  const reasons = new Map<string, Reason[]>(units.map(({ unit }) => [unit, []]))
  const all = suspects.reduce((sum, { weight }) => sum + weight, 0)
  for (const [of, one] of evidence.entries()) {
    const chance = one.is === 'repair' ? undefined : chanceIn(tables, one)
    if (!chance) continue
    const mean = suspects.reduce((sum, { id, weight }) => sum + weight * chance(id), 0) / all
    for (const [unit, id] of best) {
      const times = chance(id) / mean
      if (times >= SPEAKS || times <= 1 / SPEAKS) reasons.get(unit)!.push({ of, times })
    }
  }
  const loud = ({ times }: Reason) => Math.abs(Math.log(times))
  for (const some of reasons.values()) some.sort((a, b) => loud(b) - loud(a))
  return { reasons, left: leftAfterEach(job, { suspects, tables }, evidence) }
}

/** The chance of what was seen, by suspect; nothing where no table has it. */
function chanceIn(tables: ReadonlyMap<string, StandTable>, one: Seen): ((suspect: string) => number) | undefined {
  const table = tables.get(standKey(standOf(one)))
  const column = one.is === 'room' ? -1 : (table?.asks.findIndex(({ id }) => id === one.ask) ?? -1)
  if (!table || (one.is === 'shown' && column < 0)) return undefined
  return (suspect) => chanceOf(one, suspect, table, column)
}

const leftAfterEach = (
  job: Job,
  { suspects, tables }: Pick<Known, 'suspects' | 'tables'>,
  evidence: readonly Evidence[],
) =>
  Array.from({ length: evidence.length + 1 }, (_, n) =>
    countLeft(leftOf(job, placedBy(suspects, tables, evidence.slice(0, n))).map(({ share }) => share)),
  )
