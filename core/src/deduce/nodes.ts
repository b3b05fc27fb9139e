import { endKey, isJoint } from '../compare/pairing.ts'
import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'

/** Every node of a wall that bears a conductor: a terminal, `V2.m1`, or a whole joint, `S3.*`. */
export const nodesOf = (job: Job): string[] =>
  [...new Set(Object.values(job.wires).flatMap(({ from, to }) => [endKey(job, from), endKey(job, to)]))].filter(
    (node) => !isJoint(job, node) || node.endsWith('.*'),
  )

/** The node at which a lead lies; nothing where there is no such terminal. */
export function nodeAt(job: Job, point: string): string | undefined {
  const [part = '', terminal = ''] = point.split('.')
  return job.parts[part] && kindOf(job.parts[part])?.terminals[terminal] && endKey(job, { part, terminal })
}

/** A terminal of a node, where a lead may go: any way of a joint is as good as another. @example pointOf(job, 'S3.*') // 'S3.w1' */
export function pointOf(job: Job, node: string): string {
  const [part = '', terminal = ''] = node.split('.')
  const first = () => Object.keys(kindOf(job.parts[part])?.terminals ?? {})[0]
  return terminal === '*' ? `${part}.${first()}` : node
}
