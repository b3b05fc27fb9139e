import { writeSpice } from '@civil-lantern/core'
import { onTheBench } from '../bench-job.ts'

/** The circuit as a deck for another simulator. */
export async function spiceCommand(args: string[]): Promise<number> {
  const { job, simulation } = await onTheBench(args)
  process.stdout.write(writeSpice(simulation.circuit, job.title))
  return 0
}
