import type { State } from '../parts/kind.ts'

type Rates = readonly { readonly name: string; readonly rate: number }[]

/** What waits to change, and in how many microseconds, in the order in which it began to wait. */
export type Waiting<A> = readonly (readonly [actor: A, microseconds: number])[]

/** One round: how everything stood, for how long, and how fast what creeps crept on. In the order of jumpers and movers. */
interface Round<A> {
  readonly states: readonly State[]
  readonly waiting: Waiting<A>
  readonly seconds: number
  readonly rates: readonly Rates[]
}

/** A circle of states at one instant: found when the same states come round again with the same things waiting. */
export class Cycle<A extends { readonly state: State }> {
  readonly #jumpers: readonly A[]
  readonly #movers: readonly A[]
  #rounds: Round<A>[] = []
  /** Seconds of one turn; undefined until a circle has closed. */
  seconds: number | undefined

  /** @param jumpers those that may change at once @param movers those of which a number may creep on */
  constructor(jumpers: readonly A[], movers: readonly A[]) {
    this.#jumpers = jumpers
    this.#movers = movers
  }

  /** One round of answers. @param seconds how long it stands so */
  passed(waiting: Waiting<A>, seconds: number, ratesOf: (actor: A) => Rates) {
    const states = this.#jumpers.map(({ state }) => state)
    const begun = this.#rounds.findIndex((round) => sameRound(round, states, waiting))
    if (begun >= 0) {
      this.#rounds = this.#rounds.slice(begun)
      this.close()
      return
    }
    this.#rounds.push({ states, waiting, seconds, rates: this.#movers.map(ratesOf) })
  }

  /** Takes what has passed for one turn, though the same standing has not come round. */
  close() {
    this.seconds = this.#rounds.reduce((sum, round) => sum + round.seconds, 0)
  }

  /** Those that change within a turn. */
  get turning(): readonly A[] {
    const [first, ...others] = this.#rounds
    if (!first) return []
    return this.#jumpers.filter((_, i) => others.some(({ states }) => !sameState(first.states[i]!, states[i]!)))
  }

  /** How fast each number of an actor moves over a whole turn, per second. */
  meanOf(actor: A): ReadonlyMap<string, number> {
    const at = this.#movers.indexOf(actor)
    const moved = new Map<string, number>()
    for (const { seconds, rates } of this.#rounds)
      for (const { name, rate } of rates[at] ?? []) moved.set(name, (moved.get(name) ?? 0) + rate * seconds)
    for (const [name, sum] of moved) moved.set(name, sum / (this.seconds || 1))
    return moved
  }
}

function sameRound<A>(round: Round<A>, states: readonly State[], waiting: Waiting<A>): boolean {
  return (
    round.waiting.length === waiting.length &&
    round.waiting.every(([actor, left], i) => actor === waiting[i]![0] && left === waiting[i]![1]) &&
    round.states.every((state, i) => sameState(state, states[i]!))
  )
}

function sameState(a: State, b: State): boolean {
  if (a === b) return true
  for (const name in a) if (a[name] !== b[name]) return false
  return true
}
