import type { JobRow } from './api.ts'

/** When anybody last wrote something down on a job, or changed it. */
export const lastTouched = ({ summary, updatedAt }: Pick<JobRow, 'summary' | 'updatedAt'>): string =>
  summary?.last?.at ?? updatedAt

/** The other jobs at the site of one, the latest first: those of its address, or of its name where no address is written down. */
export function othersOfSite(jobs: readonly JobRow[], id: string): JobRow[] {
  const here = jobs.find((one) => one.id === id)
  if (!here) return []
  const name = (job: JobRow) => job.title.trim().toLowerCase()
  const together = (other: JobRow) =>
    here.summary?.site && other.summary?.site ? here.summary.site === other.summary.site : name(here) === name(other)
  return jobs
    .filter((other) => other.id !== id && other.shelf !== 'out' && together(other))
    .sort((a, b) => lastTouched(b).localeCompare(lastTouched(a)))
}
