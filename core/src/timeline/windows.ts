import { figuresOf } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { unaltered } from '../motion/alterations.ts'
import { type Chronicle, type Doing, replay, type Start } from '../motion/chronicle.ts'
import type { Happening } from '../motion/happening.ts'
import { kindOf } from '../parts/index.ts'

/** Something that should happen, when at the earliest and at the latest if every part is sound; seconds. */
export interface Window {
  readonly part: string
  readonly says: string
  /** Which tell of the part, whether it begins or ends, and the how manieth time. */
  readonly key: string
  readonly usual: number
  readonly earliest: number
  readonly latest: number
}

/** By which share sound parts differ in their times where the kind does not say: a fifth. */
const SPREAD = 0.2

/** The job with every part as quick, or as slow, as a sound one of its kind may be. @param way -1 quick, 1 slow */
export function spread(job: Job, way: -1 | 1): Job {
  const parts: Job['parts'] = {}
  for (const [id, part] of Object.entries(job.parts)) {
    const kind = kindOf(part)
    const own = kind ? figuresOf(kind, part.figures) : {}
    const times = Object.entries(kind?.figures ?? {}).filter(([, { unit }]) => unit === 's')
    const figures = Object.fromEntries(
      times.map(([name, { spread: share = SPREAD }]) => [name, own[name]! * (1 + way * share)]),
    )
    parts[id] = times.length === 0 ? part : { ...part, figures: { ...part.figures, ...figures } }
  }
  return { ...job, parts }
}

/** Happenings by what they are and the how manieth of their sort they are. */
export function counted(trace: readonly Happening[]): Map<string, Happening> {
  const times = new Map<string, number>()
  const found = new Map<string, Happening>()
  for (const happening of trace) {
    const { part, tell, says } = happening
    const sort = `${part} ${tell ? `${tell.index} ${tell.begins}` : says}`
    const nth = (times.get(sort) ?? 0) + 1
    times.set(sort, nth)
    found.set(`${sort} ${nth}`, happening)
  }
  return found
}

/**
 * Everything that should have happened since the chronicle began and will yet happen, if all wires and parts were sound:
 * the same hands at the same moments, with parts as given, at their quickest and at their slowest.
 */
export const windowsOf = ({ first, start, doings }: Chronicle): Window[] => windows(first, start, doings)

export function windows(job: Job, { settings = {}, now = 0 }: Start, doings: readonly Doing[]): Window[] {
  const run = (made: (some: Job) => Job) =>
    counted(
      replay(
        made(job),
        { settings, now },
        doings.map((doing) => sound(doing, made)),
        Number.POSITIVE_INFINITY,
      ).trace,
    )
  const [usual, quick, slow] = [run((some) => some), run((some) => spread(some, -1)), run((some) => spread(some, 1))]
  return [...usual].map(([key, { part, says, at }]) => {
    const [a, b] = [quick.get(key)?.at ?? at, slow.get(key)?.at ?? at]
    // A slower part may let another be asked sooner: the window holds all three.
    return { key, part, says, usual: at, earliest: Math.min(a, b, at), latest: Math.max(a, b, at) }
  })
}

/** The same doing where nothing is ever wrong. */
function sound(doing: Doing, made: (job: Job) => Job): Doing {
  if ('wired' in doing) return { wired: made(doing.wired), alterations: unaltered }
  return 'alterations' in doing ? { alterations: unaltered } : doing
}
