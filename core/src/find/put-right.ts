import type { Job } from '../job/schema.ts'

/** Pieces that a hand sets: nothing is bought for them. */
const SET = ['setting', 'override', 'lever', 'link', 'head seat']

/**
 * How a unit is put right: a piece of a part is replaced, set or switched on; leads, joints, cores and cables are made anew.
 * @example putRightBy(job, 'V2/head') // 'replace'
 * @example putRightBy(job, 'TC3/white') // 'remake'
 */
export function putRightBy(job: Pick<Job, 'parts'>, unit: string): 'replace' | 'remake' | 'set' | 'switch on' {
  const [part = '', piece] = unit.split('/')
  if (!job.parts[part] || piece === undefined) return 'remake'
  if (piece === 'switch') return 'switch on'
  return SET.includes(piece) ? 'set' : 'replace'
}
