import { figuresOf } from '../circuit/netlist.ts'
import type { Document, Job } from '../job/schema.ts'
import type { Settings } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { suppositionInWords } from '../suppose/index.ts'
import { labelOf } from '../words/words.ts'
import type { Entry } from './entry.ts'
import { foundOf } from './found.ts'
import { handInWords } from './kinds/seen.ts'

/** How a wall is left, in words: what waits to be put back, what is wrong, what hands have moved. */
export interface LeftBehind {
  readonly open: readonly string[]
  readonly wrong: readonly string[]
  readonly moved: readonly string[]
}

/**
 * What the next who comes to a wall has to know of it, and what nobody sees who looks at its wiring.
 * @example leftBehind(document, entries).moved // ['Valve 1: manual lever parked open']
 */
export function leftBehind(document: Document, entries: readonly Entry[]): LeftBehind {
  const { job, open } = foundOf(document, entries)
  // What an open action did is told as the action, and not once more as what it left.
  const waiting = new Set(open.map(({ entry }) => entry.id))
  const others = foundOf(
    document,
    entries.filter(({ id }) => !waiting.has(id)),
  )
  return {
    open: open.map(({ says }) => says),
    wrong: others.supposed.map((one) => suppositionInWords(job, one)),
    moved: moved(job, others.hands),
  }
}

/** Levers, switches and dials that do not stand as they come, in words. A call is over with the visit. */
function moved(job: Job, hands: Settings): string[] {
  return Object.entries(hands).flatMap(([id, states]) => {
    const part = job.parts[id]
    const kind = part && kindOf(part)
    if (!kind) return []
    const comes = { ...kind.state, ...kind.begins?.(figuresOf(kind, part.figures)) }
    const calls = [kind.roles.calling, ...Object.values(kind.roles.outputs ?? {})]
    return Object.entries(states)
      .filter(([state, value]) => state in comes && comes[state] !== value && !calls.includes(state))
      .map(([state, value]) => `${labelOf(job, id)}: ${handInWords(part, state, value)}`)
  })
}
