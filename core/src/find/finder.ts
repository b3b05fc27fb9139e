import type { Job } from '../job/schema.ts'
import { loopsOf } from '../loops/loops.ts'
import { benchWith } from '../suppose/bench.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { type Ask, inOhms, type Shown } from './ask.ts'
import { askKind, asksIn, asksOf } from './asks/index.ts'
import { Belief } from './belief.ts'
import { type Evidence, standOf } from './evidence.ts'
import { bandsOf, entropy, normal } from './likelihood.ts'
import { minutesTo, repairMinutes, type Where, wrongRepair } from './minutes.ts'
import { bring, DEAD, type Stand, standKey, standsFor } from './stand.ts'
import { NONE, type Suspect, suspectsOf, unitInWords, WELL, type Weighing } from './suspects.ts'
import { type StandTable, shownAt, tableOf } from './table.ts'

/** What is left of a unit's chance, and what it could be. */
export interface UnitLeft {
  readonly unit: string
  readonly says: string
  readonly share: number
  readonly members: readonly { readonly says: string; readonly share: number }[]
}

/** What an answer would mean, before it is given. */
export interface Answer {
  readonly says: string
  readonly chance: number
  /** Units that would be left with a share worth naming. */
  readonly leaves: number
  readonly leads: string
}

export interface Proposed {
  readonly ask: Ask
  readonly stand: Stand
  /** Minutes with the walk, the change of who calls, and the power taken off or brought back. */
  readonly minutes: number
  readonly bits: number
  readonly answers: readonly Answer[]
}

export interface Findings {
  readonly units: readonly UnitLeft[]
  readonly next: Proposed | undefined
  /** Other things worth asking, dearer for what they tell. */
  readonly others: readonly Proposed[]
  /** The unit to put right now: naming it costs less than the cheapest ask that could change that. */
  readonly repair: UnitLeft | undefined
  /** Where nothing that can be asked parts what is left: where to look, the likeliest for its minutes first. */
  readonly look: readonly UnitLeft[]
}

/** A search over one plant: tables are made once a stand, belief is made anew from the evidence each time. */
export class Finder {
  readonly suspects: readonly Suspect[]
  readonly asks: readonly Ask[]
  readonly #job: Job
  readonly #base: readonly Supposition[]
  readonly #tables = new Map<string, StandTable>()

  /**
   * @param base what is already known to be wrong with the plant as found
   * @param weighing what moves the usual weights
   */
  constructor(job: Job, base: readonly Supposition[] = [], weighing: Weighing = {}) {
    this.#job = job
    this.#base = base
    this.suspects = suspectsOf(job, base, weighing)
    const bench = benchWith(job, base)
    bench.settle()
    const loops = loopsOf(bench, job)
    const dead = benchWith(job, base)
    dead.settle()
    bring(dead, job, DEAD)
    this.asks = asksOf({ job, bench, dead, loops })
  }

