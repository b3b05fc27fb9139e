import { figuresOf } from '../circuit/netlist.ts'
import { circuitIn } from '../job/document.ts'
import type { Document, Job } from '../job/schema.ts'
import type { Settings } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { suppositionInWords } from '../suppose/index.ts'
import { labelOf } from '../words/words.ts'
import type { Entry } from './entry.ts'
import { foundOf } from './found.ts'
import { handInWords } from './kinds/seen.ts'

const MOST_NOTES = 4000
const CUT = '… (the rest is in the notes of the visit before)'

/**
 * A new visit's document from the wall as the last one left it: plan and wall are what hung there at the end, the survey comes
 * along, complaint and task do not. What was left open, broken, parked or switched is told in the notes, for no entry comes
 * along to say it.
 *
 * @returns undefined where nobody has been at that wall: then there is only a plan
 * @example asLeft(document, entries)?.before // the circuit as found at the end
 */
export function asLeft(document: Document, entries: readonly Entry[]): Document | undefined {
  if (document.before === null) return undefined
  const { job, open } = foundOf(document, entries)
  // What an open action did is told as the action, and not once more as what it left.
  const waiting = new Set(open.map(({ entry }) => entry.id))
  const { supposed, hands } = foundOf(
    document,
    entries.filter(({ id }) => !waiting.has(id)),
  )
  const left = [
    ...open.map(({ says }) => `left open: ${says}`),
    ...supposed.map((one) => `left as it was: ${suppositionInWords(job, one)}`),
    ...moved(job, hands).map((says) => `left so: ${says}`),
  ]
  const circuit = circuitIn(job)
  const { site, survey } = document
  return {
    ...document,
    task: '',
    site: { ...site, notes: notesWith(site.notes, left.join('\n')) },
    survey: { ...survey, complaints: '' },
    planned: circuit,
    before: circuitIn(circuit),
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
      .map(([state, value]) => `${labelOf(job, id)}: ${handInWords(kind.kind, state, value)}`)
  })
}

/** Notes, and after them what must not be missed: where both are too long, the notes are cut. */
function notesWith(notes: string, left: string): string {
  const whole = [notes, left].filter(Boolean).join('\n')
  if (whole.length <= MOST_NOTES) return whole
  const room = MOST_NOTES - left.length - CUT.length - 1
  return `${notes.slice(0, Math.max(0, room))}${CUT}\n${left}`.slice(0, MOST_NOTES)
}
