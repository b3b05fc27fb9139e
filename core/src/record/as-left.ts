import { circuitIn } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import { suppositionInWords } from '../suppose/index.ts'
import type { Entry } from './entry.ts'
import { foundOf } from './found.ts'

const MOST_NOTES = 4000

/**
 * A new visit's document from the wall as the last one left it: plan and wall are what hung there at the end, the survey comes
 * along, complaint and task do not. What was left broken or open is told in the notes, for no entry comes along to say it.
 *
 * @returns undefined where nobody has been at that wall: then there is only a plan
 * @example asLeft(document, entries)?.before // the circuit as found at the end
 */
export function asLeft(document: Document, entries: readonly Entry[]): Document | undefined {
  if (document.before === null) return undefined
  const { job, supposed, open } = foundOf(document, entries)
  const left = [
    ...open.map(({ says }) => `left open: ${says}`),
    ...supposed.map((one) => `left as it was: ${suppositionInWords(job, one)}`),
  ]
  const circuit = circuitIn(job)
  const { site, survey } = document
  return {
    ...document,
    task: '',
    site: { ...site, notes: [site.notes, ...left].filter(Boolean).join('\n').slice(0, MOST_NOTES) },
    survey: { ...survey, complaints: '' },
    planned: circuit,
    before: circuitIn(circuit),
  }
}
