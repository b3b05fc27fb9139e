import {
  documentOf,
  fitOf,
  fittingSchemes,
  type Job,
  type Scheme,
  schemeCalled,
  schemes,
  wiredBy,
} from '@civil-lantern/core'
import { writeJobFile } from '@civil-lantern/core/validate'
import { jobAndOptions } from '../bench-job.ts'
import { Refused } from '../refused.ts'

const reasonOf = (job: Job, scheme: Scheme) => {
  const fit = fitOf(scheme, job)
  return fit.fits ? '' : fit.why
}

/** The job wired by a way, as a job file. */
export async function schemeCommand(args: string[]): Promise<number> {
  const { job, values } = await jobAndOptions([...args, '--as', 'planned'])
  const way = values.way ? schemeCalled(values.way) : fittingSchemes(job)[0]
  if (!way)
    throw new Refused(
      values.way
        ? `There is no way ${values.way}. The ways are: ${schemes.map(({ id }) => id).join(', ')}.`
        : `No way of wiring fits: ${reasonOf(job, schemes[0]!)}`,
    )
  const fit = fitOf(way, job)
  if (!fit.fits) throw new Refused(`${way.name} does not fit: ${fit.why}`)
  process.stdout.write(writeJobFile(documentOf(wiredBy(job, way))))
  return 0
}
