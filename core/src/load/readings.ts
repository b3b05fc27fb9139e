import { produce } from 'immer'
import { type InstalledPart, transformerIn } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { valvesOf, zonesInOrder } from '../job/zones.ts'
import { clamp } from '../meter/meter.ts'
import { Simulation } from '../motion/simulation.ts'
import type { Entry } from '../record/entry.ts'
import { takenBack } from '../record/found.ts'
import { asking } from './all-calling.ts'
import { type Draws, drawsOf, type FittedSource, fitSource, type SourcePoint } from './measured.ts'

/** A reading at a source, beside what is expected in the same stand. */
export interface SourceReading extends SourcePoint {
  readonly entry: string
  readonly zones: readonly string[]
  readonly expected: number
  readonly expectedAmps: number
}

/** A clamp reading on a valve's conductor, beside what is expected. */
export interface DeviceReading {
  readonly entry: string
  readonly part: string
  readonly wire: string
  readonly amps: number
  readonly expects: number
  readonly says: Draws
}

/** What was measured of the load, beside what is computed of it. */
export interface MeasuredLoad {
  readonly sources: readonly {
    readonly part: string
    readonly readings: readonly SourceReading[]
    readonly fit: FittedSource | string
    /** Nameplate figures with which it behaves as measured. */
    readonly plate?: { readonly openVolts: number; readonly ratedVolts: number }
  }[]
  readonly devices: readonly DeviceReading[]
}

/**
 * Collects what the log has of the load: volts at a transformer's own terminals, and the clamp round a valve's conductors,
 * each run again in the stand it was taken in. Only what was read on the wall counts.
 */
export function measuredLoad(job: Job, entries: readonly Entry[]): MeasuredLoad {
  const gone = takenBack(entries)
  const bench = new StandBench(job)
  const { simulation } = bench
  const zones = zonesInOrder(job).map(({ id }) => id)
  const valveOf = new Map(zones.flatMap((zone) => valvesOf(job.zones[zone]!).map((valve) => [valve, zone] as const)))
  const readings = entries.flatMap((entry) => {
    const { body, source, stand, id } = entry
    if (body.kind !== 'reading' || source !== 'wall' || gone.has(id) || typeof body.value !== 'number') return []
    const calling = zones.filter((zone) => stand?.calls?.[zone]?.on === true)
    return [{ id, mode: String(body.mode), from: pointIn(body.from), to: pointIn(body.to), value: body.value, calling }]
  })
  const sources = [...simulation.netlist.parts.values()].flatMap((part) => {
    const winding = transformerIn(part)
    if (!winding) return []
    const [, , c, d] = winding.nodes
    const ends = new Set(
      [...part.nodes]
        .filter(([terminal, node]) => node === c || node === d || part.kind.roles.feeds?.includes(terminal))
        .map(([terminal]) => `${part.id}.${terminal}`),
    )
    const here = readings.filter(
      ({ mode, from, to }) => (mode === 'volts' || mode === 'loz') && from !== to && ends.has(from) && ends.has(to),
    )
    if (here.length === 0) return []
    const taken = here.map(({ id, value, calling }): SourceReading => {
      const { volts, amps } = bench.source(calling, part.id)
      // What hangs on it draws by the volts it really gets.
      return {
        entry: id,
        zones: calling,
        volts: value,
        amps: (amps * value) / volts,
        expected: volts,
        expectedAmps: amps,
      }
    })
    const own = { rated: part.figures.va ?? 0, ratedVolts: part.figures.ratedVolts ?? 24 }
    const sound = fitSource(
      taken.map(({ expected, expectedAmps }) => ({ volts: expected, amps: expectedAmps })),
      { ...own, kind: undefined },
    )
    const fit = typeof sound === 'string' ? sound : fitSource(taken, { ...own, kind: sound })
    const plate = typeof fit === 'string' ? undefined : platedAs(job, part, fit, taken)
    return [{ part: part.id, readings: taken, fit, ...(plate ? { plate } : {}) }]
  })
  const devices = readings.flatMap(({ id, mode, from, value, calling }): DeviceReading[] => {
    const wire = /^wire:(.+)\.(from|to)$/.exec(from)?.[1]
    const ends = wire === undefined ? undefined : job.wires[wire]
    const part = [ends?.from.part, ends?.to.part].find((end) => end !== undefined && valveOf.has(end))
    if (mode !== 'amps' || !wire || !part) return []
    const amps = () => {
      const read = clamp(simulation, wire)
      return read.ok ? (read.value.value ?? 0) : 0
    }
    const expects = bench.with(calling, amps)
    const starts = bench.with([valveOf.get(part)!], amps, false)
    return [{ entry: id, part, wire, amps: value, expects, says: drawsOf(value, expects, starts) }]
  })
  return { sources, devices }
}

const pointIn = (end: unknown): string =>
  typeof end === 'object' && end !== null && 'point' in end ? String(end.point) : ''

/** Rounds in which the nameplate is brought to what was measured; each brings it some ten times nearer. */
const ROUNDS = 5

/**
 * The figures of a nameplate with which a transformer behaves as measured: volts unloaded, and volts at its rated load.
 * Found by running it: what falls is not its ohms alone but what of its impedance lies in phase with these loads.
 * @returns nothing where no nameplate does: it could not give its rated load at all
 */
function platedAs(
  job: Job,
  { id, figures }: InstalledPart,
  measured: FittedSource,
  taken: readonly SourceReading[],
): { openVolts: number; ratedVolts: number } | undefined {
  const [open, rated] = [figures.openVolts ?? 0, figures.ratedVolts ?? 0]
  let { weaker, higher } = measured
  for (let round = 0; round < ROUNDS; round++) {
    const plate = plateOf(open * higher, weaker * (open - rated) * rated)
    if (!plate) return undefined
    const tried = produce(job, (draft) => {
      draft.parts[id]!.figures = { ...draft.parts[id]!.figures, ...plate }
    })
    const bench = new StandBench(tried)
    const shown = taken.map(({ zones }) => bench.source(zones, id))
    const line = fitSource(shown, { rated: figures.va ?? 0, ratedVolts: rated, kind: undefined })
    if (typeof line === 'string') return undefined
    weaker *= measured.ohms / line.ohms
    higher *= measured.openVolts / line.openVolts
  }
  return plateOf(open * higher, weaker * (open - rated) * rated)
}

/** (open - r) * r is the drop times the volts at the rated load: it grows with the ohms. */
export function plateOf(openVolts: number, drops: number): { openVolts: number; ratedVolts: number } | undefined {
  const under = openVolts ** 2 - 4 * drops
  return under < 0 ? undefined : { openVolts, ratedVolts: (openVolts + Math.sqrt(under)) / 2 }
}

/** A plant in which zones call and something is looked at; afterwards it is as it was. */
class StandBench {
  readonly simulation: Simulation
  readonly #job: Job

  constructor(job: Job) {
    this.#job = job
    this.simulation = new Simulation(job)
    this.simulation.settle()
  }

  with<T>(calling: readonly string[], look: () => T, settled = true): T {
    const { simulation } = this
    const mark = simulation.mark()
    simulation.setTogether(asking(this.#job, [...calling], true))
    if (settled) simulation.settle()
    simulation.circuit.solve()
    const seen = look()
    simulation.back(mark)
    return seen
  }

  /** Volts and amps of a transformer's secondary with these zones calling. */
  source(calling: readonly string[], id: string): SourcePoint {
    const part = this.simulation.netlist.parts.get(id)!
    const { name } = transformerIn(part)!.element
    return this.with(calling, () => this.simulation.windingLoad(id, name))
  }
}
