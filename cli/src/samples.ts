import { blankJob, type Job, type Practice, schemes } from '@civil-lantern/core'

export interface Sample {
  readonly scheme: string
  readonly zones: number
  readonly practice?: Practice
  /** Every how many zones the thermostat is powered or the valve has two leads; 0 for none. */
  readonly powered?: number
  readonly twoLead?: number
  /** Every how many zones the valve hangs away from the boiler room. */
  readonly remote?: number
}

/** A generated job of so many zones, wired by a scheme. */
export function sampleJob({ scheme, zones, practice = '120', powered = 0, twoLead = 0, remote = 0 }: Sample): Job {
  const job = blankJob(`Sample ${scheme}, ${zones} zones`, practice)
  job.survey.transformer.va = Math.max(40, zones * 10)
  job.survey.transformer.fuseAmps = Math.max(2, Math.ceil((zones * 10) / 24))
  const every = (n: number, step: number) => step > 0 && n % step === 0
  for (let n = 1; n <= zones; n++)
    job.zones[`z${n}`] = {
      number: n,
      name: `Zone ${n}`,
      place: 'rooms',
      thermostatKind: every(n, powered) ? 'thermostat/powered' : 'thermostat/two-wire',
      valveKind: every(n, twoLead) ? 'valve/motor-2' : 'valve/motor-4',
      valvePlace: every(n, remote) ? 'rooms' : 'boiler',
      run: 5 + 3 * n,
    }
  const way = schemes.find(({ id }) => id === scheme)
  if (!way) throw new RangeError(`no scheme ${scheme}`)
  return { ...job, ...way.wire(job), scheme: { id: scheme } }
}

/** Jobs beyond the demo that the comparison with ngspice covers: one of each scheme. */
export const sampleJobs = (): [string, Job][] =>
  (
    [
      { scheme: 's2b', zones: 3, powered: 2, remote: 2 },
      { scheme: 's2c', zones: 3, practice: '230' },
      { scheme: 's6', zones: 3, twoLead: 2 },
    ] satisfies Sample[]
  ).map((sample) => [`${sample.scheme} with ${sample.zones} zones`, sampleJob(sample)])
