import { blankJob, fuseFor, type Job, type Practice, schemeCalled, wiredBy } from '@civil-lantern/core'

export interface Sample {
  readonly scheme: string
  readonly zones: number
  readonly practice?: Practice
  readonly thermostat?: string
  readonly valve?: string
  readonly boiler?: string
  readonly panel?: string
  readonly programmer?: boolean
  readonly pumpPanel?: boolean
  /** So many transformers take the zones in turn. */
  readonly transformers?: number
  readonly signal?: '2-10 V' | '0-10 V' | '4-20 mA'
  readonly schools?: Record<string, string>
  readonly hotWater?: boolean
  /** So many heads open for each zone, at a manifold with a pump of its own away from the boiler. */
  readonly heads?: number
  readonly priority?: boolean
  /** Every how many zones the thermostat is powered, the valve has two leads, or hangs away; 0 for none. */
  readonly powered?: number
  readonly twoLead?: number
  readonly remote?: number
}

const every = (n: number, step: number | undefined) => step !== undefined && step > 0 && n % step === 0

/** A generated job of so many zones, wired by a scheme. */
export function sampleJob(sample: Sample): Job {
  const { scheme, zones, practice = '120' } = sample
  const job = blankJob(`Sample ${scheme}, ${zones} zones`, practice)
  job.survey.transformer.va = Math.max(40, zones * (sample.valve?.includes('heat') ? 22 : 10) + 20)
  job.survey.transformer.fuseAmps = fuseFor(job.survey.transformer.va)
  job.survey.boiler.kind = sample.boiler ?? 'boiler/dry-call'
  if (sample.panel) job.survey.panel = sample.panel
  if (sample.programmer) job.survey.programmer = true
  job.survey.priority = sample.priority === true
  if (sample.pumpPanel) job.survey.pumpPanel = true
  if (sample.schools) job.schools = sample.schools
  for (let n = 1; n <= zones; n++)
    job.zones[`z${n}`] = {
      number: n,
      name: `Zone ${n}`,
      place: 'rooms',
      thermostatKind: sample.thermostat ?? (every(n, sample.powered) ? 'thermostat/powered' : 'thermostat/two-wire'),
      valveKind: sample.valve ?? (every(n, sample.twoLead) ? 'valve/motor-2' : 'valve/motor-4'),
      valvePlace: every(n, sample.remote) || sample.heads ? 'rooms' : 'boiler',
      run: 5 + 3 * n,
      ...(sample.signal ? { signal: sample.signal } : {}),
      ...(sample.transformers ? { transformer: ((n - 1) % sample.transformers) + 1 } : {}),
      ...(sample.heads ? { heads: sample.heads, ownPump: true } : {}),
      ...(sample.hotWater && n === zones ? { hotWater: true, ownPump: true } : {}),
    }
  const way = schemeCalled(scheme)
  if (!way) throw new RangeError(`no scheme ${scheme}`)
  return wiredBy(job, way)
}

const line = { practice: '230', thermostat: 'thermostat/receiver-230', valve: 'valve/two-port-5' } as const

/** Every scheme with kinds it is for, and the most zones it takes. */
const families: readonly (Omit<Sample, 'zones'> & { readonly most: number })[] = [
  { scheme: 's2', remote: 2, most: 8 },
  { scheme: 's2b', powered: 2, remote: 2, most: 8 },
  { scheme: 's2c', practice: '230', most: 8 },
  { scheme: 's3', valve: 'valve/stored-charge', boiler: 'boiler/oil', most: 8 },
  { scheme: 's3b', transformers: 2, most: 8 },
  { scheme: 's4', boiler: 'boiler/valve-supply', most: 8 },
  { scheme: 's5a', panel: 'panel/zone-valve-6', valve: 'valve/heat-3', most: 5 },
  { scheme: 's5b', panel: 'panel/zone-valve-6', hotWater: true, most: 5 },
  { scheme: 's5c', panel: 'panel/zone-valve-6', hotWater: true, valve: 'valve/stored-charge', most: 5 },
  { scheme: 's6', twoLead: 2, most: 8 },
  { scheme: 's6', valve: 'valve/heat-3', most: 5 },
  { scheme: 's9', ...line, boiler: 'boiler/switched-live', valve: 'valve/two-port-6', programmer: true, most: 8 },
  { scheme: 's13', ...line, boiler: 'boiler/volt-free', most: 8 },
  { scheme: 's14', ...line, boiler: 'boiler/volt-free', hotWater: true, most: 8 },
  { scheme: 's11', ...line, boiler: 'boiler/combination', most: 8 },
  { scheme: 's12', ...line, boiler: 'boiler/switched-live', hotWater: true, most: 8 },
  { scheme: 's14', ...line, boiler: 'boiler/switched-live', hotWater: true, schools: { crowded: 'bigger' }, most: 8 },
  { scheme: 's2', boiler: 'boiler/gas', schools: { splices: 'cap' }, most: 8 },
  { scheme: 's5a', panel: 'panel/zone-valve-3', most: 8 },
  { scheme: 's5g', panel: 'panel/zone-valve-6', pumpPanel: true, hotWater: true, most: 5 },
  {
    scheme: 's7',
    boiler: '',
    thermostat: 'controller/signal-setter',
    valve: 'valve/modulating',
    signal: '4-20 mA',
    most: 8,
  },
  { scheme: 's8', boiler: '', valve: 'valve/power-both-ways', most: 8 },
  { scheme: 's17', thermostat: 'controller/building', valve: 'valve/modulating', signal: '0-10 V', most: 8 },
  { scheme: 's18', panel: 'panel/manifold-8', valve: 'valve/wax-head-24', heads: 3, most: 8 },
  {
    scheme: 's18b',
    ...line,
    panel: 'panel/manifold-8-230',
    valve: 'valve/wax-head-230',
    boiler: 'boiler/switched-live',
    heads: 2,
    most: 8,
  },
]

/** Generated jobs of every scheme, of 1, 2, 5 and 8 zones as far as the scheme goes. */
export const sampleJobs = (): [string, Job][] =>
  families.flatMap(({ most, ...family }) =>
    [1, 2, 5, 8]
      .filter((zones) => zones <= most && (zones > 1 || !['s5b', 's5c'].includes(family.scheme)))
      .map((zones): [string, Job] => [`${family.scheme} with ${zones} zones`, sampleJob({ ...family, zones })]),
  )
