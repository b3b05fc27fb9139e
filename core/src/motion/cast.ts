import type { InstalledPart } from '../circuit/netlist.ts'
import type { State } from '../parts/kind.ts'
import { type Actor, jumpOf, type Run, runsOf } from './actor.ts'
import type { Alterations } from './alterations.ts'
import { landed } from './levels.ts'

/** The parts of a plant in motion: how each stands, and what it would do, asked only where its last answer may stand no more. */
export class Cast {
  readonly all: readonly Actor[]
  /** Those that can change at once, those of which a number can move, and those that let go on too much current. */
  readonly jumpers: readonly Actor[]
  readonly movers: readonly Actor[]
  readonly guards: readonly Actor[]
  /** Those that get hot: guards, and transformers. */
  readonly heated: readonly Actor[]
  /** How often the circuit had changed when it was last solved. */
  changes = -1
  readonly #byId = new Map<string, Actor>()
  /** Those that have moved and have not been taken, in the order of the parts. */
  #moved: Actor[] = []

  /** @param actorOf makes an actor of a part, given where it stands among them */
  constructor(parts: Iterable<InstalledPart>, actorOf: (part: InstalledPart, index: number) => Actor) {
    this.all = [...parts].map(actorOf)
    this.jumpers = this.all.filter(({ part }) => part.kind.motion.jumps)
    this.movers = this.all.filter(({ part }) => part.kind.motion.rates)
    this.guards = this.movers.filter(({ part }) => part.kind.roles.blown)
    this.heated = this.movers.filter(({ part }) => part.kind.motion.heats)
    for (const actor of this.all) this.#byId.set(actor.part.id, actor)
  }

  get(part: string): Actor | undefined {
    return this.#byId.get(part)
  }

  /** Says what cannot move, by part and state. */
  pin(pins: Alterations['pins']) {
    for (const actor of this.all) actor.pins = pins[actor.id]
  }

  /** Changes what of a part's state can move. */
  change(actor: Actor, change: Partial<State>) {
    const next: State = { ...actor.state }
    const pins = actor.pins
    for (const name in change) {
      const value = change[name]
      if (value !== undefined && pins?.[name] === undefined) next[name] = value
    }
    this.stand(actor, next)
  }

  /** Gives a part a whole state, pinned or not. */
  stand(actor: Actor, state: State) {
    actor.state = state
    if (actor.moved) return
    actor.moved = true
    const moved = this.#moved
    let at = moved.length
    if (at === 0) {
      this.#moved = [actor]
      return
    }
    for (; at > 0 && moved[at - 1]!.index > actor.index; at--) moved[at] = moved[at - 1]!
    moved[at] = actor
  }

  /** Those whose state has changed and whose elements have not yet the values of it, in the order of the parts. */
  takeMoved(): readonly Actor[] {
    const moved = this.#moved
    if (moved.length === 0) return moved
    this.#moved = []
    for (const actor of moved) actor.moved = false
    return moved
  }

  /** Would a part answer as it did when it was last asked what it changes? */
  stillSays({ jumping, state, around }: Actor): boolean {
    return jumping.stands(state, this.changes, around)
  }

  /** What a part would change now; nothing where none of it can move. */
  wishOf(actor: Actor): Partial<State> | undefined {
    const change = actor.jumping.ask(actor, this.changes, jumpOf)
    for (const name in change) if (actor.pins?.[name] === undefined) return change
    return undefined
  }

  /** What moves of a part now: asked where its last answer stands no more, and kept. */
  runsOf(actor: Actor): readonly Run[] {
    if (!actor.running.stands(actor.state, this.changes, actor.around))
      actor.runs = actor.running.ask(actor, this.changes, runsOf)
    return actor.runs
  }

  /** Lets what moves of a part move on for so many seconds. @param settling whether what moves in the background stands */
  move(actor: Actor, seconds: number, settling: boolean) {
    let next: State | undefined
    for (const { name, rate, levels, background } of actor.runs) {
      if (settling && background) continue
      next ??= { ...actor.state }
      next[name] = landed(Number(actor.state[name]) + rate * seconds, rate, levels)
    }
    // What is pinned is not among what runs.
    if (next) this.stand(actor, next)
  }

  /** The next time these are asked anew, though nothing they look at seems to have changed; all parts where none is said. */
  forget(actors = this.all) {
    for (const { jumping, running } of actors) {
      jumping.forget()
      running.forget()
    }
  }
}
