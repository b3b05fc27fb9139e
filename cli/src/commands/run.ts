import { jobAndOptions } from '../bench-job.ts'
import { print } from '../print.ts'
import { Refused } from '../refused.ts'
import { readScript, runScript } from '../script.ts'

/** What happens while a script of hands and seconds goes on. */
export async function runCommand(args: string[]): Promise<number> {
  const { job, supposed, hands, values } = await jobAndOptions(args)
  if (!values.script) throw new Refused('Name what happens: --script EVENTS.json.')
  for (const happening of runScript({ job, supposed, hands }, await readScript(values.script)))
    print({ ...happening, at: Number(happening.at.toFixed(3)) })
  return 0
}
