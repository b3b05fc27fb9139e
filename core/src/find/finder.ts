import type { Job } from '../job/schema.ts'
import { loopsOf } from '../loops/loops.ts'
import type { Strip } from '../loops/strip.ts'
import { benchWith } from '../suppose/bench.ts'
import { inPattern } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { type Ask, isLive, isSame, type Plant, type Shown } from './ask.ts'
import { asksIn, asksOf } from './asks/index.ts'
import { stripFor } from './drawn.ts'
import { type Evidence, standOf } from './evidence.ts'
import { decided, type Findings, leftOf, openOf } from './findings.ts'
import { minutesTo, type Where } from './minutes.ts'
import { beginningAt, type Open, proposalOf, ranked, tellLittle, type Weighed } from './proposals.ts'
import { type Why, whyOf } from './reasons.ts'
import { bring, DEAD, keyOfAsk, type Stand, standKey, standsFor } from './stand.ts'
import { NONE, type Suspect, suspectsOf, WELL, type Weighing } from './suspects.ts'
import { type Begun, type StandTable, type Stood, shownAt, TableBench } from './table.ts'
import { lookedAhead } from './two-steps.ts'
import { explained, type Known, placedBy } from './views.ts'
import { troubledNow, whereAfter } from './where.ts'

/** Where and how the next thing is asked. */
export interface Asking {
  /** Where the technician stands. */
  readonly place?: string | undefined
  /** The place where the technician would rather begin: what tells anything there comes first. */
  readonly begin?: string | undefined
  /** Which asks may be offered: not those refused, nor those for which there is no tool. */
  readonly offers?: (ask: Ask) => boolean
  /** Only in the first of its stands, with what is worked out already: a first thing to ask while the rest is made. */
  readonly quick?: boolean
}

/** A search over one plant: tables are made once a stand, belief is made anew from the evidence each time. */
export class Finder {
  readonly asks: readonly Ask[]
  readonly #job: Job
  readonly #base: readonly Supposition[]
  readonly #plant: Plant
  readonly #tables = new Map<string, StandTable>()
  /** Tables in the making. */
  readonly #begun = new Map<string, StandTable>()
  /** Pairs that were put on the bench: a table that is made anew has them too. */
  readonly #pairs = new Map<string, Suspect>()
  #suspects: readonly Suspect[] = []
  /** Are readings on live line voltage worked out too? */
  #onLine = false

