import { type Branch, transformerIn, type Winding } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { partsOf } from '../job/zones.ts'
import { type Alterations, together } from '../motion/alterations.ts'
import { type Settings, Simulation } from '../motion/simulation.ts'
import { Poles } from '../poles/poles.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { asking, coldWith } from './all-calling.ts'

/** One load on a transformer: what it is part of, and where it is felt. */
interface Carried {
  readonly part: string
  readonly branch: Branch
}

/** A transformer with everything that hangs on it, whoever switches it. */
export interface Source {
  readonly part: string
  readonly winding: Winding
  readonly loads: readonly Carried[]
  /** Volt-amperes it is rated for. */
  readonly rated: number
}

/** What one transformer carries at a moment. */
export interface Moment {
  /** Seconds since the first call. */
  readonly at: number
  /** VA by zone; what serves no single zone is under the empty name. */
  readonly zones: Readonly<Record<string, number>>
  /** VA at the winding: the loads as phasors, the way they add up. */
  readonly va: number
  /** Every load's amps added up plainly, at the winding's volts: the careful bound, for together they never make more. */
  readonly plain: number
  /** Volts at the winding, and what the primary draws, amps. */
  readonly volts: number
  readonly primary: number
  /** VA by class of part: valves, thermostats, the boiler's own. */
  readonly classes: Readonly<Record<string, number>>
  /** Volts at each actuator that is fed. */
  readonly there: Readonly<Record<string, number>>
}

/** Seconds between two looks, and the longest a case is watched. */
const LOOK = 1
const WATCHED = 240

/** A plant whose loads are watched while zones call. */
export class LoadBench {
  readonly sources: readonly Source[]
  readonly #job: Job
  readonly #simulation: Simulation
  readonly #zoneOf = new Map<string, string>()

  /**
   * @param wrong what is known to be wrong with the plant: a wire found broken carries nothing
   * @param otherwise what is taken to be otherwise besides: figures set, loads taken off
   */
  constructor(job: Job, wrong: readonly Supposition[] = [], otherwise: Partial<Alterations> = {}) {
    this.#job = job
    this.#simulation = new Simulation(job, {}, { alterations: together([coldWith(job, wrong), otherwise]) })
    const { netlist } = this.#simulation
    const { metal } = new Poles(netlist, job)
    // What a controller draws itself is no zone's, whichever of them hang on it.
    for (const [id, zone] of Object.entries(job.zones))
      for (const part of partsOf(zone))
        if (netlist.parts.get(part)?.kind.class !== 'controller') this.#zoneOf.set(part, id)
    this.sources = [...netlist.parts.values()].flatMap((part): Source[] => {
      const winding = transformerIn(part)
      if (!winding) return []
      const [, , c, d] = winding.nodes
      const hangs = (node: number) => metal.joined(node, c) || metal.joined(node, d)
      const loads = netlist.branches.flatMap((branch) =>
        branch.form === 'load' && branch.part && (hangs(branch.a) || hangs(branch.b))
          ? [{ part: branch.part, branch }]
          : [],
      )
      return [{ part: part.id, winding, loads, rated: part.figures.va ?? 0 }]
    })
    this.#simulation.settle()
  }

  /**
   * Lets zones call and watches every transformer until nothing moves any more.
   * @param apart seconds between one zone's call and the next; all at once where it is nought
   */
  run(zones: readonly string[], apart = 0): ReadonlyMap<string, readonly Moment[]> {
    const simulation = this.#simulation
    const mark = simulation.mark()
    const begun = simulation.now
    const seen = new Map(this.sources.map(({ part }) => [part, [] as Moment[]]))
    const look = () => {
      for (const source of this.sources) {
        const moments = seen.get(source.part)!
        const now = this.#moment(source, simulation.now - begun)
        moments.push(now)
      }
    }
    const set = (settings: Settings) => {
      if (Object.keys(settings).length > 0) simulation.setTogether(settings)
    }
    let called = apart > 0 ? 1 : zones.length
    set(asking(this.#job, zones.slice(0, called), true))
    look()
    let changes = simulation.circuit.changes
    while (simulation.now - begun < WATCHED + apart * zones.length) {
      const due = apart > 0 && called < zones.length && simulation.now - begun >= called * apart - 1e-9
      if (due) set(asking(this.#job, [zones[called++]!], true))
      if (!simulation.moving && called >= zones.length && !due) break
      simulation.runTo(simulation.now + LOOK)
      // What stands still is drawn as a line between two looks.
      if (changes !== simulation.circuit.changes || due) look()
      changes = simulation.circuit.changes
    }
    look()
    simulation.back(mark)
    return seen
  }

  /** How everything stands with nobody calling. */
  rest(): ReadonlyMap<string, Moment> {
    return new Map(this.sources.map((source) => [source.part, this.#moment(source, 0)]))
  }

  #moment({ part, winding, loads }: Source, at: number): Moment {
    const { circuit, netlist } = this.#simulation
    circuit.solve()
    const { volts, va } = this.#simulation.windingLoad(part, winding.element.name)
    const zones: Record<string, number> = {}
    const classes: Record<string, number> = {}
    const there: Record<string, number> = {}
    let plain = 0
    for (const { part: of, branch } of loads) {
      const [own, amps] = [circuit.volts(branch.a, branch.b), circuit.amps(branch)]
      const zone = this.#zoneOf.get(of) ?? ''
      zones[zone] = (zones[zone] ?? 0) + own * amps
      plain += volts * amps
      const kind = netlist.parts.get(of)?.kind
      if (kind) classes[kind.class] = (classes[kind.class] ?? 0) + own * amps
      const moves = kind?.class === 'valve' && branch.element?.name === kind.roles.actuator
      if (moves && own > 1) there[of] = own
    }
    const [first] = circuit.windingCurrents(winding)
    return { at, zones, classes, va, plain, volts, primary: Math.hypot(first.re, first.im), there }
  }
}

/** The greatest VA of a case. */
export const peakOf = (moments: readonly Moment[]): number => Math.max(0, ...moments.map(({ va }) => va))
