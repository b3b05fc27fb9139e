import type { Circuit } from '../circuit/circuit.ts'
import type { State } from '../parts/kind.ts'
import { type Actor, type Blown, blownOn, creepingOf, isWhole, type Run, still } from './actor.ts'
import type { Cast } from './cast.ts'
import { Cycle } from './cycle.ts'
import type { Surroundings } from './surroundings.ts'
import type { Telling } from './telling.ts'

/** Seconds for which a relay or a motor goes on as it was when what it feels has changed; electronics say their own. */
export const HOLD_UP = 0.015

/** Rounds at one instant after which it is watched whether the same states come round again. */
const LONG = 6

/** Rounds after which what still changes is taken to buzz though no circle has closed: a kind may count its own turns. */
const ENDLESS = 200

/** What a part is about to change, and when, in seconds within the instant. */
interface Wish {
  readonly actor: Actor
  readonly change: Partial<State>
  readonly due: number
}

const more = (one: Blown | undefined, other: Blown | undefined) => ((one?.amps ?? 0) > (other?.amps ?? 0) ? one : other)

const sameChange = (a: Partial<State>, b: Partial<State>) => {
  const names = Object.keys(a)
  return names.length === Object.keys(b).length && names.every((name) => a[name] === b[name])
}

/** What parts do to each other at one instant, while no time passes that a clock would show. */
export class Reactions {
  /** What changes its mind again and again, and how often a second. */
  readonly buzzing = new Map<string, number>()
  readonly #cast: Cast
  readonly #circuit: Circuit
  readonly #surroundings: Surroundings
  readonly #telling: Telling | undefined

  /** @param telling whom it is told; nobody where nobody listens */
  constructor(cast: Cast, circuit: Circuit, surroundings: Surroundings, telling: Telling | undefined) {
    this.#cast = cast
    this.#circuit = circuit
    this.#surroundings = surroundings
    this.#telling = telling
  }

  /**
   * Solves and lets every part answer what it feels, until nothing changes at this instant. Each answers after its own
   * hold-up, so that a fuse far above its rating is gone before anything notices; whose last answer still stands is not
   * asked. Where the same states come round again, what changes between them buzzes, and what creeps on meanwhile creeps at
   * the mean of a round. @param now seconds on the clock
   */
  react(now: number) {
    const cast = this.#cast
    const buzzed = this.quiet()
    if (!buzzed) for (const actor of cast.heated) if (actor.heatedBy) actor.heatedBy = undefined
    const wishes: Wish[] = []
    let cycle: Cycle<Actor> | undefined
    let instant = 0
    for (let round = 0; ; round++) {
      this.#takeEffect(now)
      for (const actor of cast.jumpers) if (!cast.stillSays(actor)) this.#wish(actor, wishes, instant)
      if (wishes.length === 0) {
        for (const actor of cast.movers) cast.runsOf(actor)
        return
      }
      let next = Number.POSITIVE_INFINITY
      for (const { due } of wishes) if (due < next) next = due
      const left = next - instant
      const gone = this.#letGoWithin(left)
      if (gone) {
        cast.move(gone.guard, gone.seconds, false)
        instant += gone.seconds
        continue
      }
      if (round >= LONG) {
        cycle ??= new Cycle(cast.jumpers, cast.movers)
        if (round >= ENDLESS) cycle.close()
        else {
          const waiting = wishes.map(({ actor, due }) => [actor, Math.round((due - instant) * 1e6)] as const)
          cycle.passed(waiting, left, (actor) => cast.runsOf(actor))
          this.#noteHeat()
        }
        if (cycle.seconds !== undefined) {
          this.#buzz(cycle, cycle.seconds, buzzed, now)
          return
        }
      }
      instant = next
      let waiting = 0
      for (const wish of wishes) {
        if (wish.due > next) wishes[waiting++] = wish
        else {
          const before = wish.actor.state
          cast.change(wish.actor, wish.change)
          this.#noteOverload(wish.actor, before)
        }
      }
      while (wishes.length > waiting) wishes.pop()
    }
  }

