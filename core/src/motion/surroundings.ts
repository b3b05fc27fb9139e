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
  readonly #valves: InstalledPart[] = []
  readonly #pumps: InstalledPart[] = []
  readonly #boilers: InstalledPart[] = []
  readonly #flames: InstalledPart[] = []
  readonly #watched: ReadonlySet<InstalledPart>
  readonly #stateOf: StateOf
  /** What each part notices, brought up to date as one looks round; and what the room behind a valve does. */
  readonly #noticed = new Map<string, { -readonly [what in keyof Around]: Around[what] }>()
  readonly #roomOf = new Map<InstalledPart, { warming: number }[]>()
  /** What all of them notice. */
  #draw = 0
  #flame = false

  constructor(job: Job, parts: ReadonlyMap<string, InstalledPart>, stateOf: StateOf) {
    this.#stateOf = stateOf
    for (const id of parts.keys()) this.#noticed.set(id, { draw: 0, flame: false, warming: 0 })
    for (const { thermostat, valve } of Object.values(job.zones)) {
      const installed = parts.get(valve ?? '')
      if (!installed) continue
      this.#valves.push(installed)
      const room = this.#noticed.get(thermostat ?? '')
      if (room) this.#roomOf.set(installed, [...(this.#roomOf.get(installed) ?? []), room])
    }
    for (const part of parts.values()) {
      if (part.kind.class === 'pump') this.#pumps.push(part)
      if (part.kind.roles.told) this.#boilers.push(part)
      if (part.kind.roles.flame) this.#flames.push(part)
    }
    this.#watched = new Set([...this.#valves, ...this.#pumps, ...this.#boilers, ...this.#flames])
  }

  /** Does what other parts notice hang on the state of this one? */
  hangOn(part: InstalledPart): boolean {
    return this.#watched.has(part)
  }

  /** Looks round again: to be called when states have changed, before parts are asked what they notice. */
  renew() {
    const flow = this.#flowing()
    const heated = this.#boilers.some((boiler) => this.#is(boiler, boiler.kind.roles.told))
    const flame = this.#flames.some((burner) => this.#is(burner, burner.kind.roles.flame))
    let sum = 0
    for (const valve of this.#valves) {
      const opening = flow ? this.#opening(valve) : 0
      sum += opening
      for (const room of this.#roomOf.get(valve) ?? []) room.warming = heated ? opening : 0
    }
    const draw = sum / Math.max(1, this.#valves.length)
    if (draw === this.#draw && flame === this.#flame) return
    this.#draw = draw
    this.#flame = flame
    for (const noticed of this.#noticed.values()) {
      noticed.draw = draw
      noticed.flame = flame
    }
  }

  /** What one part notices, now and whenever one has looked round again. @throws RangeError for a part that is not there */
  of(part: string): Around {
    const noticed = this.#noticed.get(part)
    if (!noticed) throw new RangeError(`no part ${part} in this building`)
    return noticed
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
