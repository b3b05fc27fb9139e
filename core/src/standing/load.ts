import { plannedJob } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import { type AtWorst, atWorst } from '../load/budget.ts'
import { contactLoads, isTooMuch } from '../load/contacts.ts'
import { whoCallsInWords } from '../load/full-calls.ts'
import { ampsOver } from '../load/verdict.ts'
import { clockWords } from '../timeline/clock-words.ts'
import { labelOf } from '../words/words.ts'
import { type StageStanding, untouched } from './stage.ts'

/** Does every transformer, contact and fuse carry what hangs on it at worst, and does every valve get the volts it needs? */
export function load(document: Document): StageStanding {
  const job = plannedJob(document)
  if (Object.keys(job.wires).length === 0) return untouched('Nothing is wired yet.')
  const sources = atWorst(job)
  const carries = ({ va, rated, zones, brief }: AtWorst) =>
    `${va.toFixed(0)} of ${rated} VA${brief === undefined ? '' : ` for ${clockWords(brief)}`} when ${whoCallsInWords(job, zones)}`
  const contacts = contactLoads(job)
  const troubles = [
    ...sources
      .filter(({ va, rated, brief }) => va > rated && brief === undefined)
      .map((one) => `${labelOf(job, one.part)}: ${carries(one)}.`),
    ...sources
      .flatMap(({ starved }) => starved)
      .map(
        ({ part, volts, needs }) =>
          `${labelOf(job, part)} gets ${volts.toFixed(1)} V at worst, and needs ${needs} V to start.`,
      ),
    ...contacts
      .filter(isTooMuch)
      .map((one) => `${labelOf(job, one.part)} carries ${ampsOver(one)}, and may carry ${one.may} A.`),
  ]
  if (troubles.length > 0) return { at: 'begun', findings: troubles.length, says: troubles[0]! }
  const [one] = sources
  const fuse = contacts.find(({ guards }) => guards)
  const says = one
    ? `${labelOf(job, one.part)} carries ${carries(one)}.`
    : fuse
      ? `${labelOf(job, fuse.part)} carries ${fuse.amps.toFixed(2)} of ${fuse.may} A when ${whoCallsInWords(job, fuse.zones)}.`
      : 'No transformer carries anything here.'
  return { at: 'done', findings: 0, says }
}
