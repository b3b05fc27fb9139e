import { plannedJob } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import { atWorst } from '../load/budget.ts'
import { contactLoads } from '../load/contacts.ts'
import { whoCallsInWords } from '../load/full-calls.ts'
import { labelOf } from '../words/words.ts'
import { type StageStanding, untouched } from './stage.ts'

/** Does every transformer, contact and fuse carry what hangs on it at worst, and does every valve get the volts it needs? */
export function load(document: Document): StageStanding {
  const job = plannedJob(document)
  if (Object.keys(job.wires).length === 0) return untouched('Nothing is wired yet.')
  const sources = atWorst(job)
  const carries = ({ va, rated, zones }: (typeof sources)[number]) =>
    `${va.toFixed(0)} of ${rated} VA when ${whoCallsInWords(job, zones)}`
  const troubles = [
    ...sources.filter(({ va, rated }) => va > rated).map((one) => `${labelOf(job, one.part)}: ${carries(one)}.`),
    ...sources
      .flatMap(({ starved }) => starved)
      .map(
        ({ part, volts, needs }) =>
          `${labelOf(job, part)} gets ${volts.toFixed(1)} V at worst, and needs ${needs} V to start.`,
      ),
    ...contactLoads(job)
      .filter(({ amps, may }) => amps > may)
      .map(({ part, amps, may }) => `${labelOf(job, part)} carries ${amps.toFixed(1)} A, and may carry ${may} A.`),
  ]
  if (troubles.length > 0) return { at: 'begun', findings: troubles.length, says: troubles[0]! }
  const [one] = sources
  return {
    at: 'done',
    findings: 0,
    says: one ? `${labelOf(job, one.part)} carries ${carries(one)}.` : 'No transformer carries anything here.',
  }
}
