import type { Job } from '../job/schema.ts'
import { loopsOf } from '../loops/loops.ts'
import { benchWith } from '../suppose/bench.ts'
import type { Supposition } from '../suppose/supposition.ts'
import type { Ask, Shown } from './ask.ts'
import { asksIn, asksOf } from './asks/index.ts'
import { Belief } from './belief.ts'
import { type Evidence, standOf } from './evidence.ts'
import { entropy, normal } from './likelihood.ts'
import { minutesTo, repairMinutes, type Where, wrongRepair } from './minutes.ts'
import { LITTLE, NAMED, type Open, type Proposed, proposalOf, ranked, tellLittle, type Weighed } from './proposals.ts'
import { bring, DEAD, type Stand, standKey, standsFor } from './stand.ts'
import { NONE, type Suspect, suspectsOf, unitInWords, WELL, type Weighing } from './suspects.ts'
import { type StandTable, shownAt, tableOf } from './table.ts'
import { likeliestPairs } from './two-at-once.ts'

/** What is left of a unit's chance, and what it could be. */
export interface UnitLeft {
  readonly unit: string
  readonly says: string
  readonly share: number
  readonly members: readonly { readonly says: string; readonly share: number }[]
}

/** By what more than one thing wrong is told apart: what was seen since a repair that helped, one zone, or two things at once. */
export type Several = 'since' | 'zone' | 'two'

export interface Findings {
  /** No single thing explains all that was seen. */
  readonly several?: Several
  readonly units: readonly UnitLeft[]
  readonly next: Proposed | undefined
  /** Other things worth asking, dearer for what they tell. */
  readonly others: readonly Proposed[]
  /** What else is worth asking in the same place and stand, without a step: dealt with in one round there. */
  readonly here: readonly Proposed[]
  /** The unit to put right now: naming it costs less than the cheapest ask that could change that. */
  readonly repair: UnitLeft | undefined
  /** Where nothing that can be asked parts what is left: where to look, the likeliest for its minutes first. */
  readonly look: readonly UnitLeft[]
}

/** A suspect with its chance, and what puts it right: two units where it is two things at once. */
interface Placed {
  readonly id: string
  readonly says: string
  readonly share: number
  readonly units: readonly string[]
}

/** The suspects by some of the evidence, and the chance that none of them is it. */
interface View {
  readonly several?: Several
  readonly by: readonly Evidence[]
  readonly placed: readonly Placed[]
  readonly open: number
}

