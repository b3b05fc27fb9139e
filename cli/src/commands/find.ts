import { jobAndOptions, numberIn } from '../bench-job.ts'
import { complaintIn, toolsIn } from '../complaint.ts'
import { findBy, WORDS } from '../find.ts'
import { print } from '../print.ts'
import { Refused } from '../refused.ts'

/** Searches for what is wrong by asking another program, until it is put right. */
export async function findCommand(args: string[]): Promise<number> {
  if (args.includes('--words')) {
    print(WORDS)
    return 0
  }
  const { job, supposed, values } = await jobAndOptions(args)
  const { complaint, 'answers-from': command } = values
  if (complaint === undefined) throw new Refused('Say what is complained of: --complaint "Signal house stays cold".')
  if (!command) throw new Refused('Say who answers: --answers-from COMMAND.')
  const patience = values.patience === undefined ? undefined : numberIn('--patience', values.patience)
  return findBy(job, supposed, complaintIn(job, complaint), command, {
    deadOnly: values['dead-only'] === true,
    without: toolsIn(values.without),
    ...(patience === undefined ? {} : { patience }),
    print,
  })
}
