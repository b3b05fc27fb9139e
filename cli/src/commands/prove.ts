import { fixOfDifference, MOST_PROVEN, pathOf, proven } from '@civil-lantern/core'
import { onTheBench } from '../bench-job.ts'
import { print } from '../print.ts'
import { Refused } from '../refused.ts'

/** Every combination of calls against what the job is meant to do; ends with 1 where something differs. */
export async function proveCommand(args: string[]): Promise<number> {
  const { as, job } = await onTheBench(args)
  const count = Object.keys(job.zones).length
  if (count > MOST_PROVEN) throw new Refused(`${count} zones are more than the ${MOST_PROVEN} that can be proven.`)
  const { differences, rows, deadEnds } = proven(job)
  for (const difference of differences) {
    const fix = fixOfDifference(job, difference)
    print({ ...difference, path: pathOf(job, difference), ...(fix ? { fix: fix.says } : {}) })
  }
  print({ as, combinations: rows.length, differences: differences.length, deadEnds })
  return differences.length > 0 ? 1 : 0
}
