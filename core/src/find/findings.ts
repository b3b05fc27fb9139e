import type { Job } from '../job/schema.ts'
import { isLive } from './ask.ts'
import { entropy, normal } from './likelihood.ts'
import { repairMinutes, wrongRepair } from './minutes.ts'
import { dearer, LITTLE, NAMED, type Open, type Proposed, type Weighed } from './proposals.ts'
import { standKey } from './stand.ts'
import { NONE, unitInWords, WELL } from './suspects.ts'
import type { Placed, Several } from './views.ts'

/** What is left of a unit's chance, and what it could be. */
export interface UnitLeft {
  readonly unit: string
  readonly says: string
  readonly share: number
  readonly members: readonly { readonly says: string; readonly share: number }[]
}

/** An ask that is offered, and the minutes it costs beyond what the best would take to tell as much. */
export interface Offered extends Proposed {
  readonly dearer: number
}

export interface Findings {
  /** No single thing explains all that was seen. */
  readonly several?: Several
  readonly units: readonly UnitLeft[]
  readonly next: Offered | undefined
  /** Other things worth asking, dearer for what they tell. */
  readonly others: readonly Offered[]
  /** What else is worth asking in the same place and stand, without a step: dealt with in one round there. */
  readonly here: readonly Offered[]
  /** The unit to put right now: naming it costs less than the cheapest ask that could change that. */
  readonly repair: UnitLeft | undefined
  /** Where nothing that can be asked parts what is left: where to look, the likeliest for its minutes first. */
  readonly look: readonly UnitLeft[]
}

/** The units that are left, the likeliest first. */
export function leftOf(job: Job, placed: readonly Placed[]): UnitLeft[] {
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
      says: unitInWords(job, unit),
      share,
      members: members.filter((one) => one.share > NAMED / 10).sort((a, b) => b.share - a.share),
    }))
    .sort((a, b) => b.share - a.share)
}

/** What is still worth telling apart. Two at once count for the likeliest unit, where it is one of theirs: that is put right first. */
export function openOf(job: Job, placed: readonly Placed[], top: string | undefined): Open {
  const units: { says: string; share: number }[] = []
  const at = new Map<string, number>()
  const suspects = placed.flatMap(({ id, share, units: own }) => {
    const unit = own.find((one) => one === top) ?? own[0]!
    if (share < NEGLIGIBLE || unit === NONE) return []
    if (!at.has(unit)) at.set(unit, units.push({ says: unitInWords(job, unit), share: 0 }) - 1)
    units[at.get(unit)!]!.share += share
    return [{ id, unit: at.get(unit)!, share }]
  })
  return { suspects, units, bits: entropy(normal(units.map(({ share }) => share))) }
}

/**
 * One rule to stop: to name the repair costs less than the cheapest ask that could change it. Where nothing is left to ask
 * and more than one unit is, they are shown together: the asks cannot part them, eyes and hands at their places can.
 * @param proposals in the order in which they are offered
 * @param best what tells most for a minute, where something else is offered first
 */
export function decided(
  job: Job,
  units: readonly UnitLeft[],
  open: Open,
  proposals: readonly Weighed[],
  best: Weighed | undefined = proposals[0],
): Omit<Findings, 'units' | 'several'> {
  const [top] = units
  /** As it is shown, its answers in words. */
  const told = ({ leads: _, parts: _parts, ...proposal }: Weighed): Offered => ({
    ...proposal,
    dearer: best ? dearer(proposal, best) : 0,
  })
  const [next, ...others] = proposals
  const known = top !== undefined && top.unit !== NONE && top.unit !== WELL
  const risk = top ? (1 - top.share) * wrongRepair(job, top.unit) : 0
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
  const worth = ({ unit, share }: UnitLeft) => share / repairMinutes(job, unit)
  return {
    next: undefined,
    others: [],
    here: [],
    repair: undefined,
    look: left.toSorted((a, b) => worth(b) - worth(a)),
  }
}

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
