import { plannedJob } from '../job/document.ts'
import type { Document, Job } from '../job/schema.ts'
import type { Entry } from '../record/entry.ts'
import type { Found } from '../record/found.ts'
import { foundOf } from '../record/found.ts'
import { fittingSchemes, wiredBy } from '../schemes/index.ts'
import { type Beep, nextBeep } from './beeps.ts'
import { DeadWall } from './dead-wall.ts'
import { type Deduction, deduce } from './deduce.ts'
import { factsOf, type WallFacts } from './facts.ts'
import { nodesOf } from './nodes.ts'
import { type Oddity, oddities, stillToFind } from './odd.ts'
import { nextRound, type SourceRound } from './rounds.ts'

/** All that can be said of a wall whose conductors nobody has followed to their ends. */
export interface Tracing extends Deduction {
  readonly facts: WallFacts
  readonly odd: readonly Oddity[]
  /** Devices that were surveyed and are not written down yet. */
  readonly missing: ReturnType<typeof stillToFind>
  /** What to beep next, what the meter shows there where the two are not joined, and the parts that lie between them then. */
  readonly beep: (Beep & { readonly elseShows: string; readonly between: readonly string[] }) | undefined
}

/** The round of readings, everything on or one thing switched off, that settles most of what is still open. */
export const roundFor = ({ facts, ...deduction }: Tracing): SourceRound | undefined =>
  nextRound(facts.job, deduction, facts)

/**
 * Traces a wall: from what was seen and measured there, and from the plan or, where there is none, from every way of wiring
 * that fits the survey.
 */
export function tracingOf(document: Document, entries: readonly Entry[]): Tracing {
  const found = foundOf(document, entries)
  return traced(found, factsOf(found, entries), waysOf(plannedJob(document)))
}

/** A wall all of whose conductors were seen, as a file without entries has it. @param written places all of which it holds */
export function tracingOfJob(job: Job, written: readonly string[]): Tracing {
  const conductors = Object.fromEntries(Object.keys(job.wires).map((wire) => [wire, 'seen' as const]))
  const facts = factsOf({ job, conductors }, [])
  return traced({ job }, { ...facts, written: new Set(written) }, waysOf({ ...job, wires: {} }))
}

const waysOf = (plan: Job): Job[] =>
  Object.keys(plan.wires).length > 0 ? [plan] : fittingSchemes(plan).map((scheme) => wiredBy(plan, scheme))

function traced({ job }: Pick<Found, 'job'>, facts: WallFacts, ways: readonly Job[]): Tracing {
  const isOpen = facts.ends.length > 0
  const wall = isOpen ? new DeadWall(job) : undefined
  const nodes = nodesOf(job)
  const low = wall?.lowPairs(nodes) ?? []
  const deduction = deduce(facts, ways, low)
  const beep = nextBeep(deduction, facts, low, wall?.live(nodes))
  return {
    ...deduction,
    facts,
    odd: oddities(job, deduction.joined),
    missing: stillToFind(job),
    beep: beep && {
      ...beep,
      elseShows: wall?.ohms(beep.from, beep.to).shows ?? 'OL',
      between: wall?.between(beep.from, beep.to) ?? [],
    },
  }
}
