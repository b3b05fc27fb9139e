import { jobAndOptions } from '../bench-job.ts'
import { standInWall } from '../stand-in.ts'

/** A wall that answers what a search asks. */
export async function wallCommand(args: string[]): Promise<number> {
  const { job, supposed } = await jobAndOptions(args)
  return standInWall(job, supposed)
}
