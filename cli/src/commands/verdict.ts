import { atWorst, budgetsOf, loopsOf, sentenceText, verdictOf } from '@civil-lantern/core'
import { onTheBench } from '../bench-job.ts'
import { print } from '../print.ts'

/** The verdict, and how each zone stands. */
export async function verdictCommand(args: string[]): Promise<number> {
  const { as, job, simulation } = await onTheBench(args)
  const { tone, sentence, more, zones } = verdictOf(simulation, job, loopsOf(simulation, job))
  print({
    as,
    tone,
    says: sentenceText(sentence),
    more: more.map(sentenceText),
    zones: zones.map(({ zone, says, calling, opening, proven }) => ({ zone, says, calling, opening, proven })),
    transformers: budgetsOf(simulation, atWorst(job)),
  })
  return 0
}