  /**
   * @param base what is already known to be wrong with the plant as found
   * @param weighing what moves the usual weights
   */
  constructor(job: Job, base: readonly Supposition[] = [], weighing: Weighing = {}) {
    this.#job = job
    this.#base = base
    this.weigh(weighing)
    const bench = benchWith(job, base)
    bench.settle()
    const dead = benchWith(job, base)
    dead.settle()
    bring(dead, job, DEAD)
    this.#plant = { job, bench, dead, loops: loopsOf(bench, job) }
    this.asks = asksOf(this.#plant)
  }

  get suspects(): readonly Suspect[] {
    return this.#suspects
  }

  /** Moves the usual weights; what each suspect shows stays as it was worked out. */
  weigh(weighing: Weighing) {
    const had = this.#suspects.length
    this.#suspects = suspectsOf(this.#job, this.#base, weighing)
    // Others than before show what nobody has worked out yet.
    if (this.#suspects.length !== had) this.#tables.clear()
  }

  /**
   * What may be wrong after all that was seen, and what to ask next.
   * @param troubled zones the complaint is about
   * Yields the share of the work that is done.
   */
  *find(
    troubled: readonly string[],
    seen: readonly Evidence[],
    { place, begin, offers = () => true, quick = false }: Asking = {},
  ): Generator<number, Findings> {
    const now = troubledNow(troubled, seen)
    const all = standsFor(this.#job, now)
    const among = quick ? this.#commonest() : this.suspects
    yield* within(0, 0.8, this.#tabled(quick ? all.slice(0, 1) : all, now, quick ? [] : seen, among))
    const isReady = (stand: Stand) => this.#tables.has(standKey(stand))
    const stands = all.filter(isReady)
    const evidence = seen.filter((one) => one.is === 'repair' || isReady(standOf(one)))
    const { placed, by, aside, several } = quick
      ? { placed: placedBy(among, this.#tables, evidence), by: evidence, aside: [], several: undefined }
      : yield* within(0.8, 0.9, explained(this.#known, evidence, now))
    const units = leftOf(this.#job, placed)
    const where = whereAfter(evidence, this.asks, place)
    const open = openOf(this.#job, placed, units[0]?.unit)
    let proposals = this.#proposals(open, stands, [...by, ...aside], where, offers)
    if (!quick && !this.#onLine && tellLittle(proposals) && this.asks.some((ask) => isLive(ask) && offers(ask))) {
      // What live line voltage would show is worked out only now that it is wanted.
      this.#onLine = true
      yield* within(0.9, 1, this.#tabled(all, now, seen, [...this.suspects, ...this.#pairs.values()]))
      proposals = this.#proposals(open, stands, [...by, ...aside], where, offers)
    }
    return {
      ...(several ? { several } : {}),
      units,
      ...decided(this.#job, units, open, beginningAt(begin, proposals), proposals[0]),
    }
  }

  get #known(): Known {
    return { suspects: this.suspects, tables: this.#tables, asks: this.asks, worked: (pairs) => this.#worked(pairs) }
  }

  /** Why it stands as it does. @param seen what `find` was last asked with */
  why(seen: readonly Evidence[]): Why {
    return whyOf(this.#job, this.#known, seen)
  }

  /** The copper an ask is about, for whoever is to find it. */
  drawn(ask: Ask): Strip | undefined {
    return stripFor(this.#plant, ask)
  }

  /** The asks worth while in a stand. */
  inStand(stand: Stand, troubled: readonly string[]): Ask[] {
    return asksIn(this.asks, stand, troubled)
  }

  /** Minutes to come to an ask in a stand that was searched, the wait for it included, and to do it. */
  minutesTo(ask: Ask, stand: Stand, where: Where): number {
    return minutesTo(ask, stand, where, this.#tables.get(standKey(stand))?.waits)
  }

  /** What an ask shows in a stand that was searched, when nothing is wrong. */
  sound(ask: Ask, stand: Stand): Shown | undefined {
    const table = this.#tables.get(standKey(stand))
    const column = table?.asks.findIndex(({ id }) => id === ask.id) ?? -1
    return table && column >= 0 ? shownAt(table, WELL, column) : undefined
  }

  /** The suspects that weigh most, three quarters of it together, and the two that are always possible; none that needs a bench of its own. */
  #commonest(): readonly Suspect[] {
    const byWeight = this.suspects
      .filter(({ suppositions }) => suppositions.every(inPattern))
      .sort((a, b) => b.weight - a.weight)
    const whole = byWeight.reduce((sum, { weight }) => sum + weight, 0)
    let sum = 0
    const common = new Set(byWeight.filter(({ weight }) => (sum += weight) <= COMMON * whole))
    return this.suspects.filter((one) => common.has(one) || one.id === WELL || one.id === NONE)
  }

  /** Makes the tables that are wanted and not there yet, of these suspects: what is worked out already is kept. */
  *#tabled(
    stands: readonly Stand[],
    troubled: readonly string[],
    evidence: readonly Evidence[],
    suspects: readonly Suspect[],
  ) {
    const needed = new Map(stands.map((stand) => [standKey(stand), stand]))
    for (const one of evidence) if (one.is !== 'repair') needed.set(standKey(standOf(one)), standOf(one))
    // What was asked in a stand is in its table, whichever loop it is on.
    const asksFor = (stand: Stand) => {
      const asked = new Set(
        evidence.flatMap((one) => (one.is === 'shown' && standKey(one.stand) === standKey(stand) ? [one.ask] : [])),
      )
      const worth = new Set(asksIn(this.asks, stand, troubled).filter((ask) => this.#onLine || !isLive(ask)))
      return this.asks.filter((ask) => worth.has(ask) || asked.has(ask.id))
    }
    const works = [...needed].map(([key, stand]): Work => {
      const known = this.#begun.get(key) ?? this.#tables.get(key)
      const asks = asksFor(stand)
      const kept = known && asks.every((ask) => known.asks.includes(ask)) ? known : undefined
      return { key, stand, asks, kept }
    })
    yield* this.#fill(works, suspects)
  }

  /** Puts pairs on the bench in every stand that was worked out. */
  *#worked(pairs: readonly Suspect[]): Generator<number, readonly Suspect[]> {
    for (const pair of pairs) this.#pairs.set(pair.id, pair)
    yield* this.#fill(
      [...this.#tables].map(([key, table]) => ({ ...table, key, kept: table })),
      pairs,
    )
    return pairs
  }

  /**
   * Has these suspects in these tables, one suspect after the other. Where it is left in the middle, what was worked out is
   * gone on with the next time; until it is whole a table does not take the place of the one before.
   */
  *#fill(works: readonly Work[], suspects: readonly Suspect[]): Generator<number, void> {
    const lacking = works.filter(({ kept }) => !kept || suspects.some(({ id }) => !kept.rows.has(id)))
    if (lacking.length === 0) return
    const bench = new TableBench(this.#job, this.#base)
    const begun = lacking.map(({ key, stand, asks, kept }): Begun => {
      const table = kept ? { ...kept, rows: new Map(kept.rows) } : bench.begin(stand, asks)
      this.#begun.set(key, table)
      return table
    })
    for (const [i, suspect] of suspects.entries()) {
      const tables = begun.filter(({ rows }) => !rows.has(suspect.id))
      if (tables.length === 0) continue
      bench.add(suspect, tables)
      if ((i + 1) % AT_ONCE === 0) yield (i + 1) / suspects.length
    }
    for (const [i, { key }] of lacking.entries()) {
      this.#tables.set(key, begun[i]!)
      this.#begun.delete(key)
    }
  }

  #proposals(
    open: Open,
    stands: readonly Stand[],
    evidence: readonly Evidence[],
    where: Where,
    offers: (ask: Ask) => boolean,
  ): readonly Weighed[] {
    const asked = new Set(evidence.flatMap((one) => (one.is === 'shown' ? [keyOfAsk(one.ask, one.stand)] : [])))
    const isNew = (ask: Ask, column: number, table: StandTable) =>
      !asked.has(keyOfAsk(ask.id, table.stand)) && !this.#isOldNews(open, ask, column, table, evidence)
    const best = ranked(
      stands.flatMap((stand) => {
        const table = this.#tables.get(standKey(stand))!
        return table.asks.flatMap((ask, column) =>
          offers(ask) && isNew(ask, column, table) ? (proposalOf(open, table, column, where) ?? []) : [],
        )
      }),
    )
    return lookedAhead(open, best, where, ({ ask, stand }) => {
      const table = this.#tables.get(standKey(stand))!
      return { table, column: table.asks.indexOf(ask) }
    })
  }

  /** Would it show, of every suspect that is left, what it showed in another stand? Asked again it errs again the same way. */
  #isOldNews(open: Open, ask: Ask, column: number, table: StandTable, evidence: readonly Evidence[]): boolean {
    return evidence.some((one) => {
      if (one.is !== 'shown' || one.ask !== ask.id) return false
      const before = this.#tables.get(standKey(one.stand))!
      const at = before.asks.findIndex(({ id }) => id === ask.id)
      return at >= 0 && open.suspects.every(({ id }) => isSame(shownAt(before, id, at), shownAt(table, id, column)))
    })
  }
}

/** A table that is wanted, and what there is of it. */
interface Work extends Stood {
  readonly key: string
  readonly kept: StandTable | undefined
}

/** A part of some work, from one share of the whole to another. */
function* within<T>(from: number, to: number, work: Generator<number, T>): Generator<number, T> {
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
    yield from + (to - from) * next.value
  }
}

/** Suspects between two tellings of how far it is: who hears of every one does nothing else. */
const AT_ONCE = 5

/** Share of all weight that is thought of for a first thing to ask, while the rest is worked out. */
const COMMON = 0.75