  /**
   * What may be wrong after all that was seen, and what to ask next.
   * @param troubled zones the complaint is about
   * @param place where the technician stands
   * @param offers which asks may be offered: not those refused, nor those for which there is no tool
   * @param quick only in the first of its stands, with what is worked out already: a first thing to ask while the rest is made
   * Yields the share of the work that is done.
   */
  *find(
    troubled: readonly string[],
    seen: readonly Evidence[],
    place?: string,
    offers: (ask: Ask) => boolean = () => true,
    quick = false,
  ): Generator<number, Findings> {
    const now = troubledNow(troubled, seen)
    const all = standsFor(this.#job, now)
    yield* this.#tabled(quick ? all.slice(0, 1) : all, now, quick ? [] : seen)
    const isReady = (stand: Stand) => this.#tables.has(standKey(stand))
    const stands = all.filter(isReady)
    const evidence = seen.filter((one) => one.is === 'repair' || isReady(standOf(one)))
    const made = new Belief(this.suspects, this.#tables)
    const belief = made.after(evidence)
    const idle = made.idle(evidence)
    const renewed = new Set(evidence.flatMap((one) => (one.is === 'repair' ? [one.unit] : [])))
    // What explains nothing of it is no more to it than nothing wrong at all; what still looks like a part that was renewed is
    // something else that looks like it.
    const unitOf = this.suspects.map(({ id, unit }) => (idle.has(id) ? WELL : renewed.has(unit) ? NONE : unit))
    const units = this.#left(belief, unitOf)
    const where = whereAfter(evidence, this.asks, place)
    const proposals = this.#proposals(this.#open(belief, unitOf), stands, evidence, where, offers)
    return { units, ...this.#decided(units, proposals) }
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

  /** Makes the tables that are wanted and not there yet. */
  *#tabled(stands: readonly Stand[], troubled: readonly string[], evidence: readonly Evidence[]) {
    const needed = new Map(stands.map((stand) => [standKey(stand), stand]))
    for (const one of evidence) if (one.is !== 'repair') needed.set(standKey(standOf(one)), standOf(one))
    // What was asked in a stand is in its table, whichever loop it is on.
    const asksFor = (stand: Stand) => {
      const asked = new Set(
        evidence.flatMap((one) => (one.is === 'shown' && standKey(one.stand) === standKey(stand) ? [one.ask] : [])),
      )
      const worth = new Set(asksIn(this.asks, stand, troubled))
      return this.asks.filter((ask) => worth.has(ask) || asked.has(ask.id))
    }
    const missing = [...needed.values()].filter((stand) => {
      const known = this.#tables.get(standKey(stand))
      return !known || asksFor(stand).some((ask) => !known.asks.includes(ask))
    })
    const all = missing.length * this.suspects.length
    let done = 0
    for (const stand of missing) {
      const work = tableOf(this.#job, this.#base, this.suspects, asksFor(stand), stand)
      let next = work.next()
      for (; !next.done; next = work.next()) if (++done % 25 === 0) yield done / all
      this.#tables.set(standKey(stand), next.value)
    }
  }

  #left(belief: readonly number[], unitOf: readonly string[]): UnitLeft[] {
    const units = new Map<string, { share: number; members: { says: string; share: number }[] }>()
    for (const [i, { says }] of this.suspects.entries()) {
      const unit = unitOf[i]!
      const one = units.get(unit) ?? { share: 0, members: [] }
      one.share += belief[i]!
      one.members.push({ says, share: belief[i]! })
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

  /** What is still worth telling apart. */
  #open(belief: readonly number[], unitOf: readonly string[]): Open {
    const units: { says: string; share: number }[] = []
    const at = new Map<string, number>()
    const suspects = this.suspects.flatMap(({ id }, i) => {
      const unit = unitOf[i]!
      const share = belief[i]!
      if (share < NEGLIGIBLE || unit === NONE) return []
      if (!at.has(unit)) at.set(unit, units.push({ says: unitInWords(this.#job, unit), share: 0 }) - 1)
      units[at.get(unit)!]!.share += share
      return [{ id, unit: at.get(unit)!, share }]
    })
    return { suspects, units, bits: entropy(normal(units.map(({ share }) => share))) }
  }

  /** Readings on live line voltage come last: only where nothing else tells anything. */
  #proposals(
    open: Open,
    stands: readonly Stand[],
    evidence: readonly Evidence[],
    where: Where,
    offers: (ask: Ask) => boolean,
  ): Proposed[] {
    const asked = new Set(evidence.flatMap((one) => (one.is === 'shown' ? [keyOfAsk(one.ask, one.stand)] : [])))
    const offered: Proposed[] = []
    for (const stand of stands) {
      const table = this.#tables.get(standKey(stand))!
      for (const [column, ask] of table.asks.entries())
        if (
          !asked.has(keyOfAsk(ask.id, stand)) &&
          offers(ask) &&
          !this.#isOldNews(open, ask, column, table, evidence)
        ) {
          const one = this.#proposal(open, table, column, minutesTo(ask, stand, where))
          if (one) offered.push(one)
        }
    }
    const worth = ({ bits, minutes }: Proposed) => bits / minutes
    offered.sort((a, b) => worth(b) - worth(a))
    const safe = offered.filter(({ ask, stand }) => !(ask.line && stand.power))
    return safe[0] && worth(safe[0]) >= LITTLE ? safe : offered
  }

  /** Would it show, of every suspect that is left, what it showed in another stand? Asked again it errs again the same way. */
  #isOldNews(open: Open, ask: Ask, column: number, table: StandTable, evidence: readonly Evidence[]): boolean {
    return evidence.some((one) => {
      if (one.is !== 'shown' || one.ask !== ask.id) return false
      const before = this.#tables.get(standKey(one.stand))!
      const at = before.asks.findIndex(({ id }) => id === ask.id)
      return open.suspects.every(({ id }) => isSame(shownAt(before, id, at), shownAt(table, id, column)))
    })
  }

  /** What an ask is expected to tell; nothing where that is noise. */
  #proposal(open: Open, table: StandTable, column: number, minutes: number): Proposed | undefined {
    const ask = table.asks[column]!
    const bands = bandsOf(
      open.suspects.map(({ id }) => shownAt(table, id, column)),
      inOhms(ask.ask),
    )
    if (bands.length < 2) return undefined
    const answers = bands.map(({ says, members }) => {
      const shares = new Float64Array(open.units.length)
      for (const at of members) shares[open.suspects[at]!.unit]! += open.suspects[at]!.share
      return { says, shares }
    })
    // What an answer says is held for true only as far as it can be trusted: it never tells quite all it seems to.
    const { trust } = askKind(ask.ask)
    const astray = (1 - trust) / (bands.length - 1)
    let after = 0
    for (const { shares } of answers) {
      const blurred = open.units.map(({ share }, i) => trust * shares[i]! + astray * (share - shares[i]!))
      const chance = blurred.reduce((sum, share) => sum + share, 0)
      after += chance * entropy(normal(blurred))
    }
    const bits = open.bits - after
    if (bits < LEAST_BITS) return undefined
    return { ask, stand: table.stand, minutes, bits, answers: answersOf(open, answers) }
  }

  /**
   * One rule to stop: to name the repair costs less than the cheapest ask that could change it. Where nothing is left to ask
   * and more than one unit is, they are shown together: the asks cannot part them, eyes and hands at their places can.
   */
  #decided(units: readonly UnitLeft[], proposals: readonly Proposed[]): Omit<Findings, 'units'> {
    const [top] = units
    const [next, ...others] = proposals
    const known = top !== undefined && top.unit !== NONE && top.unit !== WELL
    const risk = top ? (1 - top.share) * wrongRepair(top.unit) : 0
    const changes = proposals.filter(({ answers }) => answers.some(({ leads }) => leads !== top?.says))
    const cheapest = Math.min(...changes.map(({ minutes }) => minutes))
    if (known && top.share >= LEAST_SURE && (changes.length > 0 ? risk < cheapest : top.share >= SURE))
      return { next: undefined, others: proposals.slice(0, 4), repair: top, look: [] }
    if (next) return { next, others: others.slice(0, 4), repair: undefined, look: [] }
    let covered = 0
    const left = units.filter(({ share }) => {
      const wanted = covered < COVERED && share >= NAMED
      covered += share
      return wanted
    })
    const worth = ({ unit, share }: UnitLeft) => share / repairMinutes(unit)
    return { next, others: [], repair: undefined, look: left.toSorted((a, b) => worth(b) - worth(a)) }
  }
}

/** Suspects with a share worth counting, their units, and the bits that are open over these. */
interface Open {
  readonly suspects: readonly { readonly id: string; readonly unit: number; readonly share: number }[]
  readonly units: readonly { readonly says: string; readonly share: number }[]
  readonly bits: number
}

const answersOf = ({ units }: Open, bands: readonly { says: string; shares: Float64Array }[]): Answer[] =>
  bands
    .map(({ says, shares }) => {
      const chance = shares.reduce((sum, share) => sum + share, 0)
      const left = [...shares].map((share) => share / chance)
      return {
        says,
        chance,
        leaves: left.filter((share) => share >= NAMED).length,
        leads: units[left.indexOf(Math.max(...left))]!.says,
      }
    })
    .sort((a, b) => b.chance - a.chance)

const isSame = (one: Shown, other: Shown): boolean =>
  one === other ||
  (typeof one === 'number' && typeof other === 'number' && Math.abs(one - other) <= 0.05 * Math.max(1, one, other))

/** Zones that are in trouble since the last repair first; those that were found well since are in none. */
function troubledNow(troubled: readonly string[], evidence: readonly Evidence[]): string[] {
  const since = evidence.slice(evidence.findLastIndex((one) => one.is === 'repair') + 1)
  const rooms = since.flatMap((one) => (one.is === 'room' ? [one] : []))
  const ill = rooms.filter(({ heats, uncalled }) => !heats || uncalled).map(({ zone }) => zone)
  const well = rooms.filter(({ heats, uncalled }) => heats && !uncalled).map(({ zone }) => zone)
  const left = [...new Set([...ill, ...troubled.filter((zone) => !well.includes(zone))])]
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

const keyOfAsk = (id: string, stand: Stand): string => `${id} @ ${standKey(stand)}`
/** Chance with which a unit is named though nothing is left to ask. */
const SURE = 0.9
/** Chance under which nothing is named while something is left to ask, however cheap it is to put right. */
const LEAST_SURE = 0.5
/** Bits a minute under which what is asked dead or at low voltage parts nothing any more: only then is live line voltage read. */
const LITTLE = 0.05
/** Share of the chance that the places to look at hold together. */
const COVERED = 0.95
/** A suspect under this share decides nothing. */
const NEGLIGIBLE = 1e-4
/** A share under which a unit is not worth naming. */
const NAMED = 0.02
/** An ask that tells less than this is noise, bits. */
const LEAST_BITS = 0.01
