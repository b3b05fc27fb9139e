import { compare } from '@civil-lantern/core'
import { twoJobs } from '../bench-job.ts'
import { print } from '../print.ts'

/** What differs between two jobs; ends with 1 where something does that carries current. */
export async function compareCommand(args: string[]): Promise<number> {
  const [found, plan] = await twoJobs(args)
  const { changes } = compare(plan, found)
  for (const { what, says, remedy, electrical } of changes) print({ what, says, remedy, electrical })
  return changes.some(({ electrical }) => electrical) ? 1 : 0
}
