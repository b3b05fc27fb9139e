import type { JobRow } from '../../data/api.ts'

export type Sieve = 'all' | 'waits' | 'findings' | 'away' | 'out'
export type Order = 'touched' | 'name' | 'findings'

/** Which jobs of the board a button shows. What is put away or taken out is on none of the others. */
const sieves: Readonly<Record<Sieve, (job: JobRow) => boolean>> = {
  all: ({ shelf }) => shelf === 'open',
  waits: ({ shelf, summary }) => shelf === 'open' && (summary?.waits ?? 0) > 0,
  findings: ({ shelf, summary }) => shelf === 'open' && (summary?.findings ?? 0) > 0,
  away: ({ shelf }) => shelf === 'away',
  out: ({ shelf }) => shelf === 'out',
}

const orders: Readonly<Record<Order, (a: JobRow, b: JobRow) => number>> = {
  touched: (a, b) => (a.updatedAt < b.updatedAt ? 1 : -1),
  name: (a, b) => a.title.localeCompare(b.title) || (a.updatedAt < b.updatedAt ? 1 : -1),
  findings: (a, b) => (b.summary?.findings ?? 0) - (a.summary?.findings ?? 0) || (a.updatedAt < b.updatedAt ? 1 : -1),
}

/** How many jobs each button would show. */
export const counted = (jobs: readonly JobRow[]): Record<Sieve, number> =>
  Object.fromEntries(Object.entries(sieves).map(([sieve, passes]) => [sieve, jobs.filter(passes).length])) as Record<
    Sieve,
    number
  >

/** Jobs that pass a sieve and hold every word of a search somewhere, in an order. */
export function shownOf(jobs: readonly JobRow[], sieve: Sieve, search: string, order: Order): JobRow[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  return jobs
    .filter(sieves[sieve])
    .filter(({ title, task, summary }) => {
      const text = summary?.search ?? `${title} ${task}`.toLowerCase()
      return words.every((word) => text.includes(word))
    })
    .sort(orders[order])
}

const few = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten', 'Eleven', 'Twelve']
const counts = (n: number) => few[n] ?? String(n)

/** The board's own verdict: how many jobs, and how many want somebody. */
export function boardSays(jobs: readonly JobRow[]): string {
  const { all, waits, findings } = counted(jobs)
  if (jobs.length === 0) return 'No jobs yet.'
  if (all === 0) return 'Every job is put away.'
  const first = `${counts(all)} ${all === 1 ? 'job' : 'jobs'}.`
  const waiting = waits === 0 ? '' : ` ${counts(waits)} ${waits === 1 ? 'waits' : 'wait'} for somebody.`
  const only = findings - waits
  const found = only <= 0 ? '' : ` ${counts(only)} more ${only === 1 ? 'has' : 'have'} findings.`
  return `${first}${waiting}${waits === 0 ? found.replace(' more', '') : found}`
}
