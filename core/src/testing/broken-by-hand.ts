import { rules, wiredOf } from '../checks/index.ts'
import type { Job } from '../job/schema.ts'
import type { Spot } from '../words/spot.ts'
import { wired } from './benches.ts'
import { join, wireOn } from './hands.ts'
import { line, setters } from './ways.ts'

/** Sound plants that a hand breaks, and what the rules say of it. */

export const plants = {
  plain: () => wired({ zones: 2 }),
  gas: () => wired({ boiler: 'boiler/gas', zones: 1 }),
  capped: () => wired({ schools: { splices: 'cap' }, zones: 1 }),
  powered: () => wired({ scheme: 's2b', powered: true, zones: 2 }),
  apart: () => wired({ scheme: 's3', zones: 2 }),
  poweredApart: () => wired({ scheme: 's3', powered: true, zones: 2 }),
  panel: () => wired({ scheme: 's5a', panel: 'panel/zone-valve-3', zones: 2 }),
  linked: () => wired({ scheme: 's5a', panel: 'panel/zone-valve-4', twoLead: true, zones: 2 }),
  mains: () => wired({ scheme: 's9', ...line, boiler: 'boiler/switched-live', zones: 2 }),
  timed: () =>
    wired({
      scheme: 's9',
      ...line,
      boiler: 'boiler/switched-live',
      thermostat: 'thermostat/mechanical-230',
      valve: 'valve/two-port-6',
      programmer: true,
      postRun: 120,
      zones: 1,
    }),
  standing: () => wired({ scheme: 's8', valve: 'valve/power-both-ways', boiler: '' }),
  signals: () => wired({ ...setters, signal: '4-20 mA' }),
  relay: () => wired({ scheme: 's14', ...line, boiler: 'boiler/volt-free', zones: 1 }),
} satisfies Record<string, () => Job>

/** What one hand does to a sound plant, and all that its rule says of it: how serious, where, in which words. */
export type Row = readonly [keyof typeof plants, string, (job: Job) => void, readonly string[]]
export type Table = Readonly<Record<string, readonly Row[]>>

const named = ({ part, terminal, wire, cable }: Spot) => (terminal ? `${part}.${terminal}` : (part ?? wire ?? cable))

/** All that a rule by itself says of a job, a line each: how serious, where, in which words. */
export const said = (job: Job, rule: string) =>
  rules
    .find(({ id }) => id === rule)!
    .check(wiredOf(job))
    .map(({ severity, at, says }) => `${severity} ${at.map(named).join(' ')}: ${says}`)

export const coloured = (point: string, colour: string, sleeve?: string) => (job: Job) => {
  const wire = job.wires[wireOn(job, point)!]!
  wire.colour = colour
  if (sleeve) wire.sleeve = sleeve
}
export const intoCable = (point: string, cable: string) => (job: Job) => {
  job.cables[cable]!.cores.extra = 'black'
  Object.assign(job.wires[wireOn(job, point)!]!, { cable, core: 'extra' })
}
export const both = (job: Job, one: readonly [string, string], other: readonly [string, string]) => {
  join(job, ...one)
  job.wires.second = job.wires.seeded!
  join(job, ...other)
}
