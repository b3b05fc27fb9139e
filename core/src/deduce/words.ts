import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { markingOf, pointInWords } from '../words/words.ts'
import type { Deduced } from './deduce.ts'

/**
 * A node of the wall in words: a joint by its name alone, and of two terminals that bear the same marking what each is for.
 * @example nodeInWords(job, 'B1.t1') // 'Boiler T (call, fed)'
 */
export function nodeInWords(job: Job, node: string): string {
  const [part = '', terminal = ''] = node.split('.')
  if (terminal === '*') return job.parts[part]?.label ?? part
  const terminals = kindOf(job.parts[part])?.terminals ?? {}
  const marking = markingOf(job, part, terminal)
  const alike = Object.keys(terminals).filter((one) => markingOf(job, part, one) === marking).length > 1
  return `${pointInWords(job, node)}${alike && terminals[terminal] ? ` (${terminals[terminal].role})` : ''}`
}

/** What is known of a loose end, as one sentence. */
export function deducedInWords(job: Job, { is, with: mates, share }: Deduced): string {
  const named = mates.map((node) => nodeInWords(job, node)).join(', ')
  if (is === 'certain')
    return mates.length === 0 ? 'Certain: it leads to nothing else.' : `Certain: joined to ${named}.`
  if (is === 'deduced') return `Deduced: joined to ${named}, ${Math.min(99, Math.round(100 * share))} %.`
  return mates.length === 0 ? 'Nobody knows where it goes.' : `Unknown; likeliest joined to ${named}.`
}
