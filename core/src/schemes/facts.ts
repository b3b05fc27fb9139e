import type { Job } from '../job/schema.ts'
import { catalogue } from '../parts/index.ts'
import type { Fit } from './scheme.ts'

export const zoneNames = (job: Job, is: (zone: Job['zones'][string]) => boolean) =>
  Object.values(job.zones)
    .filter(is)
    .sort((a, b) => a.number - b.number)
    .map(({ name }) => name)

/** The thermostat needs power from R and C. */
export const isPowered = (zone: Job['zones'][string]) => catalogue.get(zone.thermostatKind)?.terminals.c !== undefined

/** The valve cannot prove that it is open. */
export const isUnproven = (zone: Job['zones'][string]) => catalogue.get(zone.valveKind)?.roles?.endSwitch === undefined

export const fits: Fit = { fits: true }
export const refused = (why: string): Fit => ({ fits: false, why })

/** What every scheme of this family asks: at least one zone. */
export const hasZones = (job: Job): Fit =>
  Object.keys(job.zones).length > 0 ? fits : refused('Survey at least one zone first.')

export const listed = (names: readonly string[]) =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
