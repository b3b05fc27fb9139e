import type { Run } from './actor.ts'
import type { Cast } from './cast.ts'
import { leaving, near } from './levels.ts'
import { HOLD_UP, type Reactions } from './reactions.ts'

/** Seconds between two events that nobody could tell apart, and how many of them in a row are hunting. */
const TINY = 1e-4
const HUNTS = 8

/** How time passes for the parts of a plant: what moves runs on at a constant rate to the next event, and there they react. */
export class Passage {
  /** Seconds on the clock. */
  now: number
  readonly #cast: Cast
  readonly #reactions: Reactions

  constructor(cast: Cast, reactions: Reactions, now: number) {
    this.#cast = cast
    this.#reactions = reactions
    this.now = now
  }

  /** Lets the parts answer, until nothing changes at this instant. */
  react() {
    this.#reactions.react(this.now)
  }

  /** Does anything move that settling waits for? */
  get moving(): boolean {
    return this.#cast.movers.some(({ runs }) => runs.some(({ background }) => !background))
  }

  /**
   * Leaps from event to event. @param until seconds on the clock
   * @param stopAtRest whether it ends where nothing moves but what moves in the background, which then stands
   * @param seen called after every event
   * @returns whether everything came to rest
   */
  advance(until: number, stopAtRest: boolean, seen?: () => void): boolean {
    let tiny = 0
    while (this.now < until) {
      const step = this.nextEvent(stopAtRest)
      if (step === undefined) {
        if (!stopAtRest) {
          for (const actor of this.#cast.movers) this.#cast.move(actor, until - this.now, false)
          this.now = until
          this.react()
        }
        return true
      }
      const leap = Math.min(step, until - this.now)
      for (const actor of this.#cast.movers) this.#cast.move(actor, leap, stopAtRest)
      this.now = leap === step ? this.now + leap : until
      this.react()
      tiny = leap < TINY ? tiny + 1 : 0
      if (tiny > HUNTS) this.#hunting()
      seen?.()
    }
    return !this.moving
  }

  /** What turns round at a level again and again hunts there: it stands at that level and hums until something else changes. */
  #hunting() {
    for (const actor of this.#cast.movers) {
      const stands = ({ name, levels, background }: Run) =>
        !background && levels.some((level) => Math.abs(level - Number(actor.state[name])) < TINY)
      if (!actor.runs.some(stands)) continue
      actor.runs = actor.runs.filter((run) => !stands(run))
      this.#reactions.hear(actor, 1 / (2 * HOLD_UP), this.now)
    }
  }

  /**
   * Seconds to the next moment at which a moving number reaches a level; undefined where nothing moves.
   * @param settling whether what moves in the background stands
   */
  nextEvent(settling: boolean): number | undefined {
    let soonest: number | undefined
    for (const { runs, state } of this.#cast.movers)
      for (const { name, rate, levels, background } of runs) {
        if (settling && background) continue
        const value = Number(state[name])
        for (const level of levels) {
          const seconds = near(level, value) ? leaving(level, rate, levels) : (level - value) / rate
          if (seconds > 0 && (soonest === undefined || seconds < soonest)) soonest = seconds
        }
      }
    return soonest
  }
}
