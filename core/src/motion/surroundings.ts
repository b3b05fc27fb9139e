import type { InstalledPart } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import type { Around, State } from '../parts/kind.ts'

/** How a part stands: what is asked for once, and looked at whenever one looks round. */
interface Standing {
  readonly state: State
}
type StandingOf = (part: string) => Standing | undefined

/** A part of which others notice something, and the state it is noticed by. */
class Watched {
  readonly part: InstalledPart
  readonly #by: string | undefined
  readonly #standingOf: StandingOf
  #standing: Standing | undefined

  constructor(part: InstalledPart, by: string | undefined, standingOf: StandingOf) {
    this.part = part
    this.#by = by
    this.#standingOf = standingOf
  }

  get state(): State | undefined {
    this.#standing ??= this.#standingOf(this.part.id)
    return this.#standing?.state
  }

  /** Is what it is noticed by so? */
  get isSo(): boolean {
    return this.#by !== undefined && this.state?.[this.#by] === true
  }
}

/** What all parts notice alike. */
interface Everywhere {
  draw: number
  flame: boolean
}

/** What one part notices: what all do, and the warmth of its own room. */
class Noticed implements Around {
  warming = 0
  readonly #everywhere: Everywhere

  constructor(everywhere: Everywhere) {
    this.#everywhere = everywhere
  }

  get draw() {
    return this.#everywhere.draw
  }

  get flame() {
    return this.#everywhere.flame
  }
}

const isSo = (watched: Watched) => watched.isSo

/** How far a valve stands open, 0 to 1, by motor or by hand. */
export function openingOf({ kind, figures }: InstalledPart, state: State): number {
  return kind.opening ? kind.opening(figures, state) : Number(state[kind.roles.travel ?? ''] ?? 0)
}

/**
 * What no wire brings: warmth that reaches a room, heat the zones carry off the boiler, a flame an eye can see. Coarse on
 * purpose: it makes thermostats satisfy and limits cycle, and claims nothing about buildings.
 */
export class Surroundings {
  /** Each zone's valve, with what its room notices; none where the zone has no thermostat that is there. */
  readonly #valves: { readonly valve: Watched; readonly room: Noticed | undefined }[] = []
  readonly #pumps: Watched[] = []
  readonly #boilers: Watched[] = []
  readonly #flames: Watched[] = []
  readonly #watched: ReadonlySet<InstalledPart>
  /** What each part notices, brought up to date as one looks round. */
  readonly #noticed = new Map<string, Noticed>()
  readonly #everywhere: Everywhere = { draw: 0, flame: false }

  /** @param standingOf how a part stands; undefined for one that is not there */
  constructor(job: Job, parts: ReadonlyMap<string, InstalledPart>, standingOf: StandingOf) {
    for (const id of parts.keys()) this.#noticed.set(id, new Noticed(this.#everywhere))
    for (const { thermostat, valve: id } of Object.values(job.zones)) {
      const installed = parts.get(id ?? '')
      if (!installed) continue
      const valve = new Watched(installed, undefined, standingOf)
      this.#valves.push({ valve, room: this.#noticed.get(thermostat ?? '') })
    }
    for (const part of parts.values()) {
      const { told, flame, running } = part.kind.roles
      if (part.kind.class === 'pump') this.#pumps.push(new Watched(part, running, standingOf))
      if (told) this.#boilers.push(new Watched(part, told, standingOf))
      if (flame) this.#flames.push(new Watched(part, flame, standingOf))
    }
    const valves = this.#valves.map(({ valve }) => valve)
    const all = [...valves, ...this.#pumps, ...this.#boilers, ...this.#flames]
    this.#watched = new Set(all.map(({ part }) => part))
  }

  /** Does what other parts notice hang on the state of this one? */
  hangOn(part: InstalledPart): boolean {
    return this.#watched.has(part)
  }

  /** Looks round again: to be called when states have changed, before parts are asked what they notice. */
  renew() {
    const flow = this.#flowing()
    const heated = this.#boilers.some(isSo)
    this.#everywhere.flame = this.#flames.some(isSo)
    let sum = 0
    for (const { valve, room } of this.#valves) {
      const { state } = valve
      const opening = flow && state ? openingOf(valve.part, state) : 0
      sum += opening
      if (room) room.warming = heated ? opening : 0
    }
    this.#everywhere.draw = sum / Math.max(1, this.#valves.length)
  }

  /** What one part notices, now and whenever one has looked round again. @throws RangeError for a part that is not there */
  of(part: string): Around {
    const noticed = this.#noticed.get(part)
    if (!noticed) throw new RangeError(`no part ${part} in this building`)
    return noticed
  }

  /** Does any pump move water? A boiler with a pump of its own moves it while it is called. */
  #flowing(): boolean {
    return (this.#pumps.length > 0 ? this.#pumps : this.#boilers).some(isSo)
  }
}
