import { writeFile } from 'node:fs/promises'
import { customerReport, fullReport, wallPaper } from '@civil-lantern/core'
import { fileAndOptions } from '../bench-job.ts'
import { print } from '../print.ts'
import { Refused } from '../refused.ts'

/** A report as PDF: in full, for the customer, or for the wall. */
export async function reportCommand(args: string[]): Promise<number> {
  const { file, values } = await fileAndOptions(args)
  const out = values.out
  if (!out) throw new Refused('Say where it goes: --out report.pdf.')
  if (values.for !== undefined && values.for !== 'customer' && values.for !== 'wall')
    throw new Refused(`--for is customer or wall, or left out for the full report; not "${values.for}".`)
  // Loaded only where something is printed: the other commands start without it.
  const { reportPdf } = await import('../../../server/src/paper/pdf.ts')
  const make = values.for === 'customer' ? customerReport : values.for === 'wall' ? wallPaper : fullReport
  const pdf = await reportPdf(make(file.document, file.entries), [], 'Made on the command line')
  await writeFile(out, pdf).catch((error) => {
    throw new Refused(`${out} cannot be written: ${error instanceof Error ? error.message : String(error)}`)
  })
  print({ out, bytes: pdf.length })
  return 0
}
