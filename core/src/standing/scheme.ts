import { findingsOf, openFindings } from '../checks/index.ts'
import { plannedJob } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import { type StageStanding, untouched } from './stage.ts'

/** Holds the plan against every rule: a few milliseconds for a small job. */
export function scheme(document: Document): StageStanding {
  if (Object.keys(document.planned.parts).length === 0) return untouched('Nothing is wired yet.')
  const job = plannedJob(document)
  const findings = openFindings(job, findingsOf(job)).length
  return {
    at: 'done',
    findings,
    says:
      findings === 0
        ? 'Wired, and no rule objects.'
        : findings === 1
          ? 'Wired; one finding.'
          : `Wired; ${findings} findings.`,
  }
}
