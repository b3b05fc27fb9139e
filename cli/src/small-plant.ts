import { Finder, type Job, minutesTo, type Suspect, standsFor } from '@civil-lantern/core'
import { readIn } from '../../core/src/find/ask.ts'
import { bandsOf, entropy, normal } from '../../core/src/find/likelihood.ts'
import type { Where } from '../../core/src/find/minutes.ts'
import { type Open, proposalOf, ranked } from '../../core/src/find/proposals.ts'
import { calling } from '../../core/src/find/stand.ts'
import { rowAt, type StandTable, shownAt, tableOf } from '../../core/src/find/table.ts'
import { lookedAhead } from '../../core/src/find/two-steps.ts'
import type { Random } from './random.ts'

/** Suspects that look alike to every test are one class. */
interface Class {
  readonly id: string
  readonly unit: string
  readonly weight: number
}

/** A test: an ask in its stand, and the answer each class gives. */
interface Test {
  readonly table: StandTable
  readonly column: number
  readonly answers: readonly number[]
}

/** Expected minutes from a complaint to the unit, everything read without noise. */
export interface SmallPlant {
  readonly classes: number
  readonly tests: number
  readonly ours: number
  readonly halves: number
  readonly best: number
}

const MOST_CLASSES = 16
const MOST_TESTS = 30
const DRAWN = 24

/**
 * A plant small enough that the best order of asking can be worked out whole: some suspects of a cold zone, some tests, drawn.
 * @returns undefined where what was drawn cannot be told apart
 */
export function smallPlant(job: Job, zone: string, random: Random): SmallPlant | undefined {
  const finder = new Finder(job)
  const library = finder.suspects.filter(({ suppositions, goes }) => suppositions.length > 0 && goes === undefined)
  const cold = tableOf(job, [], library, [], calling(zone))
  const drawn = shuffled(
    library.filter(({ id }) => !rowAt(cold, id).heats.has(zone)),
    random,
  ).slice(0, DRAWN)
  const tables = standsFor(job, [zone]).map((stand) =>
    tableOf(
      job,
      [],
      drawn,
      finder.inStand(stand, [zone]).filter(({ line, power }) => !(line && power)),
      stand,
    ),
  )
  const all = tables.flatMap((table) => table.asks.map((_, column) => testOf(table, column, drawn)))
  const telling = all.filter(({ answers }) => new Set(answers).size > 1)
  const tests = shuffled(telling, random).slice(0, MOST_TESTS)
  // The first of each class stands for it.
  const classes = new Map<string, Class & { at: number }>()
  for (const [at, { id, unit, weight }] of drawn.entries()) {
    const signature = tests.map(({ answers }) => answers[at]).join()
    const known = classes.get(signature)
    if (known) classes.set(signature, { ...known, weight: known.weight + weight })
    else if (classes.size < MOST_CLASSES) classes.set(signature, { id, unit, weight, at })
  }
  const kept = [...classes.values()]
  if (kept.length < 4) return undefined
  const plant = new Small(
    kept,
    tests.map(({ table, column, answers }) => ({ table, column, answers: kept.map(({ at }) => answers[at]!) })),
  )
  return {
    classes: kept.length,
    tests: tests.length,
    ours: plant.minutes((mask, last) => plant.byBits(mask, last)),
    halves: plant.minutes((mask, last) => plant.byHalves(mask, last)),
    best: plant.best(),
  }
}

function testOf(table: StandTable, column: number, suspects: readonly Suspect[]): Test {
  const shown = suspects.map(({ id }) => shownAt(table, id, column))
  const answers = new Array<number>(suspects.length).fill(0)
  for (const [band, { members }] of bandsOf(shown, readIn(table.asks[column]!.ask)).entries())
    for (const at of members) answers[at] = band
  return { table, column, answers }
}

class Small {
  readonly #classes: readonly Class[]
  readonly #tests: readonly Test[]
  readonly #whole: number
  readonly #known = new Map<string, number>()

  constructor(classes: readonly Class[], tests: readonly Test[]) {
    this.#classes = classes
    this.#tests = tests
    this.#whole = 2 ** classes.length - 1
  }

