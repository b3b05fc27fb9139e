import { scriptOf, triedBy } from '@civil-lantern/core'
import { jobAndOptions } from '../bench-job.ts'
import { print } from '../print.ts'

/** The commissioning script, and where a wall with what is supposed of it fails it. */
export async function commissionCommand(args: string[]): Promise<number> {
  const { as, job, supposed } = await jobAndOptions(args)
  const script = scriptOf(job)
  // What is supposed is of the wall: the script is of the job, and tells where the wall fails it.
  const fails = triedBy(script, job, supposed)
  print({ as, ...script, fails })
  return fails.length > 0 ? 1 : 0
}