/** Where and how the next thing is asked. */
export interface Asking {
  /** Where the technician stands. */
  readonly place?: string | undefined
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
  readonly #tables = new Map<string, StandTable>()
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
    const loops = loopsOf(bench, job)
    const dead = benchWith(job, base)
    dead.settle()
    bring(dead, job, DEAD)
    this.asks = asksOf({ job, bench, dead, loops })
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
    { place, offers = () => true, quick = false }: Asking = {},
  ): Generator<number, Findings> {
    const now = troubledNow(troubled, seen)
    const all = standsFor(this.#job, now)
    const among = quick ? this.#commonest() : this.suspects
    yield* within(0, 0.8, this.#tabled(quick ? all.slice(0, 1) : all, now, quick ? [] : seen, among))
    const isReady = (stand: Stand) => this.#tables.has(standKey(stand))
    const stands = all.filter(isReady)
    const evidence = seen.filter((one) => one.is === 'repair' || isReady(standOf(one)))
    const { placed, by, several } = quick
      ? { placed: this.#placed(among, evidence), by: evidence, several: undefined }
      : yield* within(0.8, 0.9, this.#explained(evidence, now))
    const units = this.#left(placed)
    const where = whereAfter(evidence, this.asks, place)
    const open = this.#open(placed, units[0]?.unit)
    let proposals = this.#proposals(open, stands, by, where, offers)
    if (!quick && !this.#onLine && tellLittle(proposals) && this.asks.some((ask) => isLive(ask) && offers(ask))) {
      // What live line voltage would show is worked out only now that it is wanted.
      this.#onLine = true
      yield* within(0.9, 1, this.#tabled(all, now, seen, this.suspects))
      proposals = this.#proposals(open, stands, by, where, offers)
    }
    return { ...(several ? { several } : {}), units, ...this.#decided(units, open, proposals) }
  }

  /** The asks worth while in a stand. */
  inStand(stand: Stand, troubled: readonly string[]): Ask[] {
    return asksIn(this.asks, stand, troubled)
  }

  /** What an ask shows in a stand that was searched, when nothing is wrong. */
  sound(ask: Ask, stand: Stand): Shown | undefined {
    const table = this.#tables.get(standKey(stand))
    const column = table?.asks.findIndex(({ id }) => id === ask.id) ?? -1
    return table && column >= 0 ? shownAt(table, WELL, column) : undefined
  }

  /** The suspects that weigh most, nine tenths of it together, and the two that are always possible. */
  #commonest(): readonly Suspect[] {
    const byWeight = this.suspects.toSorted((a, b) => b.weight - a.weight)
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
    const works = [...needed].flatMap(([key, stand]) => {
      const known = this.#tables.get(key)
      const asks = asksFor(stand)
      const fresh = !known || asks.some((ask) => !known.asks.includes(ask))
      const missing = fresh ? suspects : suspects.filter(({ id }) => !known.rows.has(id))
      if (missing.length === 0) return []
      // A sound plant is in every piece of work: what comes and goes is told from it.
      const sound = this.suspects.filter(({ id }) => id === WELL && !missing.some((one) => one.id === id))
      return [{ key, stand, known: fresh ? undefined : known, asks, missing: [...sound, ...missing] }]
    })
    const all = works.reduce((sum, { missing }) => sum + missing.length, 0)
    let done = 0
    for (const { key, stand, known, asks, missing } of works) {
      const work = tableOf(this.#job, this.#base, missing, known?.asks ?? asks, stand)
      let next = work.next()
      for (; !next.done; next = work.next()) if (++done % 25 === 0) yield done / all
      this.#tables.set(key, known ? { ...known, rows: new Map([...known.rows, ...next.value.rows]) } : next.value)
    }
  }

  /**
   * Every suspect with its chance after what was seen, and what puts it right.
   * @param renewed units put right before that, too
   */
  #placed(suspects: readonly Suspect[], evidence: readonly Evidence[], renewed = renewedIn(evidence)): Placed[] {
    const made = new Belief(suspects, this.#tables)
    const belief = made.after(evidence)
    const idle = made.idle(evidence)
    // What explains nothing of it is no more to it than nothing wrong at all; what still looks like a part that was renewed is
    // something else that looks like it.
    return suspects.map((one, i): Placed => {
      const own = unitsOf(one)
      const units = idle.has(one.id) ? [WELL] : own.some((unit) => renewed.has(unit)) ? [NONE] : own
      return { id: one.id, says: one.says, share: belief[i]!, units }
    })
  }

  /**
   * What may be wrong, and by what of the evidence. Where no single thing explains all that was seen there may be more than one:
   * then what was seen since a repair that helped is held by itself, for the plant was another before; then the zone in trouble by
   * itself; then two things at once. The first of these that explains it is taken.
   */
  *#explained(evidence: readonly Evidence[], troubled: readonly string[]): Generator<number, View> {
    const renewed = renewedIn(evidence)
    const view = (by: readonly Evidence[], several?: Several, more: readonly Suspect[] = []): View => {
      const placed = this.#placed([...this.suspects, ...more], by, renewed)
      const open = placed.reduce((sum, { share, units }) => (units[0] === NONE ? sum + share : sum), 0)
      return { by, placed, open, ...(several ? { several } : {}) }
    }
    const views = [view(evidence)]
    const isOpen = () => views.at(-1)!.open > UNEXPLAINED
    const since = evidence.slice(this.#helpedAt(evidence) + 1)
    // After so much in vain it is time to say that nothing on the list is it.
    if (since.filter((one) => one.is === 'repair').length > MOST_VAIN) return views[0]!
    if (isOpen() && since.length < evidence.length) views.push(view(since, 'since'))
    const [zone] = troubled
    const own = zone === undefined ? since : since.filter((one) => this.#speaksOf(one, zone))
    if (isOpen() && own.length < since.length) views.push(view(own, 'zone'))
    if (isOpen()) {
      const pairs = yield* this.#twoAtOnce(own)
      if (pairs.length > 0) views.push(view(own, 'two', pairs))
    }
    return isOpen() ? views.reduce((best, one) => (one.open < best.open ? one : best)) : views.at(-1)!
  }

  /** The last repair after which something was as it should be that was not before; -1 where none was. */
  #helpedAt(evidence: readonly Evidence[]): number {
    const belief = new Belief(this.suspects, this.#tables)
    const odd = new Set<string>()
    let [helped, repair] = [-1, -1]
    for (const [at, one] of evidence.entries()) {
      if (one.is === 'repair') {
        repair = at
        continue
      }
      const key = one.is === 'room' ? `room:${one.zone} ${one.uncalled === true}` : keyOfAsk(one.ask, one.stand)
      if (belief.isOdd(one)) odd.add(key)
      else if (odd.delete(key)) helped = repair
    }
    return helped
  }

  /** Does what was seen tell anything of a zone? What another zone lacks, called without it, does not; what works there does. */
  #speaksOf(one: Evidence, zone: string): boolean {
    if (one.is === 'repair') return true
    if (one.is === 'room') return one.zone === zone || one.heats !== (one.uncalled === true)
    const { calls } = one.stand
    const others = calls.length > 0 && !calls.includes(zone)
    const at = this.asks.find(({ id }) => id === one.ask)?.zone
    if (!others && (at === undefined || at === zone)) return true
    const table = this.#tables.get(standKey(one.stand))
    const column = table?.asks.findIndex(({ id }) => id === one.ask) ?? -1
    return !table || column < 0 || isSame(one.shown, shownAt(table, WELL, column))
  }

  /**
   * The likeliest two things at once, with what they show worked out: told from what was seen before anything was put right, and
   * from what was seen since the last time.
   */
  *#twoAtOnce(evidence: readonly Evidence[]): Generator<number, Suspect[]> {
    const first = evidence.findIndex((one) => one.is === 'repair')
    const last = evidence.findLastIndex((one) => one.is === 'repair')
    const parts = first < 0 ? [evidence] : [evidence.slice(0, first), evidence.slice(last + 1)]
    const wanted = parts.flatMap((part) =>
      likeliestPairs(
        this.suspects,
        this.#tables,
        part.flatMap((one) => (one.is === 'repair' ? [] : [one])),
        MOST_PAIRS,
      ),
    )
    const pairs = [...new Map(wanted.map((one) => [one.id, one])).values()]
    const all = pairs.length * this.#tables.size
    let done = 0
    for (const [key, table] of this.#tables) {
      const missing = pairs.filter(({ id }) => !table.rows.has(id))
      if (missing.length === 0) continue
      const work = tableOf(this.#job, this.#base, missing, table.asks, table.stand)
      let next = work.next()
      for (; !next.done; next = work.next()) yield ++done / all
      this.#tables.set(key, { ...table, rows: new Map([...table.rows, ...next.value.rows]) })
    }
    return pairs
  }

  #left(placed: readonly Placed[]): UnitLeft[] {
    const units = new Map<string, { share: number; members: { says: string; share: number }[] }>()
    for (const { says, share, units: own } of placed)
      for (const unit of own) {
        const one = units.get(unit) ?? { share: 0, members: [] }
        one.share += share
        one.members.push({ says, share })
        units.set(unit, one)
      }
    return [...units]
      .map(([unit, { share, members }]) => ({
        unit,
        says: unitInWords(this.#job, unit),
        share,
        members: members.filter((one) => one.share > NAMED / 10).sort((a, b) => b.share - a.share),
      }))
      .sort((a, b) => b.share - a.share)
  }

  /** What is still worth telling apart. Two at once count for the likeliest unit, where it is one of theirs: that is put right first. */
  #open(placed: readonly Placed[], top: string | undefined): Open {
    const units: { says: string; share: number }[] = []
    const at = new Map<string, number>()
    const suspects = placed.flatMap(({ id, share, units: own }) => {
      const unit = own.find((one) => one === top) ?? own[0]!
      if (share < NEGLIGIBLE || unit === NONE) return []
      if (!at.has(unit)) at.set(unit, units.push({ says: unitInWords(this.#job, unit), share: 0 }) - 1)
      units[at.get(unit)!]!.share += share
      return [{ id, unit: at.get(unit)!, share }]
    })
    return { suspects, units, bits: entropy(normal(units.map(({ share }) => share))) }
  }

  #proposals(
    open: Open,
    stands: readonly Stand[],
    evidence: readonly Evidence[],
    where: Where,
    offers: (ask: Ask) => boolean,
  ): Weighed[] {
    const asked = new Set(evidence.flatMap((one) => (one.is === 'shown' ? [keyOfAsk(one.ask, one.stand)] : [])))
    const isNew = (ask: Ask, column: number, table: StandTable) =>
      !asked.has(keyOfAsk(ask.id, table.stand)) && !this.#isOldNews(open, ask, column, table, evidence)
    return ranked(
      stands.flatMap((stand) => {
        const table = this.#tables.get(standKey(stand))!
        return table.asks.flatMap((ask, column) =>
          offers(ask) && isNew(ask, column, table)
            ? (proposalOf(open, table, column, minutesTo(ask, stand, where)) ?? [])
            : [],
        )
      }),
    )
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

  /**
   * One rule to stop: to name the repair costs less than the cheapest ask that could change it. Where nothing is left to ask
   * and more than one unit is, they are shown together: the asks cannot part them, eyes and hands at their places can.
   */
  #decided(units: readonly UnitLeft[], open: Open, proposals: readonly Weighed[]): Omit<Findings, 'units' | 'several'> {
    const [top] = units
    const [next, ...others] = proposals
    const known = top !== undefined && top.unit !== NONE && top.unit !== WELL
    const risk = top ? (1 - top.share) * wrongRepair(this.#job, top.unit) : 0
    const first = open.units.findIndex(({ says }) => says === top?.says)
    const changes = proposals.filter(({ leads }) => leads.some((unit) => unit !== first))
    const cheapest = changes.reduce((least, { minutes }) => Math.min(least, minutes), Number.POSITIVE_INFINITY)
    if (known && top.share >= LEAST_SURE && (changes.length > 0 ? risk < cheapest : top.share >= SURE))
      return { next: undefined, others: proposals.slice(0, 4).map(told), here: [], repair: top, look: [] }
    if (next) {
      const isHere = ({ ask, stand }: Proposed) =>
        ask.place === next.ask.place && standKey(stand) === standKey(next.stand) && !isLive(ask)
      const here = others.filter((one) => isHere(one) && one.bits / one.ask.minutes >= LITTLE).slice(0, MOST_HERE)
      const elsewhere = others.filter((one) => !here.includes(one)).slice(0, 4)
      return { next: told(next), others: elsewhere.map(told), here: here.map(told), repair: undefined, look: [] }
    }
    let covered = 0
    const left = units.filter(({ share }) => {
      const wanted = covered < COVERED && share >= NAMED
      covered += share
      return wanted
    })
    const worth = ({ unit, share }: UnitLeft) => share / repairMinutes(this.#job, unit)
    return {
      next: undefined,
      others: [],
      here: [],
      repair: undefined,
      look: left.toSorted((a, b) => worth(b) - worth(a)),
    }
  }
}

/** A part of some work, from one share of the whole to another. */
function* within<T>(from: number, to: number, work: Generator<number, T>): Generator<number, T> {
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
    yield from + (to - from) * next.value
  }
}

/** A proposal as it is shown, its answers in words. */
const told = ({ leads: _, ...proposal }: Weighed): Proposed => proposal

/** A reading on live line voltage. */
const isLive = ({ line, power }: Ask): boolean => power && line === true

const isSame = (one: Shown, other: Shown): boolean =>
  one === other ||
  (typeof one === 'number' && typeof other === 'number' && Math.abs(one - other) <= 0.05 * Math.max(1, one, other))

/** Zones that are in trouble since the last repair first; those that were found well since are in none. */
function troubledNow(troubled: readonly string[], evidence: readonly Evidence[]): string[] {
  const since = evidence.slice(evidence.findLastIndex((one) => one.is === 'repair') + 1)
  // What was said of a room last counts.
  const rooms = new Map(since.flatMap((one) => (one.is === 'room' ? [[one.zone, one.heats && !one.uncalled]] : [])))
  const ill = [...rooms].flatMap(([zone, well]) => (well ? [] : [zone]))
  const left = [...new Set([...ill, ...troubled.filter((zone) => rooms.get(zone) !== true)])]
  return left.length > 0 ? left : [...troubled]
}

/** Where one is after what was done: the last stand, and whether the line was locked off since the power last went. */
function whereAfter(evidence: readonly Evidence[], asks: readonly Ask[], place: string | undefined): Where {
  const shown = evidence.flatMap((one) => (one.is === 'shown' ? [one] : []))
  const stand = shown.at(-1)?.stand
  if (stand?.power !== false) return { place, stand }
  const since = shown.slice(shown.findLastIndex((one) => one.stand.power) + 1)
  return { place, stand, locked: since.some((one) => asks.some(({ id, line }) => id === one.ask && line)) }
}

const renewedIn = (evidence: readonly Evidence[]): ReadonlySet<string> =>
  new Set(evidence.flatMap((one) => (one.is === 'repair' ? [one.unit] : [])))
const unitsOf = ({ unit, both }: Suspect): readonly string[] => both?.map((one) => one.unit) ?? [unit]

/** Chance of what nothing explains from which more than one thing is thought of, and how many pairs are worked out. */
const UNEXPLAINED = 0.5
/** Repairs in vain, since the last that helped, after which nothing more is thought of. */
const MOST_VAIN = 2
const MOST_PAIRS = 16
const keyOfAsk = (id: string, stand: Stand): string => `${id} @ ${standKey(stand)}`
/** Share of all weight that is thought of for a first thing to ask, while the rest is worked out. */
const COMMON = 0.9
/** Asks of one round beside the first, at most. */
const MOST_HERE = 3
/** Chance with which a unit is named though nothing is left to ask. */
const SURE = 0.9
/** Chance under which nothing is named while something is left to ask, however cheap it is to put right. */
const LEAST_SURE = 0.5
/** Share of the chance that the places to look at hold together. */
const COVERED = 0.95
/** A suspect under this share decides nothing. */
const NEGLIGIBLE = 1e-4
