import { mains } from '../job/practice.ts'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { asking } from '../load/all-calling.ts'
import { type Alterations, together } from '../motion/alterations.ts'
import type { Mark, Simulation } from '../motion/simulation.ts'
import { benchWith } from '../suppose/bench.ts'
import { alterationsOf, inPattern, reshaped } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { type Ask, type AskForm, readIn, type Shown, type Wall } from './ask.ts'
import { askKind } from './asks/index.ts'
import { SUPPLY } from './likelihood.ts'
import { bring, calling, type Stand } from './stand.ts'
import { type Suspect, WELL } from './suspects.ts'
import { type Warmth, warmthOn } from './warmth.ts'

/** What is shown in a stand, by the column of its ask, and which zones then heat. */
export interface Row {
  readonly shows: readonly Shown[]
  readonly heats: ReadonlySet<string>
}

/** What every suspect shows in one stand. */
export interface StandTable {
  readonly stand: Stand
  readonly asks: readonly Ask[]
  /**
   * By suspect: one row, where only its volts and amps move with the mains; one for each of what the mains may stand at, where it decides
   * what pulls in and what does not.
   */
  readonly rows: ReadonlyMap<string, readonly Row[]>
  /** Seconds until a sound plant is at rest in it: delay, travel, charge and what runs on. */
  readonly waits: number
}

/** The row of a suspect while the mains stand so. @param k which of `SUPPLY` */
export function rowAt(table: StandTable, suspect: string, k = RATED): Row {
  const rows = table.rows.get(suspect)!
  return rows.length === 1 ? rows[0]! : rows[k]!
}

/** What a suspect shows while the mains stand so; a single row's volts and amps move with them. */
export function shownAt(table: StandTable, suspect: string, column: number, k = RATED): Shown {
  const rows = table.rows.get(suspect)!
  if (rows.length > 1) return rows[k]!.shows[column]!
  const shown = rows[0]!.shows[column]!
  return typeof shown === 'number' && movesWithMains(table.asks[column]!.ask) ? shown * SUPPLY[k]!.times : shown
}

/** What every suspect of a table shows in a column while the mains stand as they are rated. */
export const shownBy = (table: StandTable, column: number): Shown[] =>
  Array.from(table.rows.values(), (rows) => (rows.length === 1 ? rows[0]! : rows[RATED]!).shows[column]!)

/** Volts and amps follow what the mains stand at; ohms do not. */
const movesWithMains = (form: AskForm) => readIn(form) === 'V' || readIn(form) === 'A'

/** Hundreds of things wrong are brought about one after another: only where they end is looked at. */
const UNHEARD = { unheard: true } as const

const RATED = SUPPLY.findIndex(({ times }) => times === 1)

/** Suspects that leave some of the volts: whether that is enough depends on what there is. */
const LEAVES_SOME = /\/ohms$|[wW]eak$/

/** A stand, and what is asked there. */
export type Stood = Pick<StandTable, 'stand' | 'asks'>

/** A table while it is made: suspects come into it one by one. */
export type Begun = StandTable & { readonly rows: Map<string, readonly Row[]> }

/** What all of these show in a stand. */
export function tableOf(
  job: Job,
  base: readonly Supposition[],
  suspects: readonly Suspect[],
  asks: readonly Ask[],
  stand: Stand,
): StandTable {
  const bench = new TableBench(job, base)
  const table = bench.begin(stand, asks)
  for (const suspect of suspects) bench.add(suspect, [table])
  return table
}

/**
 * The bench on which tables are worked out: suspect by suspect, each brought once to rest and from there into stand after
 * stand, everything settled, by the same simulation as everywhere else, on the circuit as found with what is known to be
 * wrong with it.
 */
export class TableBench {
  readonly #job: Job
  readonly #base: readonly Supposition[]
  readonly #bench: Simulation
  readonly #rest: Mark
  readonly #warmth: () => Warmth
  /** The mains as they may stand, in the order of `SUPPLY`. */
  readonly #supplies: readonly (Alterations | undefined)[]

