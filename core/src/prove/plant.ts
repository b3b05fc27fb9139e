import type { InstalledPart } from '../circuit/netlist.ts'
import { netlistOf } from '../circuit/netlist.ts'
import { type Feed, feedsOf } from '../feeds/feeds.ts'
import type { Job } from '../job/schema.ts'
import { valvesOf, zonesInOrder } from '../job/zones.ts'
import { catalogue } from '../parts/index.ts'
import { isIsolator, lowLimitOf } from './prove-bench.ts'

/** What of a plant a script looks at, by id. */
export interface ProvenPlant {
  readonly job: Job
  readonly parts: ReadonlyMap<string, InstalledPart>
  readonly feeds: readonly Feed[]
  /** Switches that take the power off, the one nearest the supply first. */
  readonly isolators: readonly string[]
  readonly valves: readonly { readonly id: string; readonly stays: boolean; readonly zone: string | undefined }[]
  readonly pumps: readonly string[]
  readonly boilers: readonly string[]
  readonly burners: readonly string[]
  /** Boilers whose limit can be tried by its dial. */
  readonly limited: readonly string[]
  /** Boilers that keep their stored water warm without a call. */
  readonly keptWarm: readonly string[]
  /** Hot-water zones whose thermostat knows how warm the tank is. */
  readonly tanks: readonly string[]
  /** Boilers that keep a pump going for a while after the last call. */
  readonly runOn: readonly string[]
  /** Zones whose valve follows a signal, and can stand anywhere between. */
  readonly following: readonly string[]
  /** Where the boiler stands, and most of the readings are taken. */
  readonly room: string
  placeOf(part: string): string
}

export function plantOf(job: Job): ProvenPlant {
  const netlist = netlistOf(job, catalogue)
  const parts = [...netlist.parts.values()]
  const owner = new Map(zonesInOrder(job).flatMap((zone) => valvesOf(zone).map((valve) => [valve, zone.id] as const)))
  const ids = (fits: (part: InstalledPart) => boolean) => parts.filter(fits).map(({ id }) => id)
  const room = job.survey.boiler.place
  return {
    job,
    parts: netlist.parts,
    feeds: feedsOf(netlist, job),
    isolators: ids(isIsolator),
    valves: parts
      .filter(({ kind }) => kind.class === 'valve')
      .map(({ id, kind }) => ({ id, stays: kind.stays === true, zone: owner.get(id) })),
    pumps: ids(({ kind }) => kind.class === 'pump'),
    boilers: ids(({ kind }) => kind.roles.told !== undefined),
    burners: ids(({ kind }) => kind.roles.flame !== undefined),
    limited: ids(({ kind }) => kind.roles.limitOpen !== undefined && kind.roles.water !== undefined),
    keptWarm: parts.filter((part) => lowLimitOf(part) !== undefined).map(({ id }) => id),
    runOn: ids(({ kind, figures }) => kind.roles.runOn !== undefined && (figures.postRun ?? 0) > 0),
    following: zonesInOrder(job).flatMap(({ id, valve, thermostat }) =>
      netlist.parts.get(valve ?? '')?.kind.roles.listens && netlist.parts.get(thermostat ?? '')?.kind.roles.outputs
        ? [id]
        : [],
    ),
    tanks: zonesInOrder(job).flatMap(({ id, hotWater, thermostat }) =>
      hotWater && netlist.parts.get(thermostat ?? '')?.kind.roles.warmth ? [id] : [],
    ),
    room,
    placeOf: (part) => job.parts[part]?.place ?? room,
  }
}
