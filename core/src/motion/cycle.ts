import type { State } from '../parts/kind.ts'

interface Round<A> {
  readonly standing: string
  readonly seconds: number
  readonly states: ReadonlyMap<A, State>
  readonly rates: ReadonlyMap<A, readonly { readonly name: string; readonly rate: number }[]>
}

/** A circle of states at one instant: found when the same standing comes round again. */
export class Cycle<A extends { readonly state: State }> {
  #rounds: Round<A>[] = []
  /** Seconds of one turn; undefined until a circle has closed. */
  seconds: number | undefined

  /**
   * One round of answers.
   * @param standing all that decides what comes next
   * @param seconds how long it stands so
   */
  passed(
    standing: string,
    seconds: number,
    jumpers: readonly A[],
    movers: readonly A[],
    ratesOf: (actor: A) => readonly { readonly name: string; readonly rate: number }[],
  ) {
    const begun = this.#rounds.findIndex((round) => round.standing === standing)
    if (begun >= 0) {
      this.#rounds = this.#rounds.slice(begun)
      this.close()
      return
    }
    const states = new Map(jumpers.map((actor) => [actor, actor.state]))
    this.#rounds.push({ standing, seconds, states, rates: new Map(movers.map((actor) => [actor, ratesOf(actor)])) })
  }

  /** Takes what has passed for one turn, though the same standing has not come round. */
  close() {
    this.seconds = this.#rounds.reduce((sum, round) => sum + round.seconds, 0)
  }

  /** Those that change within a turn. */
  get turning(): readonly A[] {
    const [first, ...others] = this.#rounds
    return [...(first?.states ?? [])].flatMap(([actor, state]) =>
      others.some(({ states }) => differs(state, states.get(actor)!)) ? [actor] : [],
    )
  }

  /** How fast each number of an actor moves over a whole turn, per second. */
  meanOf(actor: A): ReadonlyMap<string, number> {
    const moved = new Map<string, number>()
    for (const { seconds, rates } of this.#rounds)
      for (const { name, rate } of rates.get(actor) ?? []) moved.set(name, (moved.get(name) ?? 0) + rate * seconds)
    return new Map([...moved].map(([name, sum]) => [name, sum / (this.seconds || 1)]))
  }
}

const differs = (a: State, b: State) => Object.keys(a).some((name) => a[name] !== b[name])
