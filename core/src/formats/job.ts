import { fail, type Result } from '../job/failure.ts'
import type { Job } from '../job/schema.ts'
import { validateJob } from '../job/validate.ts'

/** The text of a job file: JSON, two spaces, a final newline. */
export const writeJob = (job: Job): string => `${JSON.stringify(job, null, 2)}\n`

/** Reads the text of a job file; the inverse of `writeJob`. */
export function readJob(text: string): Result<Job> {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    return fail({
      code: 'job/json',
      where: '/',
      says: `This is not a job file: it is not JSON (${error instanceof Error ? error.message : 'unreadable'}).`,
      remedy: 'Choose a file that Civil Lantern exported.',
    })
  }
  return validateJob(value)
}
