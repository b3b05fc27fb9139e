import type { Job } from '../job/schema.ts'
import type { Finding } from './finding.ts'

/**
 * Findings that ask for something: more than notes, and not accepted. Apart from the rules, which a page has no need of to
 * count what they found.
 */
export const openFindings = (job: Job, findings: readonly Finding[]): Finding[] =>
  findings.filter(({ id, severity }) => severity !== 'tidy' && !job.accepted?.[id])