  constructor(job: Job, base: readonly Supposition[]) {
    this.#job = job
    this.#base = base
    this.#bench = benchWith(job, base, {}, UNHEARD)
    this.#bench.settle()
    this.#rest = this.#bench.mark()
    this.#warmth = warmthOn(this.#bench, job)
    const { volts } = mains(job.practice)
    this.#supplies = SUPPLY.map(({ times }) =>
      times === 1 ? undefined : alterationsOf(job, [{ id: 'supply/volts', value: volts * times }]),
    )
  }

  /** A table in which nothing stands yet. */
  begin(stand: Stand, asks: readonly Ask[]): Begun {
    return { stand, asks, rows: new Map(), waits: this.#waitIn(stand) }
  }

  /** Seconds until a sound plant that was at rest is at rest in a stand; for nobody calling, after its first zone did. */
  #waitIn(stand: Stand): number {
    if (!stand.power) return 0
    const bench = this.#bench
    const [first] = zonesInOrder(this.#job)
    const ends = stand.calls.length === 0 && first !== undefined
    if (ends) bring(bench, this.#job, calling(first.id))
    const from = bench.now
    if (ends) bench.setTogether(asking(this.#job, [first.id], false))
    bring(bench, this.#job, stand)
    const waits = bench.now - from
    bench.back(this.#rest)
    return waits
  }

  /** Works out what a suspect shows in these stands. What comes and goes is told from a sound plant: that comes before. */
  add(suspect: Suspect, tables: readonly Begun[]) {
    for (const [i, rows] of this.#rowsOf(suspect, tables).entries()) tables[i]!.rows.set(suspect.id, rows)
  }

  #rowsOf({ id, suppositions, goes }: Suspect, stands: readonly Begun[]): (readonly Row[])[] {
    const wrong = [...this.#base, ...suppositions]
    if (goes !== undefined) return stands.map((stood) => [this.#comesAndGoes(wrong, stood)])
    if (!suppositions.every(inPattern)) return this.#wired(wrong, stands).map((row) => [row])
    if (!LEAVES_SOME.test(id)) return this.#rows(wrong, stands).map((row) => [row])
    const powered = stands.filter(({ stand }) => stand.power)
    const under = this.#supplies.map((supply, k) => this.#rows(wrong, k === RATED ? stands : powered, supply))
    return stands.map((stood, i) => {
      const at = powered.indexOf(stood)
      return at < 0 ? [under[RATED]![i]!] : under.map((rows, k) => rows[k === RATED ? i : at]!)
    })
  }

  /** On the bench itself, which is put back. */
  #rows(wrong: readonly Supposition[], stands: readonly Stood[], supply?: Alterations): Row[] {
    if (stands.length === 0) return []
    const own = alterationsOf(this.#job, wrong)
    this.#bench.alter(supply ? together([supply, own]) : own)
    this.#bench.settle()
    const rows = rowsFrom(this.#bench, { job: this.#job, wrong }, stands, this.#warmth)
    this.#bench.back(this.#rest)
    return rows
  }

  /** A plant that is wired otherwise has a bench of its own, which is dear to make. */
  #wired(wrong: readonly Supposition[], stands: readonly Stood[]): Row[] {
    const job = reshaped(this.#job, wrong)
    const bench = benchWith(this.#job, wrong, {}, UNHEARD)
    bench.settle()
    return rowsFrom(bench, { job, wrong }, stands, warmthOn(bench, job))
  }

  /** What comes and goes mostly shows nothing: only what a hand finds differs from a sound plant. */
  #comesAndGoes(wrong: readonly Supposition[], { asks, rows }: StandTable): Row {
    const sound = rows.get(WELL)![0]!
    // What a hand finds asks for no warmth of a pipe.
    const wall: Wall = { bench: this.#bench, job: this.#job, wrong, heats: sound.heats, warm: new Set() }
    const shows = asks.map((ask, column) => {
      const kind = askKind(ask.ask)
      return kind.byHand ? kind.shows(wall, ask) : sound.shows[column]!
    })
    return { shows, heats: sound.heats }
  }
}

/** What is shown in each of these stands, from how the bench stands now, and there again afterwards. */
function rowsFrom(
  bench: Simulation,
  { job, wrong }: Pick<Wall, 'job' | 'wrong'>,
  stands: readonly Stood[],
  warmth: () => Warmth,
): Row[] {
  const from = bench.mark()
  return stands.map(({ stand, asks }) => {
    bring(bench, job, stand)
    const wall = { bench, job, wrong, ...warmth() }
    const shows = asks.map((ask) => askKind(ask.ask).shows(wall, ask))
    bench.back(from)
    return { shows, heats: wall.heats }
  })
}