  /** Nothing buzzes until it is heard again: everything is asked anew. @returns what buzzed */
  quiet(): ReadonlySet<string> | undefined {
    if (this.buzzing.size === 0) return undefined
    const buzzed = new Set(this.buzzing.keys())
    this.buzzing.clear()
    this.#cast.forget()
    return buzzed
  }

  /** Gives the elements of what has changed their values, solves, and notes what became of it. */
  #takeEffect(now: number) {
    const moved = this.#cast.takeMoved()
    for (const { part, state } of moved) this.#circuit.setState(part, state)
    this.#circuit.solve()
    this.#cast.changes = this.#circuit.changes
    // What is whole again let go on nothing.
    for (const actor of moved) if (actor.blownBy && isWhole(actor.part, actor.state)) actor.blownBy = undefined
    this.#telling?.tell(moved, now)
    if (moved.some(({ noticed }) => noticed)) this.#surroundings.renew()
  }

  /** What a part would change now, once its hold-up is over; a wish it no longer has is forgotten. */
  #wish(actor: Actor, wishes: Wish[], instant: number) {
    const change = this.#cast.wishOf(actor)
    let at = 0
    while (at < wishes.length && wishes[at]!.actor !== actor) at++
    if (!change) {
      if (at < wishes.length) wishes.splice(at, 1)
    } else if (at === wishes.length || !sameChange(wishes[at]!.change, change))
      wishes[at] = { actor, change, due: instant + (actor.holdUp ?? HOLD_UP) }
  }

  /** The fuse or breaker that lets go first, if any does within these seconds. */
  #letGoWithin(seconds: number): { guard: Actor; seconds: number } | undefined {
    let first: { guard: Actor; seconds: number } | undefined
    for (const guard of this.#cast.guards) {
      for (const { name, rate, levels } of this.#cast.runsOf(guard)) {
        const left = (Math.max(...levels) - Number(guard.state[name])) / rate
        if (left > 0 && left < (first?.seconds ?? seconds)) first = { guard, seconds: left }
      }
    }
    return first
  }

  /** What changes within a circle of states buzzes, and what creeps on meanwhile creeps at the mean of a round. */
  #buzz(cycle: Cycle<Actor>, seconds: number, buzzed: ReadonlySet<string> | undefined, now: number) {
    const turning = cycle.turning
    for (const actor of this.#cast.movers)
      actor.runs = turning.includes(actor) ? still : creepingOf(actor, cycle.meanOf(actor))
    for (const actor of turning) this.hear(actor, 1 / seconds, now, buzzed)
  }

  /** Something hums, so many times a second; it is noted where it did not hum before. */
  hear({ part }: Actor, hertz: number, now: number, before: { has(part: string): boolean } = this.buzzing) {
    if (!before.has(part.id)) this.#telling?.buzzes(part.id, now)
    this.buzzing.set(part.id, hertz)
  }

  /** A fuse or a winding about to open: until the circuit is solved again its current still flows, and the way it takes is remembered. */
  #noteOverload(actor: Actor, before: State) {
    const { part, state } = actor
    if (part.windings.size === 0 && part.kind.roles.blown === undefined) return
    if (!isWhole(part, before) || isWhole(part, state)) return
    actor.blownBy = more(actor.heatedBy, blownOn(this.#circuit, actor.part))
  }

  /** Of what heats in one round of a buzz, the current that heats it. */
  #noteHeat() {
    for (const actor of this.#cast.heated) {
      const heats = ({ name, rate }: Run) => rate > 0 && actor.part.kind.motion.heats?.includes(name)
      if (this.#cast.runsOf(actor).some(heats))
        actor.heatedBy = more(actor.heatedBy, blownOn(this.#circuit, actor.part))
    }
  }
}