  /** Expected minutes of an order of asking. @param choose the test to make, of those that tell something */
  minutes(choose: (mask: number, last: number) => number, mask = this.#whole, last = -1): number {
    if (this.#isDone(mask)) return 0
    const test = choose(mask, last)
    return this.#step(mask, last, test, (left) => this.minutes(choose, left, test))
  }

  /** The least there can be, by dynamic programming over what is left and where one stands. */
  best(mask = this.#whole, last = -1): number {
    if (this.#isDone(mask)) return 0
    const key = `${mask} ${last}`
    const known = this.#known.get(key)
    if (known !== undefined) return known
    const least = Math.min(
      ...this.#telling(mask).map((test) => this.#step(mask, last, test, (left) => this.best(left, test))),
    )
    this.#known.set(key, least)
    return least
  }

  /** As the program chooses: bits over units for a minute. */
  byBits(mask: number, last: number): number {
    const left = this.#in(mask)
    const names = [...new Set(left.map(({ unit }) => unit))]
    const sum = left.reduce((all, { weight }) => all + weight, 0)
    const suspects = left.map(({ id, unit, weight }) => ({ id, unit: names.indexOf(unit), share: weight / sum }))
    const units = names.map((says, at) => ({
      says,
      share: suspects.reduce((all, { unit, share }) => all + (unit === at ? share : 0), 0),
    }))
    const open: Open = { suspects, units, bits: entropy(normal(units.map(({ share }) => share))) }
    const telling = this.#telling(mask)
    const proposals = telling.flatMap((test) => {
      const { table, column } = this.#tests[test]!
      const made = proposalOf(open, table, column, this.#where(last))
      return made ? [{ test, made }] : []
    })
    const order = ranked(proposals.map(({ made }) => made))
    const [first] = lookedAhead(
      open,
      order,
      this.#where(last),
      (one) => this.#tests[proposals.find(({ made }) => made === one)!.test]!,
    )
    return proposals.find(({ made }) => made === first)?.test ?? telling[0]!
  }

  /** Half-splitting by place: what parts the count most evenly here; elsewhere, and the nearest, only where nothing does. */
  byHalves(mask: number, last: number): number {
    const here = last < 0 ? undefined : this.#askOf(last).place
    const uneven = (test: number) => {
      const counts = [...this.#parts(mask, test).values()].map((left) => this.#in(left).length)
      return Math.max(...counts)
    }
    const order = (test: number) => [this.#askOf(test).place === here ? 0 : 1, uneven(test), this.#cost(last, test)]
    return this.#telling(mask)
      .map((test) => ({ test, order: order(test) }))
      .sort((a, b) => a.order[0]! - b.order[0]! || a.order[1]! - b.order[1]! || a.order[2]! - b.order[2]!)[0]!.test
  }

  #askOf(test: number) {
    const { table, column } = this.#tests[test]!
    return table.asks[column]!
  }

  #step(mask: number, last: number, test: number, then: (left: number) => number): number {
    const sum = this.#weight(mask)
    let minutes = this.#cost(last, test)
    for (const left of this.#parts(mask, test).values()) minutes += (this.#weight(left) / sum) * then(left)
    return minutes
  }

  #in = (mask: number) => this.#classes.filter((_, at) => mask & (1 << at))
  #weight = (mask: number) => this.#in(mask).reduce((sum, { weight }) => sum + weight, 0)
  /** One unit is left: it is put right. */
  #isDone = (mask: number) => new Set(this.#in(mask).map(({ unit }) => unit)).size <= 1

  #parts(mask: number, test: number): Map<number, number> {
    const parts = new Map<number, number>()
    for (const [at, answer] of this.#tests[test]!.answers.entries())
      if (mask & (1 << at)) parts.set(answer, (parts.get(answer) ?? 0) | (1 << at))
    return parts
  }

  #telling = (mask: number) => this.#tests.flatMap((_, test) => (this.#parts(mask, test).size > 1 ? [test] : []))

  #cost(last: number, test: number): number {
    const to = this.#tests[test]!
    return minutesTo(to.table.asks[to.column]!, to.table.stand, this.#where(last), to.table.waits)
  }

  #where(last: number): Where {
    if (last < 0) return {}
    const { table, column } = this.#tests[last]!
    const was = table.asks[column]!
    return { place: was.place, stand: table.stand, locked: !table.stand.power && was.line === true }
  }
}

/** In an order that is drawn. */
function shuffled<T>(some: readonly T[], random: Random): T[] {
  return some
    .map((one) => ({ one, at: random.next() }))
    .sort((a, b) => a.at - b.at)
    .map(({ one }) => one)
}
