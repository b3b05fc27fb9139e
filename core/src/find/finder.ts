import type { Job } from '../job/schema.ts'
import { loopsOf } from '../loops/loops.ts'
import { benchWith } from '../suppose/bench.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { type Ask, asksIn, asksOf, type Stand, standKey, standsFor } from './ask.ts'
import { bandOf, entropy, likelihood, normal } from './likelihood.ts'
import { MINUTES, repairMinutes } from './minutes.ts'
import { NONE, type Suspect, suspectsOf, unitInWords, WELL } from './suspects.ts'
import { type Shown, type StandTable, tableOf } from './table.ts'

/** What happened in a search: a room that heats or stays cold when its zone calls, what an ask showed, a unit put right. */
export type Evidence =
  | { readonly is: 'room'; readonly zone: string; readonly heats: boolean }
  | { readonly is: 'shown'; readonly ask: string; readonly stand: Stand; readonly shown: Shown }
  | { readonly is: 'repair'; readonly unit: string }

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
  /** Minutes with the walk and the change of who calls. */
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

  /** @param base what is already known to be wrong with the plant as found */
  constructor(job: Job, base: readonly Supposition[] = []) {
    this.#job = job
    this.#base = base
    this.suspects = suspectsOf(job, base)
    const bench = benchWith(job, base)
    bench.settle()
    this.asks = asksOf(job, loopsOf(bench, job))
  }

  /**
   * What may be wrong after all that was seen, and what to ask next.
   * @param cold zones the complaint is about
   * @param place where the technician stands
   * @param offers which asks may be offered: not those refused, nor those for which there is no tool
   * Yields the share of the work that is done.
   */
  *find(
    cold: readonly string[],
    evidence: readonly Evidence[],
    place?: string,
    offers: (ask: Ask) => boolean = () => true,
  ): Generator<number, Findings> {
    const stands = standsFor(this.#job, cold)
    const needed = new Map(stands.map((stand) => [standKey(stand), stand]))
    for (const one of evidence) {
      if (one.is === 'repair') continue
      const stand = one.is === 'room' ? [one.zone] : one.stand
      needed.set(standKey(stand), stand)
    }
    // What was asked in a stand is in its table, whichever loop it is on.
    const asksFor = (stand: Stand) => {
      const asked = new Set(
        evidence.flatMap((one) => (one.is === 'shown' && standKey(one.stand) === standKey(stand) ? [one.ask] : [])),
      )
      const worth = new Set(asksIn(this.asks, stand, cold))
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
    const belief = this.#belief(evidence)
    const units = this.#units(belief)
    const proposals = this.#proposals(belief, stands, evidence, place, offers)
    return { units, ...this.#decided(units, proposals) }
  }

  /**
   * The chance of every suspect, by Bayes: weights, then each thing that was seen, in its order. A repair moves what its unit
   * had to *nothing wrong*, but for the chance that the new one is no better; what was seen before counts on for all others.
   */
  #belief(evidence: readonly Evidence[]): number[] {
    let logs = this.suspects.map(({ weight }) => Math.log(weight))
    for (const one of evidence) {
      if (one.is === 'repair') {
        logs = this.#repaired(logs, one.unit)
        continue
      }
      const stand = one.is === 'room' ? [one.zone] : one.stand
      const table = this.#tables.get(standKey(stand))!
      const column = one.is === 'room' ? -1 : table.asks.findIndex(({ id }) => id === one.ask)
      if (one.is === 'shown' && column < 0) continue
      for (const [i, { id }] of this.suspects.entries()) {
        const chance =
          id === NONE
            ? likelihood.ofAnything(one)
            : one.is === 'room'
              ? likelihood.ofRoom(one.heats, table.heats.get(id)!.has(one.zone))
              : likelihood.ofShown(one.shown, table.shows.get(id)![column]!)
        logs[i]! += Math.log(chance)
      }
    }
    return shares(logs)
  }

  #repaired(logs: readonly number[], unit: string): number[] {
    const before = shares(logs)
    const had = this.suspects.reduce((sum, one, i) => sum + (one.unit === unit ? before[i]! : 0), 0)
    return this.suspects.map((one, i) => {
      if (one.unit === unit) return Math.log(BAD_AGAIN * before[i]! + TINY)
      return Math.log(before[i]! + (one.id === WELL ? (1 - BAD_AGAIN) * had : 0) + TINY)
    })
  }

  #units(belief: readonly number[]): UnitLeft[] {
    const units = new Map<string, { share: number; members: { says: string; share: number }[] }>()
    for (const [i, { unit, says }] of this.suspects.entries()) {
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

  #proposals(
    belief: readonly number[],
    stands: readonly Stand[],
    evidence: readonly Evidence[],
    place: string | undefined,
    offers: (ask: Ask) => boolean,
  ): Proposed[] {
    const asked = new Set(
      evidence.flatMap((one) => (one.is === 'shown' ? [`${one.ask} @ ${standKey(one.stand)}`] : [])),
    )
    const last = evidence.findLast((one) => one.is === 'shown')
    const now = last?.is === 'shown' ? standKey(last.stand) : undefined
    const units = [...new Set(this.suspects.map(({ unit }) => unit))]
    const unitAt = this.suspects.map(({ unit }) => units.indexOf(unit))
    const before = entropy(summedBy(unitAt, units.length, belief))
    const found: Proposed[] = []
    for (const stand of stands) {
      const table = this.#tables.get(standKey(stand))!
      for (const [column, ask] of table.asks.entries()) {
        if (asked.has(`${ask.id} @ ${standKey(stand)}`) || !offers(ask)) continue
        const bands = new Map<string, { says: string; shares: Float64Array; chance: number }>()
        for (const [i, { id }] of this.suspects.entries()) {
          if (belief[i]! < 1e-7 || id === NONE) continue
          const { key, says } = bandOf(ask, table.shows.get(id)![column]!)
          const band = bands.get(key) ?? { says, shares: new Float64Array(units.length), chance: 0 }
          band.shares[unitAt[i]!]! += belief[i]!
          band.chance += belief[i]!
          bands.set(key, band)
        }
        if (bands.size < 2) continue
        let after = 0
        for (const { shares, chance } of bands.values()) after += chance * entropy(normal([...shares]))
        // A reading may mislead, so it never tells quite all it seems to.
        const bits = Math.max(0, likelihood.TRUSTED * (before - after))
        if (bits < LEAST_BITS) continue
        const walk = place === undefined || place === ask.place ? 0 : MINUTES.walk
        const minutes = ask.minutes + walk + (now === standKey(stand) ? 0 : MINUTES.call)
        found.push({ ask, stand, minutes, bits, answers: this.#answers([...bands.values()], units) })
      }
    }
    return found.sort((a, b) => b.bits / b.minutes - a.bits / a.minutes)
  }

  #answers(
    bands: readonly { says: string; shares: Float64Array; chance: number }[],
    units: readonly string[],
  ): Answer[] {
    return bands
      .map(({ says, shares, chance }) => {
        const left = [...shares].map((share) => share / chance)
        const top = left.indexOf(Math.max(...left))
        return {
          says,
          chance,
          leaves: left.filter((share) => share >= NAMED).length,
          leads: unitInWords(this.#job, units[top]!),
        }
      })
      .sort((a, b) => b.chance - a.chance)
  }

  /**
   * One rule to stop: to name the repair costs less than the cheapest ask that could change it. Where nothing is left to ask
   * and more than one unit is, they are shown together: the asks cannot part them, eyes and hands at their places can.
   */
  #decided(units: readonly UnitLeft[], proposals: readonly Proposed[]): Omit<Findings, 'units'> {
    const [top] = units
    const [next, ...others] = proposals
    const known = top !== undefined && top.unit !== NONE && top.unit !== WELL
    const risk = top ? (1 - top.share) * repairMinutes(top.unit) : 0
    if (known && (next ? risk < next.minutes : top.share >= SURE))
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

/** Chance with which a unit is named though nothing is left to ask. */
const SURE = 0.9
/** Share of the chance that the places to look at hold together. */
const COVERED = 0.95
/** Chance that what was put in or remade is no better than what it replaced. */
const BAD_AGAIN = 0.05
/** Nothing is ever wholly impossible. */
const TINY = 1e-12

function shares(logs: readonly number[]): number[] {
  const most = Math.max(...logs)
  return normal(logs.map((log) => Math.exp(log - most)))
}

/** A share under which a unit is not worth naming. */
const NAMED = 0.02
/** An ask that tells less than this is noise, bits. */
const LEAST_BITS = 0.01

function summedBy(at: readonly number[], count: number, shares: readonly number[]): number[] {
  const sums = Array<number>(count).fill(0)
  for (const [i, share] of shares.entries()) sums[at[i]!]! += share
  return sums
}
