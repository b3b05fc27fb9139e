import type { InstalledPart } from '../circuit/netlist.ts'
import type { Intent } from '../intent/intent.ts'
import type { Job } from '../job/schema.ts'
import { valvesOf } from '../job/zones.ts'
import { ask } from '../motion/asking.ts'
import { count, is } from '../motion/plays.ts'
import type { Mark, Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import { isThreePort } from '../parts/three-port.ts'

/** Seconds between two looks, and the longest a zone is watched after its call and after its end. */
const STEP = 1
const LONGEST = 900
/** What happens sooner after another thing is taken with it: a plant may hunt for ever. */
const LEAST = 0.1
/** Of a look, by which a moment may miss it through rounding. */
const HAIR = 1e-6
/** From here on water gets through. */
const LETS_BY = 0.05

/**
 * Watches how long each pump pushes against shut valves while one zone opens and shuts. A boiler's own over-run is not
 * counted: it is meant, and wants a bypass. Every zone begins from the rest in which the bench was given.
 */
export class DeadEnds {
  readonly #job: Job
  readonly #bench: Simulation
  readonly #rest: Mark
  readonly #pumps: readonly InstalledPart[]
  readonly #boilers: readonly InstalledPart[]
  /** The valves of the zones that each pump serves. */
  readonly #served: ReadonlyMap<string, readonly InstalledPart[]>

  constructor(job: Job, intent: Intent, bench: Simulation, rest: Mark) {
    this.#job = job
    this.#bench = bench
    this.#rest = rest
    const parts = [...this.#bench.netlist.parts.values()]
    const valves = parts.filter(({ kind }) => kind.class === 'valve')
    this.#pumps = parts.filter(({ kind }) => kind.class === 'pump')
    this.#boilers = parts.filter(({ kind }) => kind.class === 'boiler')
    this.#served = new Map(
      this.#pumps.map(({ id }) => {
        const own = new Set((intent.pumps.get(id)?.zones ?? []).flatMap((one) => valvesOf(job.zones[one] ?? {})))
        const served = valves.filter((valve) => own.has(valve.id))
        // A valve that turns from one outlet to another leaves it a way wherever it stands.
        return [id, served.some(({ kind }) => isThreePort(kind)) ? [] : served]
      }),
    )
  }

  /** Seconds for each pump that pushed at all while this zone was called and let go. */
  of(zone: string): { pump: string; zone: string; seconds: number }[] {
    if (this.#pumps.length === 0) return []
    const seconds = new Map<string, number>()
    this.#bench.back(this.#rest)
    ask(this.#bench, this.#job, zone, true)
    this.#watch(seconds)
    ask(this.#bench, this.#job, zone, false)
    this.#watch(seconds)
    return [...seconds].map(([pump, count]) => ({ pump, zone, seconds: count }))
  }

  #watch(seconds: Map<string, number>) {
    const bench = this.#bench
    for (let at = 0; at < LONGEST; ) {
      if (!bench.moving) {
        // At rest a pump that pushes will push for good.
        this.#count(seconds, 0, LONGEST)
        return
      }
      // Until something happens only the valves move: they are looked at ahead, and the bench goes on behind that.
      const quiet = Math.min(Math.max(bench.quietFor ?? LONGEST, LEAST), LONGEST - at)
      const runsOn = this.#boilers.some((boiler) => count(bench, boiler, 'runOn') > 0 && !is(bench, boiler, 'told'))
      const first = Math.max(0, Math.ceil(at / STEP - HAIR) * STEP - at)
      if (!runsOn) for (let ahead = first; ahead < quiet; ahead += STEP) this.#count(seconds, ahead, STEP)
      bench.runTo(bench.now + quiet)
      at += quiet
    }
  }

  /** Counts so many seconds for each pump that pushes so many seconds ahead. */
  #count(seconds: Map<string, number>, ahead: number, each: number) {
    for (const pump of this.#pumps)
      if (this.#pushes(pump, ahead)) seconds.set(pump.id, (seconds.get(pump.id) ?? 0) + each)
  }

  /** Does it run while none of the valves it serves lets water by, so many seconds ahead? */
  #pushes(pump: InstalledPart, ahead: number): boolean {
    const ways = this.#served.get(pump.id) ?? []
    const bench = this.#bench
    return (
      is(bench, pump, 'running') &&
      ways.length > 0 &&
      !ways.some((valve) => openingOf(valve, bench.ahead(valve.id, ahead)) > LETS_BY)
    )
  }
}
