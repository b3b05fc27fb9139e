import type { InstalledPart } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import type { Around, State } from '../parts/kind.ts'

type StateOf = (part: string) => State | undefined

/** How far a valve stands open, 0 to 1, by motor or by hand. */
export function openingOf({ kind, figures }: InstalledPart, state: State): number {
  return kind.opening ? kind.opening(figures, state) : Number(state[kind.roles.travel ?? ''] ?? 0)
}

/**
 * What no wire brings: warmth that reaches a room, heat the zones carry off the boiler, a flame an eye can see. Coarse on
 * purpose: it makes thermostats satisfy and limits cycle, and claims nothing about buildings.
 */
export class Surroundings {
  readonly #valveOf = new Map<string, InstalledPart>()
  readonly #valves: InstalledPart[] = []
  readonly #pumps: InstalledPart[] = []
  readonly #boilers: InstalledPart[] = []
  readonly #flames: InstalledPart[] = []
  readonly #stateOf: StateOf
  #flow = false
  #heated = false
  #flame = false
  #draw = 0
  #changes = 0
  /** How far each valve lets water through that moves. */
  readonly #openings: number[] = []

  constructor(job: Job, parts: ReadonlyMap<string, InstalledPart>, stateOf: StateOf) {
    this.#stateOf = stateOf
    for (const { thermostat, valve } of Object.values(job.zones)) {
      const installed = parts.get(valve ?? '')
      if (!installed) continue
      this.#valves.push(installed)
      if (thermostat) this.#valveOf.set(thermostat, installed)
    }
    for (const part of parts.values()) {
      if (part.kind.class === 'pump') this.#pumps.push(part)
      if (part.kind.roles.told) this.#boilers.push(part)
      if (part.kind.roles.flame) this.#flames.push(part)
    }
  }

  /** Counts what has changed of it: while it stands, every part notices the same. */
  get changes() {
    return this.#changes
  }

  /** Looks round again: to be called when states have changed, before parts are asked what they notice. */
  renew() {
    const flow = this.#flowing()
    const heated = this.#boilers.some((boiler) => this.#is(boiler, boiler.kind.roles.told))
    const flame = this.#flames.some((burner) => this.#is(burner, burner.kind.roles.flame))
    let changed = flow !== this.#flow || heated !== this.#heated || flame !== this.#flame
    this.#flow = flow
    this.#heated = heated
    this.#flame = flame
    let sum = 0
    for (const [i, valve] of this.#valves.entries()) {
      const opening = flow ? this.#opening(valve) : 0
      changed ||= opening !== this.#openings[i]
      this.#openings[i] = opening
      sum += opening
    }
    this.#draw = sum / Math.max(1, this.#valves.length)
    if (changed) this.#changes++
  }

  /** What one part notices. */
  of(part: string): Around {
    const valve = this.#valveOf.get(part)
    return {
      draw: this.#draw,
      flame: this.#flame,
      warming: valve && this.#flow && this.#heated ? this.#opening(valve) : 0,
    }
  }

  /** Does any pump move water? A boiler with a pump of its own moves it while it is called. */
  #flowing(): boolean {
    if (this.#pumps.length > 0) return this.#pumps.some((pump) => this.#is(pump, pump.kind.roles.running))
    return this.#boilers.some((boiler) => this.#is(boiler, boiler.kind.roles.told))
  }

  #opening(valve: InstalledPart): number {
    const state = this.#stateOf(valve.id)
    return state ? openingOf(valve, state) : 0
  }

  #is(part: InstalledPart, state: string | undefined): boolean {
    return state !== undefined && this.#stateOf(part.id)?.[state] === true
  }
}
