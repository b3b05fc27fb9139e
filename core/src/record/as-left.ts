import { circuitIn } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import type { Entry } from './entry.ts'
import { foundOf } from './found.ts'
import { leftBehind } from './left-behind.ts'

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
  const { job } = foundOf(document, entries)
  const { open, wrong, moved } = leftBehind(document, entries)
  const left = [
    ...open.map((says) => `left open: ${says}`),
    ...wrong.map((says) => `left as it was: ${says}`),
    ...moved.map((says) => `left so: ${says}`),
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

/** Notes, and after them what must not be missed: where both are too long, the notes are cut. */
function notesWith(notes: string, left: string): string {
  const whole = [notes, left].filter(Boolean).join('\n')
  if (whole.length <= MOST_NOTES) return whole
  const room = MOST_NOTES - left.length - CUT.length - 1
  return `${notes.slice(0, Math.max(0, room))}${CUT}\n${left}`.slice(0, MOST_NOTES)
}
