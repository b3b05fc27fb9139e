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

/** Highest volts that are still ordinary. */
const HIGH = { '120': 127, '230': 253 } as const

export const supplyHigh: SupposedKind = {
  ...shared,
  name: 'the line is high',
  form: /^supply\/high$/,
  says: (job) => `the line is high, ${HIGH[job.practice]} V`,
  alters: (job) => volted(job, HIGH[job.practice]),
  every: () => [{ id: 'supply/high' }],
}

/** The neutral that comes in is broken: it floats, and shows whatever the loads leave of the live. */
export const supplyNeutral: SupposedKind = {
  ...shared,
  name: 'the neutral is lost',
  form: /^supply\/neutral$/,
  says: () => 'the incoming neutral is lost: everything stands at live, nothing runs',
  alters: (job) => ({
    forces: Object.fromEntries(
      Object.entries(job.wires).flatMap(([id, { from, to }]) =>
        [from, to].some(({ part, terminal }) => {
          const kind = job.parts[part] && kindOf(job.parts[part])
          return kind?.class === 'supply' && kind.roles.feeds?.[1] === terminal
        })
          ? [[`wire:${id}`, { as: 'open' as const }]]
          : [],
      ),
    ),
  }),
  every: () => [{ id: 'supply/neutral' }],
}

/** The circuit is fed from the other leg: of opposite sense to what else is in the room. */
export const supplyOtherLeg: SupposedKind = {
  ...shared,
  name: 'the line is the other leg',
  form: /^supply\/other-leg$/,
  missing: (job) =>
    job.practice === '120' ? shared.missing(job) : 'Only a 120 V supply has two legs of opposite sense.',
  says: () => 'the line is the other leg, of opposite sense',
  alters: (job) => volted(job, -mains(job.practice).volts),
  every: (job) => (job.practice === '120' ? [{ id: 'supply/other-leg' }] : []),
}

export const supplyDead: SupposedKind = {
  ...shared,
  name: 'the line is dead',
  form: /^supply\/dead$/,
  says: () => 'no line voltage comes in',
  alters: (job) => volted(job, 0),
  every: () => [{ id: 'supply/dead' }],
}
