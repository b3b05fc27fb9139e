import { figuresOf, siteOf } from '../circuit/netlist.ts'
import { mains } from '../job/practice.ts'
import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { SupposedKind } from './supposition.ts'

/** Branch ids of everything that feeds the job from outside. */
const sources = (job: Job): string[] =>
  Object.entries(job.parts).flatMap(([id, part]) => {
    const kind = kindOf(part)
    if (kind?.class !== 'supply') return []
    return kind
      .inside(figuresOf(kind, part.figures), siteOf(job))
      .filter(({ form }) => form === 'source')
      .map(({ name }) => `${id}.${name}`)
  })

const volted = (job: Job, volts: number) => ({
  volts: Object.fromEntries(sources(job).map((source) => [source, volts])),
})

const shared = {
  missing: (job: Job) => (sources(job).length > 0 ? undefined : 'Nothing feeds this circuit from outside.'),
  unit: () => 'supply',
}

/** The line has volts of its own: measured ones. */
export const supplyVolts: SupposedKind = {
  ...shared,
  name: 'the line has other volts',
  form: /^supply\/volts$/,
  amount: { unit: 'V', usual: 117, from: 0, to: 480 },
  says: (_job, _pieces, value) => `the line stands at ${value} V`,
  alters: (job, _pieces, value) => volted(job, value),
  every: (job) => [{ id: 'supply/volts', value: 0.92 * mains(job.practice).volts }],
}

/** Lowest volts that are still ordinary, as a share: 105 of 120 V, 207 of 230 V. */
const LOW = { '120': 105, '230': 207 } as const

export const supplyLow: SupposedKind = {
  ...shared,
  name: 'the line is low',
  form: /^supply\/low$/,
  says: (job) => `the line is low, ${LOW[job.practice]} V`,
  alters: (job) => volted(job, LOW[job.practice]),
  every: () => [{ id: 'supply/low' }],
}

export const supplyDead: SupposedKind = {
  ...shared,
  name: 'the line is dead',
  form: /^supply\/dead$/,
  says: () => 'no line voltage comes in',
  alters: (job) => volted(job, 0),
  every: () => [{ id: 'supply/dead' }],
}
