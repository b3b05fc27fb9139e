import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'

/**
 * What comes and goes: a joint that is open for a while, and then is not. While it is not, the plant shows nothing; only a hand that
 * tugs at the joint or moves it finds it at any time.
 */

/** The usual pattern of it: ten minutes open, twenty not. */
export const USUAL_PATTERN: readonly number[] = [600, 1200]
/** Share of the time that it is there, when somebody looks after a complaint. */
export const THERE = 0.3

const LOOSE = /^part:([^/]+)\/loose\d+$/
const OFF = /^wire:([^/.]+)\.(from|to)\/(open|ohms|lifted)$/

/** Is it a joint of this part, a way of a splice or a lead on a terminal? */
export function hasJointAt(job: Job, supposition: string, part: string): boolean {
  const loose = LOOSE.exec(supposition)
  if (loose) return loose[1] === part
  const off = OFF.exec(supposition)
  return off !== null && job.wires[off[1]!]?.[off[2] as 'from' | 'to'].part === part
}

/** Can it come and go? A way of a splice, and a lead on a terminal; a lead in a splice is a way of it already. */
export function canGo(job: Job, supposition: string): boolean {
  if (LOOSE.test(supposition)) return true
  const off = OFF.exec(supposition)
  const part = off ? job.wires[off[1]!]?.[off[2] as 'from' | 'to'].part : undefined
  return off?.[3] === 'open' && part !== undefined && kindOf(job.parts[part])?.class !== 'joint'
}
