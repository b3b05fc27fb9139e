import { afterAll, expect, it } from 'vitest'
import { applied, fixOf } from '../checks/fix.ts'
import { findingsOf } from '../checks/index.ts'
import type { Job } from '../job/schema.ts'
import { supposed } from '../testing/benches.ts'
import { mistakes } from '../testing/mistakes.ts'
import type { Spot } from '../words/spot.ts'
import { fixOfDifference, pathOf } from './path.ts'
import { proven } from './proof.ts'

/** Mistakes made on purpose on every plant: each must be named, and the fix that is offered must leave nothing wrong. */

let found = 0
declare const console: { log(text: string): void }
declare const process: { env: Record<string, string | undefined> }
/** Every third one of each plant; all of them with LANTERN_ALL=1, which takes a minute more. */
const tried = mistakes.filter((_, i) => i % 3 === 0 || process.env.LANTERN_ALL === '1')
afterAll(() => console.log(`seeded mistakes: ${found} of ${tried.length} named and put right`))

const serious = (job: Job, wrong: readonly string[] = []) =>
  findingsOf(job, supposed(wrong)).filter(({ severity }) => severity !== 'tidy')

/** A finding names a culprit by its terminal, its wire, or as the part itself. */
const names = (at: readonly Spot[], culprit: readonly Spot[]) =>
  culprit.some((one) =>
    at.some(
      (spot) =>
        (one.wire !== undefined && spot.wire === one.wire) ||
        (one.part !== undefined &&
          spot.part === one.part &&
          (spot.terminal === undefined || spot.terminal === one.terminal)),
    ),
  )

it('there are at least 120 of them', () => expect(mistakes.length).toBeGreaterThanOrEqual(120))

it.each(tried.map((one) => [one.name, one] as const))(
  '%s',
  (_name, { job: make, culprit, supposed: wrong }) => {
    let job = make()
    const first = serious(job, wrong)
    const { differences } = proven(job)
    const evidence = [
      ...first.map(({ at }) => at),
      ...(first.length === 0 ? differences.map((one) => pathOf(job, one)) : []),
    ]
    expect(evidence.some((at) => names(at, culprit))).toBe(true)
    // The same again is not computed again: the first look of the way back is the one just taken.
    let look = { findings: wrong.length === 0 ? first : serious(job), differences }
    for (let round = 0; round < 6; round++) {
      const [finding] = look.findings
      const [difference] = finding ? [] : look.differences
      const fix = finding ? fixOf(job, finding) : difference && fixOfDifference(job, difference)
      if (!fix) break
      job = applied(job, fix)!
      look = { findings: serious(job), differences: proven(job).differences }
    }
    expect([look.findings.map(({ says }) => says), look.differences.map(({ says }) => says)]).toEqual([[], []])
    found++
  },
  60_000,
)
