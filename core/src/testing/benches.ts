import { findingsOf } from '../checks/index.ts'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import type { Job, Practice, Wire } from '../job/schema.ts'
import { fuseFor } from '../load/fuse-size.ts'
import type { Simulation } from '../motion/simulation.ts'
import { blankJob } from '../parts/new-job.ts'
import { schemeCalled, wiredBy } from '../schemes/index.ts'
import { benchWith } from '../suppose/bench.ts'

/** Jobs and benches for the tests of the core. */

export interface Ask {
  readonly scheme?: string
  readonly zones?: number
  readonly practice?: Practice
  readonly powered?: boolean
  readonly twoLead?: boolean
  readonly remote?: boolean
  readonly thermostat?: string
  readonly valve?: string
  readonly boiler?: string
  readonly panel?: string
  readonly programmer?: boolean
  readonly postRun?: number
  readonly pumpPanel?: boolean
  /** So many transformers take the zones in turn. */
  readonly transformers?: number
  readonly signal?: '2-10 V' | '0-10 V' | '4-20 mA'
  readonly schools?: Record<string, string>
  /** The last zone is hot water with a pump of its own. */
  readonly hotWater?: boolean
  /** So many heads open for each zone, on a manifold whose pump is its own. */
  readonly heads?: number
  /** The manifold hangs away from the boiler. */
  readonly away?: true
  /** The first zone has this valve, and no further heads: a radiator beside the manifold. */
  readonly firstValve?: string
  /** A diverter for the second zone, its hot water; the first is the resting side. */
  readonly diverter?: boolean
  /** A mid-position valve for the first zone, the second its hot water. */
  readonly middle?: boolean
}

/** A job wired by a scheme. */
export function wired(ask: Ask = {}): Job {
  const { scheme = 's2', zones = 2, practice = '120', powered, twoLead, remote } = ask
  const job = blankJob('Bench', practice)
  const draws = ask.valve?.includes('heat') ? 22 : 10
  job.survey.transformer.va = Math.max(40, (ask.boiler?.startsWith('boiler/valve-supply') ? 25 : 10) + draws * zones)
  job.survey.transformer.fuseAmps = fuseFor(job.survey.transformer.va)
  for (let n = 1; n <= zones; n++)
    job.zones[`z${n}`] = {
      number: n,
      name: `Zone ${n}`,
      place: 'rooms',
      thermostatKind: ask.thermostat ?? (powered ? 'thermostat/powered' : 'thermostat/two-wire'),
      valveKind: ask.valve ?? (twoLead ? 'valve/motor-2' : 'valve/motor-4'),
      valvePlace: remote ? 'rooms' : 'boiler',
      run: 10,
      ...(ask.signal ? { signal: ask.signal } : {}),
      ...(ask.transformers ? { transformer: ((n - 1) % ask.transformers) + 1 } : {}),
      ...(ask.hotWater && n === zones ? { hotWater: true, ownPump: true } : {}),
    }
  if (ask.heads)
    for (const zone of Object.values(job.zones))
      Object.assign(zone, { heads: ask.heads, ownPump: true, ...(ask.away ? { valvePlace: 'rooms' } : {}) })
  if (ask.firstValve) {
    const { heads: _, ownPump: __, ...first } = job.zones.z1!
    job.zones.z1 = { ...first, valveKind: ask.firstValve, valvePlace: 'boiler' }
  }
  if (ask.diverter) {
    Object.assign(job.zones.z1!, { thermostatKind: 'thermostat/receiver-230', valveKind: '' })
    Object.assign(job.zones.z2!, {
      thermostatKind: 'thermostat/tank',
      valveKind: 'valve/diverter',
      hotWater: true,
    })
  }
  if (ask.middle) {
    Object.assign(job.zones.z1!, { thermostatKind: 'thermostat/receiver-230', valveKind: 'valve/mid-position' })
    Object.assign(job.zones.z2!, { thermostatKind: 'thermostat/tank', valveKind: '', hotWater: true })
  }
  Object.assign(job.survey, {
    boiler: {
      ...job.survey.boiler,
      kind: ask.boiler ?? 'boiler/dry-call',
      ...(ask.postRun ? { postRun: ask.postRun } : {}),
    },
    ...(ask.panel ? { panel: ask.panel } : {}),
    ...(ask.programmer ? { programmer: true } : {}),
    ...(ask.pumpPanel ? { pumpPanel: true } : {}),
    priority: false,
  })
  if (ask.schools) job.schools = ask.schools
  const way = schemeCalled(scheme)!
  return wiredBy(job, way)
}

/** The demo job, altered, with these things wrong with it and these zones calling, settled. */
export function kestrel({
  alter,
  suppose = () => [],
  calling = [],
}: {
  alter?: (job: Job) => void
  suppose?: (job: Job) => readonly string[]
  calling?: readonly number[]
} = {}) {
  const job = kestrelPoint()
  alter?.(job)
  const simulation = benchWith(job, supposed(suppose(job)))
  for (const n of calling) simulation.set(`TS${n}`, 'calling', true)
  simulation.settle()
  return { job, simulation, volts: volts(simulation) }
}

export const supposed = (ids: readonly string[]) => ids.map((id) => ({ id }))

/** The conductor on a terminal, broken along its length. */
export const cut = (job: Job, point: string): string => `wire:${wireAt(job, point).id}/open`

/** The conductor on a terminal, lifted off it; or off both its ends. */
export function lifted(job: Job, point: string, both = false): string[] {
  const { id, wire } = wireAt(job, point)
  const here = `${wire.from.part}.${wire.from.terminal}` === point ? 'from' : 'to'
  return (both ? ['from', 'to'] : [here]).map((end) => `wire:${id}.${end}/lifted`)
}

/** Volts between two terminals, read straight from the solution. */
export const volts = (simulation: Simulation) => (a: string, b: string) => {
  const node = (name: string) => {
    const found = simulation.netlist.nodeOf.get(name)
    if (found === undefined) throw new Error(`no terminal ${name}`)
    return found
  }
  return simulation.circuit.volts(node(a), node(b))
}

/** A copy of a document or a circuit, free to be changed. */
export const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value))

/** The wire that lands on a terminal. */
export function wireAt(job: Job, point: string): { id: string; wire: Wire } {
  const [id, wire] =
    Object.entries(job.wires).find(([, w]) =>
      [w.from, w.to].some(({ part, terminal }) => `${part}.${terminal}` === point),
    ) ?? []
  if (!id || !wire) throw new Error(`nothing is landed on ${point}`)
  return { id, wire }
}

/** Findings that are more than notes. */
export const seriousIn = (job: Job) => findingsOf(job).filter(({ severity }) => severity !== 'tidy')
