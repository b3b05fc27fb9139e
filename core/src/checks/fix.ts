import { makeEdit } from '../job/edit.ts'
import type { Job } from '../job/schema.ts'
import type { Spot } from '../words/spot.ts'
import { type Deviation, deviations } from './as-meant.ts'
import type { Finding } from './finding.ts'
import { findingsOf, rules } from './index.ts'

/** An edit that puts a finding right: tried on the job, and found to. */
export interface Fix {
  readonly says: string
  apply(draft: Job): void
}

/**
 * How a finding can be put right: by putting back as little as possible of what is not as the scheme has it, or by the
 * rule's own mending. Each is tried: the finding must go and nothing worse may come. Undefined where neither does it.
 */
export function fixOf(job: Job, finding: Finding): Fix | undefined {
  const rule = rules.find(({ id }) => id === finding.rule)
  const { mend } = rule ?? {}
  const tried = [
    ...(mend ? [{ says: finding.remedy.replace(/\.$/, ''), apply: (draft: Job) => mend(draft, finding) }] : []),
    ...byPuttingBack(job, finding.at),
  ]
  const before = serious(findingsOf(job))
  return tried.find((fix) => {
    const next = applied(job, fix)
    if (!next) return false
    const after = findingsOf(next)
    return !after.some(({ id }) => id === finding.id) && serious(after) <= before
  })
}

/** Deviations tried one by one. */
const MOST_TRIED = 12

/** Ways to put back what deviates near these spots: one thing, then all that is near, then everything. */
export function byPuttingBack(job: Job, at: readonly Spot[]): Fix[] {
  const all = deviations(job)
  const near = all.filter((one) => one.at.some((spot) => at.some((there) => touches(spot, there))))
  // What shares a wire or a terminal is nearer than what shares a part.
  const close = (one: Deviation) =>
    one.at.filter((spot) =>
      at.some((there) => touches(spot, there) && (there.wire || there.terminal === spot.terminal)),
    ).length
  const apart = all.filter((one) => !near.includes(one))
  const single = [...near.sort((a, b) => close(b) - close(a)), ...apart]
    .slice(0, MOST_TRIED)
    .map((one) => together([one]))
  const groups = [near, all].filter((group) => group.length > 1).map(together)
  return [...single, ...groups]
}

function together(some: readonly Deviation[]): Fix {
  return {
    says: some.length === 1 ? some[0]!.says : `${some[0]!.says}, and ${some.length - 1} more`,
    apply: (draft) => {
      for (const one of some) one.putBack(draft)
    },
  }
}

const touches = (a: Spot, b: Spot) =>
  (a.wire !== undefined && a.wire === b.wire) ||
  (a.cable !== undefined && a.cable === b.cable) ||
  (a.part !== undefined && a.part === b.part)

const serious = (findings: readonly Finding[]) => findings.filter(({ severity }) => severity !== 'tidy').length

/** The job after a fix; undefined where it changes nothing. */
export const applied = (job: Job, fix: Fix): Job | undefined => makeEdit(job, fix.says, 'trial-fix', fix.apply)?.job
