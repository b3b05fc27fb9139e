import type { Job } from '../job/schema.ts'
import { pointInWords } from '../words/words.ts'
import type { Deduced } from './deduce.ts'

/** A node of the wall in words: a joint by its name alone. */
export const nodeInWords = (job: Job, node: string): string =>
  node.endsWith('.*') ? (job.parts[node.slice(0, -2)]?.label ?? node.slice(0, -2)) : pointInWords(job, node)

/** What is known of a loose end, as one sentence. */
export function deducedInWords(job: Job, { is, with: mates, share }: Deduced): string {
  const named = mates.map((node) => nodeInWords(job, node)).join(', ')
  if (is === 'certain')
    return mates.length === 0 ? 'Certain: it leads to nothing else.' : `Certain: joined to ${named}.`
  if (is === 'deduced') return `Deduced: joined to ${named}, ${Math.min(99, Math.round(100 * share))} %.`
  return mates.length === 0 ? 'Nobody knows where it goes.' : `Unknown; likeliest joined to ${named}.`
}
